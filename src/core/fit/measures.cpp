#include "core/fit/measures.h"

#include <algorithm>
#include <utility>

#include "core/fit/test_cost.h"
#include "core/image/bit_count.h"
#include "core/image/shape_pixels.h"

namespace amber {
namespace {

double share(long long part, long long whole) {
  return whole == 0 ? 0 : static_cast<double>(part) / static_cast<double>(whole);
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

std::optional<FarPixel> farthestPhantom(const Shape& shape, const PixelMask& ink) {
  const auto both = laid(shape, ink, {});
  auto found = both ? farthestPixel(both->shape, both->ink) : std::nullopt;
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
  if (const auto phantom = farthestPixel(without(both->shape, both->ink), both->ink)) {
    result.reachOut = phantom->distance;
  }
  if (const auto bare = farthestPixel(without(both->wanted, both->shape), both->shape)) {
    result.shortfall = bare->distance;
  }
  return result;
}

}  // namespace amber
