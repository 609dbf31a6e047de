#include "core/fit/search/ink_counts.h"

#include <algorithm>
#include <array>
#include <cstdint>

#include "core/image/row_hull.h"

namespace amber {
namespace {

// How many of a byte's bits are set up to each of them, the lowest first.
constexpr std::array<std::array<std::uint8_t, 8>, 256> kByteSums = [] {
  std::array<std::array<std::uint8_t, 8>, 256> all{};
  for (std::size_t byte = 0; byte < all.size(); ++byte) {
    std::uint8_t sum = 0;
    for (std::size_t bit = 0; bit < 8; ++bit) {
      sum = static_cast<std::uint8_t>(sum + (byte >> bit & 1U));
      all[byte][bit] = sum;
    }
  }
  return all;
}();

}  // namespace

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

InkCounts::InkCounts(const InkCounts& fine, int side)
    : bounds_{0, 0, (fine.bounds_.w + side - 1) / side, (fine.bounds_.h + side - 1) / side},
      depth_(fine.depth_ * side * side),
      total_(fine.total_) {
  const std::size_t stride = static_cast<std::size_t>(bounds_.w) + 1;
  prefix_.resize(static_cast<std::size_t>(bounds_.h) * stride);
  for (int y = 0; y < fine.bounds_.h; ++y) {
    const int* from = fine.rowSums(fine.bounds_.y + y);
    int* to = prefix_.data() + static_cast<std::size_t>(y / side) * stride;
    for (int x = 1; x <= bounds_.w; ++x) to[x] += from[std::min(x * side, fine.bounds_.w)];
  }
}

void InkCounts::add(const PixelMask& ink) {
  int* row = prefix_.data();
  for (int y = 0; y < bounds_.h; ++y, row += bounds_.w + 1) {
    const std::uint64_t* words = ink.row(bounds_.y + y);
    int sum = 0;
    int x = 0;
    // Eight pixels at a time; they may lie in two words.
    for (; x + 8 <= bounds_.w; x += 8) {
      const int column = bounds_.x + x;
      const int shift = column & 63;
      std::uint64_t bits = words[column >> 6] >> shift;
      if (shift > 56) bits |= words[(column >> 6) + 1] << (64 - shift);
      const auto& sums = kByteSums[bits & 255];
      for (std::size_t i = 0; i < 8; ++i) row[x + 1 + static_cast<int>(i)] += sum + sums[i];
      sum += sums[7];
    }
    for (; x < bounds_.w; ++x) {
      const int column = bounds_.x + x;
      sum += static_cast<int>(words[column >> 6] >> (column & 63) & 1U);
      row[x + 1] += sum;
    }
    total_ += sum;
  }
}

std::vector<Vertex> InkCounts::hull() const {
  RowHull hull(bounds_.h);
  for (int y = bounds_.y; y < bounds_.bottom(); ++y) {
    const int* row = rowSums(y);
    const int* end = row + bounds_.w + 1;
    const int held = end[-1];
    if (held == 0) continue;
    const auto left = std::upper_bound(row, end, 0) - row - 1;
    const auto right = std::lower_bound(row, end, held) - row;
    hull.add(y, bounds_.x + static_cast<int>(left), bounds_.x + static_cast<int>(right));
  }
  return hull.corners();
}

}  // namespace amber
