#pragma once

#include <cstdint>

#include "core/geometry/point.h"
#include "core/image/pixel_mask.h"
#include "core/project/values/recipe.h"

namespace amber {

/// Hash of what a shape was fitted to: the ink (see inkSign), and for a recipe that fits frames
/// together also the origin at which the frames were aligned. Never 0. Cost: linear in the words of
/// the ink.
std::uint64_t fitSign(const Recipe& recipe, const PixelMask& firmInk, FramePoint origin);

}  // namespace amber
