#include "core/fit/measures.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <limits>
#include <utility>

#include "core/fit/test_cost.h"
#include "core/image/bit_count.h"
#include "core/image/distance.h"
#include "core/image/shape_pixels.h"

namespace amber {
namespace {

double share(long long part, long long whole) {
  return whole == 0 ? 0 : static_cast<double>(part) / static_cast<double>(whole);
}

// The column of the set pixel of the row that is nearest to column x; of two as near, the left.
std::optional<int> nearestInRow(const std::uint64_t* row, int words, int x) {
  const int at = x >> 6;
  std::optional<int> right;
  for (int i = at; i < words && !right; ++i) {
    const std::uint64_t bits = i == at ? row[i] >> (x & 63) << (x & 63) : row[i];
    if (bits != 0) right = i * 64 + std::countr_zero(bits);
  }
  for (int i = at; i >= 0; --i) {
    const std::uint64_t bits = i == at ? row[i] << (63 - (x & 63)) >> (63 - (x & 63)) : row[i];
    if (bits == 0) continue;
    const int left = i * 64 + 63 - std::countl_zero(bits);
    return right && *right - x < x - left ? right : std::optional(left);
  }
  return right;
}

// The first set pixel of the row from column x on.
std::optional<int> nextInRow(const std::uint64_t* row, int words, int x) {
  int i = x >> 6;
  if (i >= words) return std::nullopt;
  std::uint64_t bits = row[i] >> (x & 63) << (x & 63);
  while (bits == 0) {
    if (++i == words) return std::nullopt;
    bits = row[i];
  }
  return i * 64 + std::countr_zero(bits);
}

struct Nearest {
  int x = 0;
  int y = 0;
  long long squared = std::numeric_limits<long long>::max();
};

// The set pixel nearest to (x, y), or some pixel no farther than `enough` as soon as one is found:
// row by row, the nearer ones first. `bounds` are those of the set pixels.
Nearest nearestOf(const PixelMask& to, const PixelRect& bounds, int x, int y, long long enough) {
  Nearest nearest;
  const int first = std::max({0, bounds.y - y, y - (bounds.bottom() - 1)});
  const int most = std::max(y - bounds.y, bounds.bottom() - 1 - y);
  for (long long away = first; away <= most && away * away < nearest.squared; ++away) {
    for (const int row : {y - static_cast<int>(away), y + static_cast<int>(away)}) {
      if (row < bounds.y || row >= bounds.bottom()) continue;
      const std::optional<int> column = nearestInRow(to.row(row), to.wordsPerRow(), x);
      if (!column) continue;
      const long long across = *column - x;
      const long long squared = across * across + away * away;
      if (squared < nearest.squared) nearest = {*column, row, squared};
    }
    if (nearest.squared <= enough) break;
  }
  return nearest;
}

// On small windows most pixels are told from few rows, for they are nearer than the farthest so
// far; on large ones a field of all distances has the better worst case.
constexpr long long kLargeWindow = 256LL * 256;

// Looks at pixels in turn for the farthest from the nearest one of `to`.
class Farthest {
 public:
  // Requires: some pixel is set.
  explicit Farthest(const PixelMask& to) : to_(to), bounds_(*boundsOf(to)) {}

  // Of pixels as far the first that is looked at stays. Returns the next column of the row that may
  // be farther than the farthest so far.
  int lookAt(int x, int y) {
    // What was nearest to the pixel before is mostly near enough to this one, and to those after
    // it.
    if (const int next = nearTo(last_, x, y); next > x) return next;
    if (!nearEnoughInRow(x, y)) {
      last_ = nearestOf(to_, bounds_, x, y, squared_);
      if (last_.squared > squared_) {
        squared_ = last_.squared;
        at_ = {x, y, 0};
      }
    }
    return std::max(x + 1, nearTo(last_, x, y));
  }

  Phantom found() const { return {at_.x, at_.y, std::sqrt(static_cast<double>(squared_))}; }

  // From now on what is as far as the farthest so far is found anew.
  void startAgain() { --squared_; }

 private:
  // The first column of row y past x that is farther from a set pixel than the farthest so far; x
  // itself where it is.
  int nearTo(const Nearest& set, int x, int y) const {
    const long long dy = y - set.y;
    const long long across = squared_ - dy * dy;
    if (across < 0) return x;
    const auto reach = static_cast<int>(std::sqrt(static_cast<double>(across)));
    return std::abs(x - set.x) <= reach ? set.x + reach + 1 : x;
  }

  // Whether the row of what was nearest last holds something near enough.
  bool nearEnoughInRow(int x, int y) {
    if (squared_ < 0) return false;
    const std::optional<int> column = nearestInRow(to_.row(last_.y), to_.wordsPerRow(), x);
    if (!column) return false;
    const long long dx = *column - x;
    const long long dy = last_.y - y;
    if (dx * dx + dy * dy > squared_) return false;
    last_ = {*column, last_.y, dx * dx + dy * dy};
    return true;
  }

