#pragma once

#include <optional>

#include "core/geometry/shape.h"
#include "core/image/pixel_mask.h"
#include "core/project/values/recipe.h"

namespace amber {

/// The ink as a mask, frame px; it may extend beyond the frame. Nothing if no pixel remains. Laws:
/// 1. Without options, exactly the ink.
/// 2. Grown by n: exactly the pixels whose centres are within n px of the centre of an ink pixel.
///    Shrunk by n: exactly the ink pixels farther than n from the centre of every other pixel.
/// 3. Filled holes: exactly the pixels that are not connected to the outside through 4-neighbours
///    without ink.
/// Applied in this order: specks, holes, growing. Cost: linear in the pixels.
std::optional<MaskShape> maskOf(const PixelMask& ink, const MaskOptions& wish);

}  // namespace amber
