#pragma once

#include <optional>

#include "core/geometry/shape.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// The snug box of a frame's firm ink, in frame px. Nothing for a frame without firm ink.
/// Laws:
///   1. Every firm ink pixel's square lies inside.
///   2. No box of less area does so.
std::optional<Box> snugBox(const PixelMask& firmInk);

}  // namespace amber
