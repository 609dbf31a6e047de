#pragma once

#include <cstdint>

#include "core/image/pixel_mask.h"

namespace amber {

/// Hash of the ink of a frame and its position in the frame; never 0. Used to detect repainted
/// frames; not cryptographic, two inks share a value once in 2^64. Cost: linear in the words of the
/// mask. Reference: as lookOf.
std::uint64_t inkSign(const PixelMask& ink);

}  // namespace amber
