#include "core/fit/search/coarse_ink.h"

#include <algorithm>

namespace amber {

std::unique_ptr<CoarseInk> coarseInk(const InkCounts& ink) {
  const PixelRect& bounds = ink.bounds();
  const int longest = std::max(bounds.w, bounds.h);
  const int side = (longest + kCoarseSide - 1) / kCoarseSide;
  if (side < 2) return nullptr;
  PixelMask squares((bounds.w + side - 1) / side, (bounds.h + side - 1) / side);
  for (int y = 0; y < squares.height(); ++y) {
    for (int x = 0; x < squares.width(); ++x) {
      const int left = bounds.x + x * side;
      int held = 0;
      for (int row = 0; row < side; ++row) {
        held += ink.inRow(bounds.y + y * side + row, left, left + side);
      }
      if (2 * held >= side * side * ink.depth()) squares.set(x, y);
    }
  }
  if (!boundsOf(squares)) return nullptr;
  return std::make_unique<CoarseInk>(CoarseInk{
      InkCounts(squares), side, static_cast<double>(bounds.x), static_cast<double>(bounds.y)});
}

}  // namespace amber
