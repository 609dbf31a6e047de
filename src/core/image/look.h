#pragma once

#include <cstdint>

#include "core/image/ink/ink.h"

namespace amber {

/// A number that tells the look of a frame: its faint ink with the colours, wherever in the frame
/// it lies. Frames of one look have the same number; two looks share a number once in 2^64. 0 for a
/// frame without ink. Parts of `rect` outside the sheet hold none.
/// Cost: linear in the frame's pixels.
/// Reference: G. Fowler, L. C. Noll, K.-P. Vo, "The FNV Non-Cryptographic Hash Algorithm", 1991.
std::uint64_t lookOf(const SheetArt& art, const PixelRect& rect);

}  // namespace amber
