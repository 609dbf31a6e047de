#pragma once

#include "core/image/pixel_mask.h"

namespace amber {

/// The mask with its islands (8-connected) joined into one by lines of pixels over the shortest
/// ways between them: as many lines as join them all, together as short as may be, near enough. A
/// mask of one island, or of none, comes back as it is. Cost: linear in the bounds of what is set,
/// with a logarithm in the neighbours among the islands. Reference: the ways are a least spanning
/// tree, J. B. Kruskal, "On the Shortest Spanning Subtree of a Graph", 1956; which islands are
/// neighbours tells a distance that spreads from all of them at once, each pixel remembering where
/// it came from (P.-E. Danielsson, "Euclidean Distance Mapping", Computer Graphics and Image
/// Processing 14, 1980).
PixelMask bridged(const PixelMask& mask);

}  // namespace amber
