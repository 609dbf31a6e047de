#pragma once

#include <vector>

#include "core/geometry/shape.h"

namespace amber {

/// The smallest circle around all points; every point is within its radius in double precision. One
/// point gives radius 0. Requires: at least one point. Cost: 5 to 10 passes over the points.
/// Reference: the farthest point joins the support set, B. Gartner, "Fast and Robust Smallest
/// Enclosing Balls", European Symposium on Algorithms, 1999.
Circle leastCircleAround(const std::vector<Vertex>& points);

}  // namespace amber
