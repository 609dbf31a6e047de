#include "core/fit/styles/together_fit.h"

#include <algorithm>
#include <cmath>

#include "core/fit/search/region.h"
#include "core/fit/styles/recipe_fit.h"

namespace amber {
namespace {

struct Shift {
  int x;
  int y;
};

Shift shiftOf(const OriginInk& frame, const OriginInk& first) {
  return {static_cast<int>(std::lround(first.origin.x - frame.origin.x)),
          static_cast<int>(std::lround(first.origin.y - frame.origin.y))};
}

// Frames with distant origins make a huge window in which they are specks and their masks fill the
// memory. Such frames are not one figure.
bool holdable(const PixelRect& window, std::size_t frames) {
  constexpr long long kMostWindow = 1LL << 26;  // px; sums over it take 256 MiB
  constexpr long long kMostBits = 1LL << 32;    // px of all masks, 512 MiB
  const long long area = 1LL * window.w * window.h;
  return area <= kMostWindow && area * static_cast<long long>(frames) <= kMostBits;
}

}  // namespace

std::optional<Shape> fittedTogether(const std::vector<OriginInk>& frames, const Recipe& recipe) {
  // A window of the first frame's px around all of them.
  PixelRect window;
  for (const OriginInk& frame : frames) {
    const Shift by = shiftOf(frame, frames.front());
    window = united(window, {by.x, by.y, frame.ink.width(), frame.ink.height()});
  }
  if (!holdable(window, frames.size())) return std::nullopt;
  std::vector<PixelMask> inks;
  for (const OriginInk& frame : frames) {
    const Shift by = shiftOf(frame, frames.front());
    const bool ownRegion = recipe.region.part != Region::Part::Core;
    const PixelMask wanted = ownRegion ? inkIn(recipe.region, frame.ink) : frame.ink;
    inks.push_back(cropped(wanted, {window.x - by.x, window.y - by.y, window.w, window.h}));
  }
  // The core is that of all frames; other regions are of each frame's own ink.
  if (recipe.region.part == Region::Part::Core) {
    Region area;
    area.part = Region::Part::Rect;
    area.rect = coreOf(inks, recipe.region.size);
    for (PixelMask& ink : inks) ink = inkIn(area, ink);
  }
  const auto shape = fittedToAll(inks, recipe);
  if (!shape) return std::nullopt;
  return insetBy(moved(*shape, window.x, window.y), recipe.inset).shape;
}

Measures measuredTogether(const std::vector<OriginInk>& frames, const Shape& shape,
                          const Region& region) {
  Measures whole;
  double held = 0;
  double wanted = 0;
  double either = 0;
  for (const OriginInk& frame : frames) {
    const Shape here = laidOn(frame, shape, frames.front());
    const Measures one = measured(here, frame.ink, region);
    const auto pixels = static_cast<double>(pixelCount(here));
    const auto ink = static_cast<double>(countOf(inkIn(region, frame.ink)));
    const double both = ink * (1 - one.bareInk);
    held += both;
    wanted += ink;
    either += pixels + ink - both;
    // Every frame has the same number of the shape's pixels.
    whole.air += one.air / static_cast<double>(frames.size());
    whole.overhang = std::max(whole.overhang, one.overhang);
    whole.shortfall = std::max(whole.shortfall, one.shortfall);
    whole.points = one.points;
    whole.cost = one.cost;
  }
  whole.bareInk = wanted > 0 ? 1 - held / wanted : 0;
  whole.overlap = either > 0 ? held / either : 1;
  return whole;
}

Shape laidOn(const OriginInk& frame, const Shape& shape, const OriginInk& first) {
  const Shift by = shiftOf(frame, first);
  return moved(shape, -by.x, -by.y);
}

}  // namespace amber
