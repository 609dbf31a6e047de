#include "core/fit/styles/mask_fit.h"

#include <vector>

#include "core/image/distance.h"
#include "core/image/shape_pixels.h"

namespace amber {
namespace {

struct Pixel {
  int x;
  int y;
};

// All pixels connected to `start` through pixels set in `open`; they are removed from `open`.
std::vector<Pixel> taken(PixelMask& open, Pixel start, bool diagonally) {
  std::vector<Pixel> reached{start};
  open.reset(start.x, start.y);
  for (std::size_t i = 0; i < reached.size(); ++i) {
    const Pixel at = reached[i];
    for (int dy = -1; dy <= 1; ++dy) {
      for (int dx = -1; dx <= 1; ++dx) {
        if (!diagonally && dx != 0 && dy != 0) continue;
        const Pixel next{at.x + dx, at.y + dy};
        if (!open.rect().contains(next.x, next.y) || !open.test(next.x, next.y)) continue;
        open.reset(next.x, next.y);
        reached.push_back(next);
      }
    }
  }
  return reached;
}

PixelMask withoutSpecks(const PixelMask& ink, int least) {
  if (least <= 1) return ink;
  PixelMask left = ink;
  PixelMask kept(ink.width(), ink.height());
  for (int y = 0; y < ink.height(); ++y) {
    for (int x = 0; x < ink.width(); ++x) {
      if (!left.test(x, y)) continue;
      const std::vector<Pixel> island = taken(left, {x, y}, true);
      if (static_cast<int>(island.size()) < least) continue;
      for (const Pixel& pixel : island) kept.set(pixel.x, pixel.y);
    }
  }
  return kept;
}

// What the outside cannot reach.
PixelMask withHolesFilled(const PixelMask& ink) {
  PixelMask open(ink.width() + 2, ink.height() + 2);
  for (int y = 0; y < open.height(); ++y) {
    for (int x = 0; x < open.width(); ++x) {
      if (!ink.rect().contains(x - 1, y - 1) || !ink.test(x - 1, y - 1)) open.set(x, y);
    }
  }
  taken(open, {0, 0}, false);
  PixelMask filled = ink;
  for (int y = 0; y < ink.height(); ++y) {
    for (int x = 0; x < ink.width(); ++x) {
      if (open.test(x + 1, y + 1)) filled.set(x, y);
    }
  }
  return filled;
}

// The pixels of a mask that has a margin of |by| px all around.
PixelMask grownBy(const PixelMask& ink, int by) {
  const int margin = std::abs(by);
  PixelMask result(ink.width() + 2 * margin, ink.height() + 2 * margin);
  const PixelMask wide = cropped(ink, {-margin, -margin, result.width(), result.height()});
  PixelMask marked = wide;
  if (by < 0) {
    for (int y = 0; y < marked.height(); ++y) {
      for (int x = 0; x < marked.width(); ++x) {
        wide.test(x, y) ? marked.reset(x, y) : marked.set(x, y);
      }
    }
  }
  const DistanceField field(marked, marked.rect());
  const double reach = static_cast<double>(margin) * margin;
  for (int y = 0; y < result.height(); ++y) {
    for (int x = 0; x < result.width(); ++x) {
      const bool near = field.squaredAt(x, y) <= reach;
      if (near == (by > 0)) result.set(x, y);
    }
  }
  return result;
}

}  // namespace

std::optional<MaskShape> maskOf(const PixelMask& ink, const MaskOptions& wish) {
  PixelMask pixels = withoutSpecks(ink, wish.leastSpeck);
  if (wish.holes == Holes::Filled) pixels = withHolesFilled(pixels);
  if (wish.grow == 0) return maskShapeOf(pixels, 0, 0);
  const int margin = std::abs(wish.grow);
  return boundsOf(pixels) ? maskShapeOf(grownBy(pixels, wish.grow), -margin, -margin)
                          : std::nullopt;
}

}  // namespace amber
