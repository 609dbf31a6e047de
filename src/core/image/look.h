#pragma once

#include <cstdint>

#include "core/image/ink/ink.h"

namespace amber {

/// Hash of the visible pixels of a frame with their colours, independent of their position in the
/// frame. Not cryptographic: two looks share a value once in 2^64. 0 for a frame without ink. Parts
/// of `rect` outside the sheet contain none. Cost: linear in the pixels of the frame. Reference: G.
/// Fowler, L. C. Noll, K.-P. Vo, "The FNV Non-Cryptographic Hash Algorithm", 1991.
std::uint64_t lookOf(const SheetArt& art, const PixelRect& rect);

}  // namespace amber
