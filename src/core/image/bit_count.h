#pragma once

#include <cstdint>

namespace amber {

/// Set bits of a word, counted in each of its 8 bytes, 0 to 8 each; up to 31 such counts can be
/// added before a byte overflows. The standard function is a call where the processor's own
/// instruction cannot be counted on; in loops over all of a sheet this costs a third of it.
/// Reference: H. S. Warren, "Hacker's Delight", 2nd edition, 2012, section 5-1.
constexpr std::uint64_t bitsByByte(std::uint64_t word) {
  word -= word >> 1 & 0x5555555555555555U;
  word = (word & 0x3333333333333333U) + (word >> 2 & 0x3333333333333333U);
  return (word + (word >> 4)) & 0x0f0f0f0f0f0f0f0fU;
}

/// Set bits of a word, 0 to 64.
constexpr int bitsIn(std::uint64_t word) {
  return static_cast<int>(bitsByByte(word) * 0x0101010101010101U >> 56);
}

}  // namespace amber
