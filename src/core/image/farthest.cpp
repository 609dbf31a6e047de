#include "core/image/farthest.h"

#include <algorithm>
#include <array>
#include <bit>
#include <cmath>
#include <cstddef>
#include <cstdint>
#include <cstdlib>
#include <limits>
#include <vector>

#include "core/image/distance.h"

namespace amber {
namespace {

// On small masks, most pixels are ruled out by their column, because they are nearer than the
// farthest so far; on large ones, a full distance field has the better worst case.
constexpr long long kMostPixels = 256LL * 256;
constexpr int kLongestSide = 4096;

bool isSmall(const PixelRect& rect) {
  return static_cast<long long>(rect.w) * rect.h <= kMostPixels &&
         std::max(rect.w, rect.h) <= kLongestSide;
}

// Longer than any way inside such a rectangle; with as much again it still is a number of 16 bits.
constexpr std::int16_t kFarther = 8192;

// This many adjacent columns are computed together and then stored, so that the compiler can
// vectorise.
constexpr std::size_t kBlock = 8;
using Block = std::array<std::int16_t, kBlock>;

// For every byte, 0 for each set bit, the lowest first, and all bits set for the others.
constexpr std::array<Block, 256> kUnset = [] {
  std::array<Block, 256> all{};
  for (std::size_t byte = 0; byte < all.size(); ++byte) {
    for (std::size_t bit = 0; bit < kBlock; ++bit) {
      all[byte][bit] = static_cast<std::int16_t>((byte >> bit & 1U) != 0 ? 0 : -1);
    }
  }
  return all;
}();

// The first set pixel of the row from column x on; the width, rounded up to words, for none.
int nextInRow(const std::uint64_t* row, int words, int x) {
  int i = x >> 6;
  if (i >= words) return words * 64;
  std::uint64_t bits = row[i] >> (x & 63) << (x & 63);
  while (bits == 0) {
    if (++i == words) return words * 64;
    bits = row[i];
  }
  return i * 64 + std::countr_zero(bits);
}

}  // namespace

// How far up or down the nearest set pixel of every pixel's column is, px, within the bounds of the
// set pixels; above and below them it is as much more as a row is farther away.
class FarthestFrom::Columns {
 public:
  Columns(const PixelMask& to, const PixelRect& bounds)
      : bounds_(bounds),
        stride_((static_cast<std::size_t>(bounds.w) + kBlock - 1) / kBlock * kBlock),
        away_(stride_ * static_cast<std::size_t>(bounds.h)) {
    const PixelMask set = cropped(to, bounds);
    const std::vector<std::int16_t> none(stride_, kFarther);
    const std::int16_t* above = none.data();
    for (int y = 0; y < bounds.h; ++y) {
      std::int16_t* here = away_.data() + static_cast<std::size_t>(y) * stride_;
      const std::uint64_t* words = set.row(y);
      for (std::size_t x = 0; x < stride_; x += kBlock) {
        const Block& unset = kUnset[words[x / 64] >> (x % 64) & 255];
        Block block;
        for (std::size_t i = 0; i < kBlock; ++i) {
          block[i] = static_cast<std::int16_t>((above[x + i] + 1) & unset[i]);
        }
        std::copy(block.begin(), block.end(), here + x);
      }
      above = here;
    }
    for (int y = bounds.h - 2; y >= 0; --y) {
      std::int16_t* here = away_.data() + static_cast<std::size_t>(y) * stride_;
      const std::int16_t* below = here + stride_;
      for (std::size_t x = 0; x < stride_; x += kBlock) {
        Block block;
        for (std::size_t i = 0; i < kBlock; ++i) {
          const auto more = static_cast<std::int16_t>(below[x + i] + 1);
          block[i] = std::min(here[x + i], more);
        }
        std::copy(block.begin(), block.end(), here + x);
      }
    }
  }

  const PixelRect& bounds() const { return bounds_; }

  // Of a row of the bounds, by columns of the bounds.
  const std::int16_t* row(int y) const {
    return away_.data() + static_cast<std::size_t>(y - bounds_.y) * stride_;
  }

 private:
  PixelRect bounds_;
  std::size_t stride_;
  std::vector<std::int16_t> away_;
};

// Looks at pixels in turn for the farthest from the nearest one of `to`.
class FarthestFrom::Search {
 public:
  // Of pixels in an area that is small, and holds the bounds.
  Search(const PixelMask& to, const Columns& columns, const PixelRect& area)
      : to_(to), columns_(columns), near_{area.x - 2 * kLongestSide, area.y} {}

  // Of pixels as far the first that is looked at stays. Returns the next column of the row that may
  // be farther than the farthest so far.
  int lookAt(int x, int y) {
    // What was nearest to a pixel before is mostly near enough to this one.
    if (squaredTo(near_, x, y) > squared_) near_ = nearestTo(x, y);
    if (const int squared = squaredTo(near_, x, y); squared > squared_) {
      squared_ = squared;
      at_ = {x, y, 0};
    }
    // And to those after it.
    const int dy = y - near_.y;
    const auto reach = static_cast<int>(std::sqrt(static_cast<double>(squared_ - dy * dy)));
    return std::max(x, near_.x + reach) + 1;
  }

