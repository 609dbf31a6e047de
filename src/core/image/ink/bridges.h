#pragma once

#include "core/image/pixel_mask.h"

namespace amber {

/// The mask with its 8-connected islands joined by lines of pixels along the shortest ways between
/// them: just enough lines to join all, with an approximately minimal total length. A mask of at
/// most one island is returned unchanged. Cost: linear in the bounds of the set pixels, with a
/// logarithm in the neighbouring islands. Reference: the lines are a minimum spanning tree, J. B.
/// Kruskal, "On the Shortest Spanning Subtree of a Graph", 1956; neighbours are found by a distance
/// transform that spreads from all islands at once, each pixel storing its source (P.-E.
/// Danielsson, "Euclidean Distance Mapping", Computer Graphics and Image Processing 14, 1980).
PixelMask bridged(const PixelMask& mask);

}  // namespace amber
