#include "core/fit/measures.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <limits>

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

struct Nearest {
  int x = 0;
  int y = 0;
  long long squared = std::numeric_limits<long long>::max();
};

// The set pixel nearest to (x, y), or some pixel no farther than `enough` as soon as one is found:
// row by row, the nearer ones first.
Nearest nearestOf(const PixelMask& to, int x, int y, long long enough) {
  Nearest nearest;
  const int most = std::max(y, to.height() - 1 - y);
  for (long long away = 0; away <= most && away * away < nearest.squared; ++away) {
    for (const int row : {y - static_cast<int>(away), y + static_cast<int>(away)}) {
      if (row < 0 || row >= to.height()) continue;
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

// The farthest pixel of `from` from the nearest one of `to`, of the same window.
std::optional<Phantom> farthest(const PixelMask& from, const PixelMask& to) {
  const auto bounds = boundsOf(from);
  if (!bounds || !boundsOf(to)) return std::nullopt;
  if (static_cast<long long>(to.width()) * to.height() <= kLargeWindow) {
    Phantom most{bounds->x, bounds->y, -1};
    long long squared = -1;
    Nearest last;
    for (int y = bounds->y; y < bounds->bottom(); ++y) {
      for (int i = 0; i < from.wordsPerRow(); ++i) {
        for (std::uint64_t bits = from.row(y)[i]; bits != 0; bits &= bits - 1) {
          const int x = i * 64 + std::countr_zero(bits);
          // What was nearest to the pixel before is mostly near enough to this one.
          const long long dx = x - last.x;
          const long long dy = y - last.y;
          if (squared >= 0 && dx * dx + dy * dy <= squared) continue;
          last = nearestOf(to, x, y, squared);
          if (last.squared <= squared) continue;
          squared = last.squared;
          most = {x, y, 0};
        }
      }
    }
    most.distance = std::sqrt(static_cast<double>(squared));
    return most;
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
  return Laid{window, pixelsOf(shape, window), cropped(ink, window),
              cropped(inkIn(region, ink), window)};
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
