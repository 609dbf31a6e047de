#pragma once

#include "core/geometry/shape.h"

namespace amber {

/// The shape on the other side of the upright line at x = `axis`; a mask, to the nearest whole px.
Shape mirrored(const Shape& shape, double axis);

}  // namespace amber
