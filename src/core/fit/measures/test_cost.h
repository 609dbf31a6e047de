#pragma once

#include "core/geometry/shape.h"

namespace amber {

/// The time of one overlap test against a like shape, as a multiple of box against box. From a
/// table that the benchmark of overlap tests prints; a mask is that of a round figure of 64 x 64
/// px, a polygon by its points.
double testCost(const Shape& shape);

}  // namespace amber
