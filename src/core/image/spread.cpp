#include "core/image/spread.h"

#include <algorithm>
#include <cstddef>

namespace amber {
namespace {

// Adds to a row a copy of itself that lies `by` columns to the right. Words are taken from the
// right, so that each reads what is not written yet.
void addShifted(std::uint64_t* row, int words, int by) {
  const int whole = by >> 6;
  const int bits = by & 63;
  for (int i = words - 1; i >= whole; --i) {
    std::uint64_t moved = row[i - whole] << bits;
    if (bits != 0 && i > whole) moved |= row[i - whole - 1] >> (64 - bits);
    row[i] |= moved;
  }
}

void clearPastWidth(PixelMask& mask) {
  if ((mask.width() & 63) == 0) return;
  const std::uint64_t inside = (std::uint64_t{1} << (mask.width() & 63)) - 1;
  for (int y = 0; y < mask.height(); ++y) mask.row(y)[mask.wordsPerRow() - 1] &= inside;
}

}  // namespace

PixelMask spread(PixelMask mask, int side) {
  assert(side >= 1);
  const int words = mask.wordsPerRow();
  // Doubling: a square of 2n is two squares of n, n apart.
  for (int grown = 1; grown < side;) {
    const int by = std::min(grown, side - grown);
    for (int y = 0; y < mask.height(); ++y) addShifted(mask.row(y), words, by);
    for (int y = mask.height() - 1; y >= by; --y) {
      const std::uint64_t* above = mask.row(y - by);
      std::uint64_t* row = mask.row(y);
      for (int i = 0; i < words; ++i) row[i] |= above[i];
    }
    grown += by;
  }
  clearPastWidth(mask);
  return mask;
}

}  // namespace amber
