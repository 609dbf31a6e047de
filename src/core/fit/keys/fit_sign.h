#pragma once

#include <cstdint>

#include "core/geometry/point.h"
#include "core/image/pixel_mask.h"
#include "core/project/values/recipe.h"

namespace amber {

/// Tells what a shape was fitted to: the ink, see inkSign, and for a recipe that fits together the
/// frame's origin too, at which it was laid over the others. Never 0. Cost: linear in the words of
/// the ink.
std::uint64_t fitSign(const Recipe& recipe, const PixelMask& firmInk, FramePoint origin);

}  // namespace amber
