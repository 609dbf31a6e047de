#pragma once

#include <vector>

#include "core/geometry/shape.h"

namespace amber {

/// The least circle around all points; every one of them lies within its radius as doubles say it.
/// One point gives radius 0. Requires: at least one point.
/// Cost: some 5 to 10 passes over the points. Reference: the farthest point joins the few that
/// carry the circle, B. Gartner, "Fast and Robust Smallest Enclosing Balls", European Symposium on
/// Algorithms, 1999.
Circle leastCircleAround(const std::vector<Vertex>& points);

}  // namespace amber
