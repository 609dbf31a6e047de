#pragma once

#include <vector>

#include "core/geometry/polygon.h"

namespace amber {

/// The corners of the least convex polygon around the points, clockwise on screen, none of them on
/// a line between its neighbours, the leftmost (then topmost) first. One point gives itself, points
/// on a line give its two ends, none gives none. Cost: n log n. Reference: A. M. Andrew, "Another
/// Efficient Algorithm for Convex Hulls in Two Dimensions", Information Processing Letters 9, 1979.
std::vector<Vertex> convexHull(std::vector<Vertex> points);

}  // namespace amber
