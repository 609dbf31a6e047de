#include "core/image/shape_pixels.h"

#include <algorithm>

#include "core/geometry/shape_rows.h"

namespace amber {
PixelMask pixelsOf(const Shape& shape, const PixelRect& window) {
  PixelMask mask(window.w, window.h);
  visitRows(shape, window.y, window.bottom(), [&](int y, const PixelSpan& span) {
    const int from = std::clamp(span.x0 - window.x, 0, window.w);
    const int to = std::clamp(span.x1 - window.x, 0, window.w);
    if (from < to) setRun(mask, y - window.y, from, to);
  });
  return mask;
}

std::optional<MaskShape> maskShapeOf(const PixelMask& pixels, double x, double y) {
  const auto bounds = boundsOf(pixels);
  if (!bounds) return std::nullopt;
  MaskShape mask{x + bounds->x, y + bounds->y, bounds->w, bounds->h, {}};
  for (int row = 0; row < bounds->h; ++row) {
    for (int column = 0; column < bounds->w; ++column) {
      if (!pixels.test(bounds->x + column, bounds->y + row)) continue;
      const int from = column;
      while (column < bounds->w && pixels.test(bounds->x + column, bounds->y + row)) ++column;
      mask.runs.push_back({row, from, column});
    }
  }
  return mask;
}

}  // namespace amber
