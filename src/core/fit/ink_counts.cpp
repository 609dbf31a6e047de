#include "core/fit/ink_counts.h"

namespace amber {

InkCounts::InkCounts(const PixelMask& ink) {
  const auto bounds = boundsOf(ink);
  if (!bounds) return;
  bounds_ = *bounds;
  prefix_.resize(static_cast<std::size_t>(bounds_.h) * static_cast<std::size_t>(bounds_.w + 1));
  add(ink);
}

InkCounts::InkCounts(const std::vector<PixelMask>& inks) : depth_(static_cast<int>(inks.size())) {
  for (const PixelMask& ink : inks) bounds_ = united(bounds_, boundsOf(ink).value_or(PixelRect{}));
  if (bounds_.empty()) return;
  prefix_.resize(static_cast<std::size_t>(bounds_.h) * static_cast<std::size_t>(bounds_.w + 1));
  for (const PixelMask& ink : inks) add(ink);
}

void InkCounts::add(const PixelMask& ink) {
  int* row = prefix_.data();
  for (int y = 0; y < bounds_.h; ++y, row += bounds_.w + 1) {
    const std::uint64_t* words = ink.row(bounds_.y + y);
    int sum = 0;
    for (int x = 0; x < bounds_.w; ++x) {
      const int column = bounds_.x + x;
      sum += static_cast<int>(words[column >> 6] >> (column & 63) & 1U);
      row[x + 1] += sum;
    }
    total_ += sum;
  }
}

std::vector<Vertex> InkCounts::corners() const {
  std::vector<Vertex> corners;
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
