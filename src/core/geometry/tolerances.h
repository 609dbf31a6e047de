#pragma once

namespace amber {

/// Farthest a shape may reach beyond its frame, px. Bounds the work and memory of every measure;
/// real shapes leave their frame by some tens of pixels. Governs: Shape validation.
inline constexpr double kFarthestReach = 1024;

/// Least width and height of a box, px. Smaller boxes hold no pixel centre in any placing that
/// an artist would want. Governs: Shape validation, box handles.
inline constexpr double kLeastBoxSide = 0.5;

/// Longest side of an image, px, and most pixels of one. Larger images are refused before they are
/// decoded. Governs: image reading.
inline constexpr int kLongestImageSide = 16384;
inline constexpr long long kMostImagePixels = 256LL * 1024 * 1024;

}  // namespace amber