  const PixelMask& to_;
  PixelRect bounds_;
  Nearest last_;
  long long squared_ = -1;
  Phantom at_;
};

// By the ends of rows first, the outer rows before the inner ones: one of the farthest pixels is
// mostly among them, and then most others are told without a search. Then all in order, for the
// topmost, then leftmost.
Phantom farthestOfFew(const PixelMask& from, const PixelMask& to, const PixelRect& bounds) {
  Farthest search(to);
  for (int i = 0; i < bounds.h; ++i) {
    const int y = i % 2 == 0 ? bounds.y + i / 2 : bounds.bottom() - 1 - i / 2;
    const std::uint64_t* row = from.row(y);
    const auto filled = [](std::uint64_t word) { return word != 0; };
    const std::uint64_t* end = row + from.wordsPerRow();
    const std::uint64_t* first = std::find_if(row, end, filled);
    if (first == end) continue;
    const std::uint64_t* last = end - 1;
    while (*last == 0) --last;
    search.lookAt(static_cast<int>(first - row) * 64 + std::countr_zero(*first), y);
    search.lookAt(static_cast<int>(last - row) * 64 + 63 - std::countl_zero(*last), y);
  }
  search.startAgain();
  for (int y = bounds.y; y < bounds.bottom(); ++y) {
    const std::uint64_t* row = from.row(y);
    auto x = nextInRow(row, from.wordsPerRow(), 0);
    while (x) x = nextInRow(row, from.wordsPerRow(), search.lookAt(*x, y));
  }
  return search.found();
}

// The farthest pixel of `from` from the nearest one of `to`, of the same window.
std::optional<Phantom> farthest(const PixelMask& from, const PixelMask& to) {
  const auto bounds = boundsOf(from);
  if (!bounds || !boundsOf(to)) return std::nullopt;
  if (static_cast<long long>(to.width()) * to.height() <= kLargeWindow) {
    return farthestOfFew(from, to, *bounds);
  }
  const DistanceField field(to, to.rect());
  Phantom most{bounds->x, bounds->y, -1};
  for (int y = bounds->y; y < bounds->bottom(); ++y) {
    for (int x = bounds->x; x < bounds->right(); ++x) {
      if (!from.test(x, y)) continue;
      const double squared = field.squaredAt(x, y);
      if (squared > most.distance) most = {x, y, squared};
    }
  }
  most.distance = std::sqrt(most.distance);
  return most;
}

// Shape and ink on one window around both.
struct Laid {
  PixelRect window;
  PixelMask shape;
  PixelMask ink;     // all of it
  PixelMask wanted;  // that of the region
};

std::optional<Laid> laid(const Shape& shape, const PixelMask& ink, const Region& region) {
  const PixelRect area = pixelBounds(shape);
  const auto inkBounds = boundsOf(ink);
  const PixelRect window = united(area, inkBounds.value_or(PixelRect{}));
  if (window.empty()) return std::nullopt;
  PixelMask all = cropped(ink, window);
  PixelMask wanted = region.part == Region::Part::All ? all : cropped(inkIn(region, ink), window);
  return Laid{window, pixelsOf(shape, window), std::move(all), std::move(wanted)};
}

// Set pixels of a, of b, and of both.
struct Counts {
  long long a = 0;
  long long b = 0;
  long long both = 0;
};

Counts countsOf(const PixelMask& a, const PixelMask& b) {
  Counts counts;
  for (int y = 0; y < a.height(); ++y) {
    for (int i = 0; i < a.wordsPerRow(); ++i) {
      counts.a += bitsIn(a.row(y)[i]);
      counts.b += bitsIn(b.row(y)[i]);
      counts.both += bitsIn(a.row(y)[i] & b.row(y)[i]);
    }
  }
  return counts;
}

PixelMask without(const PixelMask& a, const PixelMask& b) {
  PixelMask left = a;
  for (int y = 0; y < a.height(); ++y) {
    for (int i = 0; i < a.wordsPerRow(); ++i) left.row(y)[i] &= ~b.row(y)[i];
  }
  return left;
}

// Of a shape and ink that hold nothing.
Measures emptyMeasures(const Shape& shape) {
  Measures measures;
  measures.agreement = 1;
  measures.points = pointCount(shape);
  measures.cost = testCost(shape);
  return measures;
}

Measures sharesOf(const Shape& shape, const Laid& both) {
  Measures result = emptyMeasures(shape);
  const Counts all = countsOf(both.shape, both.ink);
  const Counts wanted = countsOf(both.shape, both.wanted);
  const long long either = wanted.a + wanted.b - wanted.both;
  result.air = share(all.a - all.both, all.a);
  result.bareInk = share(wanted.b - wanted.both, wanted.b);
  result.agreement = either == 0 ? 1 : share(wanted.both, either);
  return result;
}

}  // namespace

std::optional<Phantom> farthestPhantom(const Shape& shape, const PixelMask& ink) {
  const auto both = laid(shape, ink, {});
  auto found = both ? farthest(both->shape, both->ink) : std::nullopt;
  if (found) {
    found->x += both->window.x;
    found->y += both->window.y;
  }
  return found;
}

Measures sharesOf(const Shape& shape, const PixelMask& ink, const Region& region) {
  const auto both = laid(shape, ink, region);
  return both ? sharesOf(shape, *both) : emptyMeasures(shape);
}

Measures measured(const Shape& shape, const PixelMask& ink, const Region& region) {
  const auto both = laid(shape, ink, region);
  if (!both) return emptyMeasures(shape);
  Measures result = sharesOf(shape, *both);
  if (const auto phantom = farthest(without(both->shape, both->ink), both->ink)) {
    result.reachOut = phantom->distance;
  }
  if (const auto bare = farthest(without(both->wanted, both->shape), both->shape)) {
    result.shortfall = bare->distance;
  }
  return result;
}

}  // namespace amber
