#include "core/image/pixel_mask.h"

#include <algorithm>

namespace amber {
namespace {

// The bits of word `index` that lie in columns [x0, x1).
std::uint64_t columnsOfWord(int index, int x0, int x1) {
  const int low = std::clamp(x0 - index * 64, 0, 64);
  const int high = std::clamp(x1 - index * 64, 0, 64);
  if (low >= high) return 0;
  const std::uint64_t below = high == 64 ? ~std::uint64_t{0} : (std::uint64_t{1} << high) - 1;
  return below & (~std::uint64_t{0} << low);
}

}  // namespace

PixelMask::PixelMask(int width, int height)
    : width_(width), height_(height), wordsPerRow_((width + 63) / 64) {
  assert(width >= 0 && height >= 0);
  words_.resize(static_cast<std::size_t>(wordsPerRow_) * static_cast<std::size_t>(height));
}

void setRun(PixelMask& mask, int y, int x0, int x1) {
  std::uint64_t* row = mask.row(y);
  for (int x = x0; x < x1;) {
    const int end = std::min(x1, (x | 63) + 1);
    const int count = end - x;
    const std::uint64_t bits = count == 64 ? ~std::uint64_t{0} : (std::uint64_t{1} << count) - 1;
    row[x >> 6] |= bits << (x & 63);
    x = end;
  }
}

long long countOf(const PixelMask& mask) {
  long long count = 0;
  for (int y = 0; y < mask.height(); ++y) {
    const std::uint64_t* row = mask.row(y);
    for (int i = 0; i < mask.wordsPerRow(); ++i) count += std::popcount(row[i]);
  }
  return count;
}

long long countWithin(const PixelMask& mask, const PixelRect& area) {
  const PixelRect inside = intersection(area, mask.rect());
  if (inside.empty()) return 0;
  long long count = 0;
  for (int y = inside.y; y < inside.bottom(); ++y) {
    const std::uint64_t* row = mask.row(y);
    for (int i = inside.x / 64; i <= (inside.right() - 1) / 64; ++i) {
      count += std::popcount(row[i] & columnsOfWord(i, inside.x, inside.right()));
    }
  }
  return count;
}

void resetWithin(PixelMask& mask, const PixelRect& area) {
  const PixelRect inside = intersection(area, mask.rect());
  for (int y = inside.y; y < inside.bottom(); ++y) {
    for (int x = inside.x; x < inside.right(); ++x) mask.reset(x, y);
  }
}

std::optional<PixelRect> boundsOf(const PixelMask& mask) {
  std::vector<std::uint64_t> columns(static_cast<std::size_t>(mask.wordsPerRow()));
  int top = -1;
  int bottom = -1;
  for (int y = 0; y < mask.height(); ++y) {
    const std::uint64_t* row = mask.row(y);
    std::uint64_t any = 0;
    for (std::size_t i = 0; i < columns.size(); ++i) {
      columns[i] |= row[i];
      any |= row[i];
    }
    if (any == 0) continue;
    if (top < 0) top = y;
    bottom = y;
  }
  if (top < 0) return std::nullopt;
  const auto filled = [](std::uint64_t word) { return word != 0; };
  const auto first = std::find_if(columns.begin(), columns.end(), filled);
  const auto last = std::find_if(columns.rbegin(), columns.rend(), filled);
  const int left = static_cast<int>(first - columns.begin()) * 64 + std::countr_zero(*first);
  const int right = static_cast<int>(columns.rend() - last) * 64 - 1 - std::countl_zero(*last);
  return PixelRect{left, top, right - left + 1, bottom - top + 1};
}

PixelMask cropped(const PixelMask& mask, const PixelRect& area) {
  PixelMask part(std::max(0, area.w), std::max(0, area.h));
  const PixelRect inside = intersection(area, mask.rect());
  if (inside.empty()) return part;
  const int words = mask.wordsPerRow();
  const int shift = area.x & 63;
  const int firstWord = area.x >> 6;
  const int last = part.wordsPerRow() - 1;
  const std::uint64_t lastColumns = columnsOfWord(last, 0, area.w);
  for (int y = inside.y; y < inside.bottom(); ++y) {
    const std::uint64_t* from = mask.row(y);
    const auto wordAt = [&](int i) { return i >= 0 && i < words ? from[i] : 0; };
    std::uint64_t* to = part.row(y - area.y);
    for (int i = 0; i < part.wordsPerRow(); ++i) {
      std::uint64_t word = wordAt(firstWord + i) >> shift;
      if (shift != 0) word |= wordAt(firstWord + i + 1) << (64 - shift);
      to[i] = word;
    }
    to[last] &= lastColumns;
  }
  return part;
}

PixelMask keptWithin(const PixelMask& mask, const PixelRect& area) {
  PixelMask part(mask.width(), mask.height());
  const PixelRect inside = intersection(area, mask.rect());
  if (inside.empty()) return part;
  for (int i = inside.x / 64; i <= (inside.right() - 1) / 64; ++i) {
    const std::uint64_t columns = columnsOfWord(i, inside.x, inside.right());
    for (int y = inside.y; y < inside.bottom(); ++y) part.row(y)[i] = mask.row(y)[i] & columns;
  }
  return part;
}

PixelMask unitedMask(const std::vector<PixelMask>& masks) {
  PixelMask all = masks.front();
  for (const PixelMask& mask : masks) {
    for (int y = 0; y < all.height(); ++y) {
      for (int i = 0; i < all.wordsPerRow(); ++i) all.row(y)[i] |= mask.row(y)[i];
    }
  }
  return all;
}

PixelMask difference(const PixelMask& a, const PixelMask& b) {
  PixelMask rest = a;
  for (int y = 0; y < a.height(); ++y) {
    for (int i = 0; i < a.wordsPerRow(); ++i) rest.row(y)[i] &= ~b.row(y)[i];
  }
  return rest;
}

PixelMask intersection(const PixelMask& a, const PixelMask& b) {
  PixelMask both = a;
  for (int y = 0; y < both.height(); ++y) {
    for (int i = 0; i < both.wordsPerRow(); ++i) both.row(y)[i] &= b.row(y)[i];
  }
  return both;
}

std::vector<int> columnCounts(const PixelMask& mask) {
  std::vector<int> counts(static_cast<std::size_t>(mask.width()));
  for (int y = 0; y < mask.height(); ++y) {
    for (int i = 0; i < mask.wordsPerRow(); ++i) {
      for (std::uint64_t word = mask.row(y)[i]; word != 0; word &= word - 1) {
        ++counts[static_cast<std::size_t>(i * 64 + std::countr_zero(word))];
      }
    }
  }
  return counts;
}

std::vector<int> rowCounts(const PixelMask& mask) {
  std::vector<int> counts(static_cast<std::size_t>(mask.height()));
  for (int y = 0; y < mask.height(); ++y) {
    for (int i = 0; i < mask.wordsPerRow(); ++i) {
      counts[static_cast<std::size_t>(y)] += std::popcount(mask.row(y)[i]);
    }
  }
  return counts;
}

}  // namespace amber
