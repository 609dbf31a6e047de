#pragma once

#include <cstddef>

namespace amber {

/// Farthest a shape may reach beyond its frame, px. Bounds the work and memory of every measure;
/// real shapes leave their frame by some tens of pixels. Governs: Shape validation.
inline constexpr double kFarthestReach = 1024;

/// Smallest width and height of a box, px. A smaller box may contain no pixel centre at any useful
/// position. Used by: validation of shapes, box handles.
inline constexpr double kLeastBoxSide = 0.5;

/// Most points of a polygon. What a game tests has tens; the rest is room for outlines. Bounds the
/// work of every edit. Governs: Shape validation, fitting.
inline constexpr int kMostPolygonPoints = 512;

/// Most runs of a mask: every second pixel of a 1024 x 2048 frame. Bounds the memory of reading
/// one. Governs: Shape validation.
inline constexpr std::size_t kMostRuns = 1000000;

/// Least area of a polygon, px^2: half a box of the least side. Governs: the faults of polygons.
inline constexpr double kLeastPolygonArea = 0.125;

/// How far a mask's corner may lie from a whole px of its frame, px: what is left of taking an
/// origin away and adding it again. Governs: Shape validation, reading masks.
inline constexpr double kOnGrid = 1e-6;

/// Least radius of a circle or capsule, px: half a box's least side. Governs: Shape validation,
/// fitting.
inline constexpr double kLeastRadius = 0.25;

/// Shapes that lie this deep in each other, px, only touch: what is left of turning and scaling
/// points that meet exactly. Governs: contacts of posed shapes.
inline constexpr double kTouching = 1e-9;

/// A floor this much steeper than the limit is walked still, degrees: what is left of taking the
/// angle of a slope from its corners. Governs: movement on a course.
inline constexpr double kSameSlope = 1e-6;

/// The finest step of a fit that searches, px. What lies between is not seen in a pixel's centre.
/// Governs: circles, capsules.
inline constexpr double kFinestFit = 1.0 / 32;

/// Longest side of an image, px, and most pixels of one. Larger images are refused before they are
/// decoded. Governs: image reading.
inline constexpr int kLongestImageSide = 16384;
inline constexpr long long kMostImagePixels = 256LL * 1024 * 1024;

/// Smallest distance that counts as a slip of a frame's feet, px. A slip of 1 px is visible when
/// the animation plays; a quarter less leaves room for rounded origins. Used by: slips.
inline constexpr double kLeastSlip = 0.75;

/// How far a mount may lie from firm ink, as a share of the ink's longer side, and the least
/// distance that counts as far, px. A hand or a spout is at the ink; what is held out is not a
/// quarter of the figure away. Governs: the check of mounts.
inline constexpr double kMountReach = 0.25;
inline constexpr double kLeastFarMount = 4;

/// How far the middle of a shape may go from one step to the next relative to the origin, as a
/// share of its longer side, and the least distance that counts, px. A held-out arm widens a box by
/// less. Governs: the check of shapes that jump.
inline constexpr double kShapeJump = 0.34;
inline constexpr double kLeastShapeJump = 4;

/// Share of an ink's pixels that may lie below a box that is grounded: a claw, a shadow's edge.
/// Governs: balanced boxes.
inline constexpr double kToes = 0.002;

/// A sensor that reaches past a body by no more than this on any side is flush with it, and how far
/// past the fix makes it reach, px. Governs: the check of sensors.
inline constexpr double kFlush = 0.25;
inline constexpr double kPastBody = 2;

/// The share of a strip's pixels above which a body fills it. Governs: the check of sensors.
inline constexpr double kFilledStrip = 0.9;

/// Shapes of a mirrored pair whose sides lie no farther apart than this are mirrors, px: a pixel
/// that one side has and the other has not. Governs: the check of mirrored shapes.
inline constexpr double kSameShape = 1;

/// With fewer assets of a kind, nothing is typical. Used by: the check of recipes.
inline constexpr std::size_t kLeastAlike = 3;

}  // namespace amber
