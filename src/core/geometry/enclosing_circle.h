#pragma once

#include <vector>

#include "core/geometry/shape.h"

namespace amber {

/// The least circle around all points; every one of them lies within its radius as doubles say it.
/// One point gives radius 0. Requires: at least one point.
/// Cost: expected linear for points in no special order; for hulls of pixels, about 10 a point.
/// Reference: E. Welzl, "Smallest Enclosing Disks (Balls and Ellipsoids)", New Results and New
/// Trends in Computer Science, 1991; written as three nested passes.
Circle leastCircleAround(const std::vector<Vertex>& points);

}  // namespace amber
