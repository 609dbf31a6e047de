#pragma once

#include <cstdint>

#include "core/image/pixel_mask.h"

namespace amber {

/// A number that tells a frame's ink, where it lies in the frame; never 0. Two inks share a number
/// once in 2^64. Cost: linear in the mask's words.
/// Reference: as lookOf.
std::uint64_t inkSign(const PixelMask& ink);

}  // namespace amber
