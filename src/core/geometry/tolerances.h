#pragma once

namespace amber {

/// Farthest a shape may reach beyond its frame, px. Bounds the work and memory of every measure;
/// real shapes leave their frame by some tens of pixels. Governs: Shape validation.
inline constexpr double kFarthestReach = 1024;

/// Least width and height of a box, px. Smaller boxes hold no pixel centre in any placing that
/// an artist would want. Governs: Shape validation, box handles.
inline constexpr double kLeastBoxSide = 0.5;

/// How far a mask's corner may lie from a whole px of its frame, px: what is left of taking an
/// origin away and adding it again. Governs: Shape validation, reading masks.
inline constexpr double kOnGrid = 1e-6;

/// Least radius of a circle or capsule, px: half a box's least side. Governs: Shape validation,
/// fitting.
inline constexpr double kLeastRadius = 0.25;

/// The finest step of a fit that searches, px. What lies between is not seen in a pixel's centre.
/// Governs: circles, capsules.
inline constexpr double kFinestFit = 1.0 / 32;

/// Longest side of an image, px, and most pixels of one. Larger images are refused before they are
/// decoded. Governs: image reading.
inline constexpr int kLongestImageSide = 16384;
inline constexpr long long kMostImagePixels = 256LL * 1024 * 1024;

/// Least distance at which a frame's feet are said to slip, px. One px is seen when an animation
/// plays; a quarter less leaves room for origins that were rounded. Governs: slips.
inline constexpr double kLeastSlip = 0.75;

/// How far a mount may lie from firm ink, as a share of the ink's longer side, and the least
/// distance that counts as far, px. A hand or a spout is at the ink; what is held out is not a
/// quarter of the figure away. Governs: the check of mounts.
inline constexpr double kMountReach = 0.25;
inline constexpr double kLeastFarMount = 4;

}  // namespace amber
