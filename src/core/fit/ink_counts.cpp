#include "core/fit/ink_counts.h"

namespace amber {

InkCounts::InkCounts(const PixelMask& ink) {
  const auto bounds = boundsOf(ink);
  if (!bounds) return;
  bounds_ = *bounds;
  prefix_.resize(static_cast<std::size_t>(bounds_.h) * static_cast<std::size_t>(bounds_.w + 1));
  int* row = prefix_.data();
  for (int y = 0; y < bounds_.h; ++y, row += bounds_.w + 1) {
    const std::uint64_t* words = ink.row(bounds_.y + y);
    for (int x = 0; x < bounds_.w; ++x) {
      const int column = bounds_.x + x;
      row[x + 1] = row[x] + static_cast<int>(words[column >> 6] >> (column & 63) & 1U);
    }
    total_ += row[bounds_.w];
  }
}

std::vector<FramePoint> InkCounts::corners() const {
  std::vector<FramePoint> corners;
  for (int y = bounds_.y; y < bounds_.bottom(); ++y) {
    int left = bounds_.x;
    int right = bounds_.right();
    if (inRow(y, left, right) == 0) continue;
    while (!test(left, y)) ++left;
    while (!test(right - 1, y)) --right;
    for (const double x : {1.0 * left, 1.0 * right}) {
      corners.push_back({x, 1.0 * y});
      corners.push_back({x, y + 1.0});
    }
  }
  return corners;
}

}  // namespace amber
