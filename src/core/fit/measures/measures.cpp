#include "core/fit/measures/measures.h"

#include <algorithm>
#include <utility>

#include "core/fit/measures/test_cost.h"
#include "core/image/bit_count.h"
#include "core/image/shape_pixels.h"

namespace amber {
namespace {

double share(long long part, long long whole) {
  return whole == 0 ? 0 : static_cast<double>(part) / static_cast<double>(whole);
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
  measures.overlap = 1;
  measures.points = pointCount(shape);
  measures.cost = testCost(shape);
  return measures;
}

// Shape and ink on one window around both.
struct Laid {
  PixelRect window;
  PixelMask shape;
  PixelMask ink;                    // all of it
  std::optional<PixelMask> wanted;  // that of the region, where it is not all

  const PixelMask& wantedInk() const { return wanted ? *wanted : ink; }
};

Measures sharesOf(const Shape& shape, const Laid& both) {
  Measures result = emptyMeasures(shape);
  const Counts all = countsOf(both.shape, both.ink);
  const Counts wanted = both.wanted ? countsOf(both.shape, *both.wanted) : all;
  const long long either = wanted.a + wanted.b - wanted.both;
  result.air = share(all.a - all.both, all.a);
  result.bareInk = share(wanted.b - wanted.both, wanted.b);
  result.overlap = either == 0 ? 1 : share(wanted.both, either);
  return result;
}

}  // namespace

// What the measures of all shapes of a frame ask of its ink.
struct Measurer::Ground {
  const PixelMask& ink;
  PixelRect bounds;
  std::optional<PixelMask> wanted;  // of the region, where it is not all
  std::optional<FarthestFrom> distances = {};

  Ground(const PixelMask& frameInk, const Region& region)
      : ink(frameInk), bounds(boundsOf(frameInk).value_or(PixelRect{})) {
    if (region.part != Region::Part::All) wanted = inkIn(region, frameInk);
  }

  std::optional<FarPixel> farthest(const PixelMask& from, const PixelRect& window) {
    if (!distances) distances.emplace(ink);
    return (*distances)(from, window.x, window.y);
  }

  // Nothing where both are empty.
  std::optional<Laid> laid(const Shape& shape) const {
    const PixelRect window = united(pixelBounds(shape), bounds);
    if (window.empty()) return std::nullopt;
    Laid both{window, pixelsOf(shape, window), cropped(ink, window), {}};
    if (wanted) both.wanted = cropped(*wanted, window);
    return both;
  }
};

Measurer::Measurer(const PixelMask& ink, const Region& region)
    : ground_(std::make_unique<Ground>(ink, region)) {}
Measurer::~Measurer() = default;

std::optional<FarPixel> Measurer::farthestPhantom(const Shape& shape) const {
  const auto both = ground_->laid(shape);
  if (!both) return std::nullopt;
  auto found = ground_->farthest(both->shape, both->window);
  if (found) {
    found->x += both->window.x;
    found->y += both->window.y;
  }
  return found;
}

Measures Measurer::shares(const Shape& shape) const {
  const auto both = ground_->laid(shape);
  return both ? sharesOf(shape, *both) : emptyMeasures(shape);
}

Measures Measurer::operator()(const Shape& shape) const {
  const auto both = ground_->laid(shape);
  if (!both) return emptyMeasures(shape);
  Measures result = sharesOf(shape, *both);
  const PixelMask air = without(both->shape, both->ink);
  if (const auto phantom = ground_->farthest(air, both->window)) {
    result.overhang = phantom->distance;
  }
  if (const auto bare = farthestPixel(without(both->wantedInk(), both->shape), both->shape)) {
    result.shortfall = bare->distance;
  }
  return result;
}

std::optional<FarPixel> farthestPhantom(const Shape& shape, const PixelMask& ink) {
  return Measurer(ink).farthestPhantom(shape);
}

Measures sharesOf(const Shape& shape, const PixelMask& ink, const Region& region) {
  return Measurer(ink, region).shares(shape);
}

Measures measured(const Shape& shape, const PixelMask& ink, const Region& region) {
  return Measurer(ink, region)(shape);
}

}  // namespace amber