  FarPixel found() const { return {at_.x, at_.y, std::sqrt(static_cast<double>(squared_))}; }

  // From here on, pixels as far as the farthest so far are found again.
  void startAgain() { --squared_; }

 private:
  struct Place {
    int x;
    int y;
  };

  static int squaredTo(const Place& place, int x, int y) {
    return (x - place.x) * (x - place.x) + (y - place.y) * (y - place.y);
  }

  // The pixel nearest to (x, y), or some pixel no farther than the farthest so far.
  Place nearestTo(int x, int y) const {
    const PixelRect& bounds = columns_.bounds();
    const int top = std::clamp(y, bounds.y, bounds.bottom() - 1);
    const int more = std::abs(y - top);
    const std::int16_t* row = columns_.row(top);
    int column = -1;  // of the bounds
    int squared = std::numeric_limits<int>::max();
    const auto look = [&](int there, int by) {
      const int up = row[there] + more;
      const int away = by * by + up * up;
      if (away >= squared) return;
      squared = away;
      column = there;
    };
    const int left = x - bounds.x;
    int by = std::max({0, -left, left - (bounds.w - 1)});
    if (by == 0) look(left, by++);
    for (; squared > squared_ && by * by < squared; ++by) {
      if (left >= by) look(left - by, by);
      if (left + by < bounds.w) look(left + by, by);
    }
    const int away = row[column];
    const bool isAbove = top >= bounds.y + away && to_.test(bounds.x + column, top - away);
    return {bounds.x + column, isAbove ? top - away : top + away};
  }

  const PixelMask& to_;
  const Columns& columns_;
  Place near_;  // what was nearest to the pixel before; at first farther than anything is
  int squared_ = -1;
  FarPixel at_;
};

FarthestFrom::FarthestFrom(const PixelMask& to) : to_(to), bounds_(boundsOf(to)) {
  if (bounds_ && isSmall(*bounds_)) columns_ = std::make_unique<Columns>(to, *bounds_);
}

FarthestFrom::~FarthestFrom() = default;

// Ends of rows first, outer rows before inner ones: one of the farthest pixels is usually among
// them, which rules out most others without a search. Then all in order, for the topmost, then
// leftmost.
FarPixel FarthestFrom::ofFew(const PixelMask& from, const PixelRect& bounds, int left,
                             int top) const {
  const PixelRect there{bounds.x + left, bounds.y + top, bounds.w, bounds.h};
  Search search(to_, *columns_, united(there, *bounds_));
  const auto lookAt = [&](int x, int y) { return search.lookAt(x + left, y + top) - left; };
  for (int i = 0; i < bounds.h; ++i) {
    const int y = i % 2 == 0 ? bounds.y + i / 2 : bounds.bottom() - 1 - i / 2;
    const std::uint64_t* row = from.row(y);
    const int first = nextInRow(row, from.wordsPerRow(), 0);
    if (first >= from.width()) continue;
    int last = from.wordsPerRow() - 1;
    while (row[last] == 0) --last;
    lookAt(first, y);
    lookAt(last * 64 + 63 - std::countl_zero(row[last]), y);
  }
  search.startAgain();
  for (int y = bounds.y; y < bounds.bottom(); ++y) {
    const std::uint64_t* row = from.row(y);
    int x = nextInRow(row, from.wordsPerRow(), 0);
    while (x < from.width()) x = nextInRow(row, from.wordsPerRow(), lookAt(x, y));
  }
  FarPixel found = search.found();
  found.x -= left;
  found.y -= top;
  return found;
}

std::optional<FarPixel> FarthestFrom::operator()(const PixelMask& from, int left, int top) const {
  const auto bounds = boundsOf(from);
  if (!bounds || !bounds_) return std::nullopt;
  const PixelRect there{bounds->x + left, bounds->y + top, bounds->w, bounds->h};
  const PixelRect both = united(there, *bounds_);
  if (columns_ && isSmall(both)) return ofFew(from, *bounds, left, top);
  const DistanceField field(to_, both);
  FarPixel most{bounds->x, bounds->y, -1};
  for (int y = bounds->y; y < bounds->bottom(); ++y) {
    for (int x = bounds->x; x < bounds->right(); ++x) {
      if (!from.test(x, y)) continue;
      const double squared = field.squaredAt(x + left, y + top);
      if (squared > most.distance) most = {x, y, squared};
    }
  }
  most.distance = std::sqrt(most.distance);
  return most;
}

std::optional<FarPixel> farthestPixel(const PixelMask& from, const PixelMask& to) {
  return FarthestFrom(to)(from, 0, 0);
}

}  // namespace amber
