#pragma once

#include <optional>

#include "core/geometry/shape.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// The pixels of the shape within `window`, whose top-left corner becomes (0,0).
/// Requires: window of at least one pixel. Cost: linear in the window's rows and the pixels set.
PixelMask pixelsOf(const Shape& shape, const PixelRect& window);

/// The set pixels as a mask whose (0,0) lies at (x, y); nothing when none is set.
/// Cost: linear in the pixels of the bounds.
std::optional<MaskShape> maskShapeOf(const PixelMask& pixels, double x, double y);

}  // namespace amber
