#include "core/fit/measures.h"

#include <algorithm>
#include <cmath>

#include "core/image/distance.h"

namespace amber {
namespace {

PixelMask pixelsOf(const Shape& shape, const PixelRect& area) {
  PixelMask mask(area.w, area.h);
  for (int y = 0; y < area.h; ++y) {
    for (int x = 0; x < area.w; ++x) {
      if (holdsPixel(shape, area.x + x, area.y + y)) mask.set(x, y);
    }
  }
  return mask;
}

double largestShortfall(const Shape& shape, const PixelMask& ink, const PixelRect& inkBounds) {
  const PixelRect area = pixelBounds(shape);
  const PixelRect window = united(area, inkBounds);
  const PixelRect local{window.x - area.x, window.y - area.y, window.w, window.h};
  const DistanceField toShape(pixelsOf(shape, area), local);
  double farthest = 0;
  for (int y = inkBounds.y; y < inkBounds.bottom(); ++y) {
    for (int x = inkBounds.x; x < inkBounds.right(); ++x) {
      if (!ink.test(x, y) || holdsPixel(shape, x, y)) continue;
      farthest = std::max(farthest, toShape.squaredAt(x - area.x, y - area.y));
    }
  }
  return std::sqrt(farthest);
}

double share(long long part, long long whole) {
  return whole == 0 ? 0 : static_cast<double>(part) / static_cast<double>(whole);
}

}  // namespace

std::optional<Phantom> farthestPhantom(const Shape& shape, const PixelMask& ink) {
  const PixelRect area = pixelBounds(shape);
  const std::optional<PixelRect> inkBounds = boundsOf(ink);
  if (area.empty() || !inkBounds) return std::nullopt;
  const DistanceField toInk(ink, united(area, *inkBounds));
  Phantom farthest{area.x, area.y, -1};
  for (int y = area.y; y < area.bottom(); ++y) {
    for (int x = area.x; x < area.right(); ++x) {
      if (!holdsPixel(shape, x, y)) continue;
      const double squared = toInk.squaredAt(x, y);
      if (squared > farthest.distance) farthest = {x, y, squared};
    }
  }
  farthest.distance = std::sqrt(farthest.distance);
  return farthest;
}

Measures measured(const Shape& shape, const PixelMask& ink) {
  const PixelRect area = pixelBounds(shape);
  long long inShape = 0;
  long long both = 0;
  for (int y = area.y; y < area.bottom(); ++y) {
    for (int x = area.x; x < area.right(); ++x) {
      if (!holdsPixel(shape, x, y)) continue;
      ++inShape;
      if (ink.rect().contains(x, y) && ink.test(x, y)) ++both;
    }
  }
  const long long inkCount = countOf(ink);
  const long long either = inShape + inkCount - both;
  Measures result;
  result.air = share(inShape - both, inShape);
  result.bareInk = share(inkCount - both, inkCount);
  result.agreement = either == 0 ? 1 : share(both, either);
  if (const auto phantom = farthestPhantom(shape, ink)) result.reachOut = phantom->distance;
  if (inShape > 0 && inkCount > both) {
    result.shortfall = largestShortfall(shape, ink, *boundsOf(ink));
  }
  result.points = pointCount(shape);
  result.cost = testCost(shape);
  return result;
}

}  // namespace amber
