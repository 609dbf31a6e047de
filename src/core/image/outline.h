#pragma once

#include <vector>

#include "core/geometry/polygon.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// The outer edge of the island (8-connected) that holds the mask's topmost, then leftmost, set
/// pixel: its corners on the lattice of pixel corners, clockwise on screen, every edge upright or
/// level, none on a line between its neighbours. Where pixels touch by a corner only, the edge
/// passes that point twice. Empty for an empty mask.
/// Cost: linear in the edge's length.
std::vector<Vertex> outlineOf(const PixelMask& ink);

/// The middles of the outline's unit edges, in its order: what lies half way between the pixels on
/// either side, where the eye sees a slanted edge.
std::vector<Vertex> edgeMiddles(const std::vector<Vertex>& outline);

/// The corners of the least convex polygon around the squares of all set pixels, clockwise on
/// screen, none on a line between its neighbours. Cost: linear in the mask's words.
/// Reference: as convexHull; rows come sorted.
std::vector<Vertex> hullOf(const PixelMask& mask);

/// The island (8-connected) of most pixels, alone on a mask of the same size; of several the first
/// in reading order. Cost: linear in the mask's
/// words and its runs of set pixels. Reference: as islandsOf.
PixelMask largestIsland(const PixelMask& mask);

}  // namespace amber
