#include "core/origin/landmarks.h"

#include <array>

#include "core/image/bit_count.h"

namespace amber {
namespace {

struct RowSum {
  long long count = 0;
  long long columns = 0;  // the sum of the set pixels' columns
};

// The sum of the places of a word's set bits: bit by bit of the place, how many have it.
long long placesIn(std::uint64_t word) {
  constexpr std::array<std::uint64_t, 6> kWithBit = {0xaaaaaaaaaaaaaaaaU, 0xccccccccccccccccU,
                                                     0xf0f0f0f0f0f0f0f0U, 0xff00ff00ff00ff00U,
                                                     0xffff0000ffff0000U, 0xffffffff00000000U};
  long long sum = 0;
  for (std::size_t bit = 0; bit < kWithBit.size(); ++bit) {
    sum += static_cast<long long>(bitsIn(word & kWithBit[bit])) << bit;
  }
  return sum;
}

RowSum rowSum(const PixelMask& mask, int y) {
  RowSum sum;
  const std::uint64_t* row = mask.row(y);
  for (int i = 0; i < mask.wordsPerRow(); ++i) {
    if (row[i] == 0) continue;
    const long long count = bitsIn(row[i]);
    sum.count += count;
    sum.columns += placesIn(row[i]) + count * 64 * i;
  }
  return sum;
}

}  // namespace

std::optional<Landmarks> landmarksOf(const PixelMask& firm, const PixelRect& frame) {
  const PixelMask mask = cropped(firm, frame);
  const auto ink = boundsOf(mask);
  if (!ink) return std::nullopt;
  const int firstFeetRow = ink->bottom() - feetRows(ink->h);
  RowSum all;
  RowSum feet;
  double rows = 0;
  for (int y = ink->y; y < ink->bottom(); ++y) {
    const RowSum row = rowSum(mask, y);
    all.count += row.count;
    all.columns += row.columns;
    rows += static_cast<double>(row.count) * y;
    if (y < firstFeetRow) continue;
    feet.count += row.count;
    feet.columns += row.columns;
  }
  const auto meanColumn = [](const RowSum& sum) {
    return static_cast<double>(sum.columns) / static_cast<double>(sum.count) + 0.5;
  };
  return Landmarks{*ink,
                   {meanColumn(feet), static_cast<double>(ink->bottom())},
                   {meanColumn(all), rows / static_cast<double>(all.count) + 0.5}};
}

}  // namespace amber
