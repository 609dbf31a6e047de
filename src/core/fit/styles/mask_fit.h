#pragma once

#include <optional>

#include "core/geometry/shape.h"
#include "core/image/pixel_mask.h"
#include "core/project/values/recipe.h"

namespace amber {

/// The ink as a mask, frame px; it may grow beyond the frame. Nothing where no pixel is left.
/// Laws:
///   1. With nothing wished for, exactly the ink.
///   2. Grown by n: exactly the pixels whose centres lie within n px of an ink pixel's centre.
///      Shrunk by n: exactly those of the ink's that lie farther than n from every other pixel's.
///   3. Filled holes: exactly the pixels that cannot be left for the outside by steps to
///   4-neighbours
///      that are no ink.
/// In this order: specks, holes, growing. Cost: linear in the pixels.
std::optional<MaskShape> maskOf(const PixelMask& ink, const MaskWish& wish);

}  // namespace amber
