#include "core/fit/measures.h"

#include <algorithm>
#include <cmath>

#include "core/fit/test_cost.h"
#include "core/image/bit_count.h"
#include "core/image/distance.h"
#include "core/image/shape_pixels.h"

namespace amber {
namespace {

double share(long long part, long long whole) {
  return whole == 0 ? 0 : static_cast<double>(part) / static_cast<double>(whole);
}

// The farthest pixel of `from` from the nearest one of `to`, of the same window.
std::optional<Phantom> farthest(const PixelMask& from, const PixelMask& to) {
  const auto bounds = boundsOf(from);
  if (!bounds || !boundsOf(to)) return std::nullopt;
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

Measures measured(const Shape& shape, const PixelMask& ink, const Region& region) {
  Measures result;
  result.points = pointCount(shape);
  result.cost = testCost(kindOf(shape));
  const auto both = laid(shape, ink, region);
  if (!both) {
    result.agreement = 1;
    return result;
  }
  const Counts all = countsOf(both->shape, both->ink);
  const Counts wanted = countsOf(both->shape, both->wanted);
  const long long either = wanted.a + wanted.b - wanted.both;
  result.air = share(all.a - all.both, all.a);
  result.bareInk = share(wanted.b - wanted.both, wanted.b);
  result.agreement = either == 0 ? 1 : share(wanted.both, either);
  if (const auto phantom = farthest(without(both->shape, both->ink), both->ink)) {
    result.reachOut = phantom->distance;
  }
  if (const auto bare = farthest(without(both->wanted, both->shape), both->shape)) {
    result.shortfall = bare->distance;
  }
  return result;
}

}  // namespace amber
