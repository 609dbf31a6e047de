#include "core/image/shape_pixels.h"

#include <vector>

namespace amber {
PixelMask pixelsOf(const Shape& shape, const PixelRect& window) {
  PixelMask mask(window.w, window.h);
  std::vector<PixelSpan> spans;
  for (int y = 0; y < window.h; ++y) {
    spans.clear();
    appendRow(shape, window.y + y, spans);
    for (const PixelSpan& span : spans) {
      const int from = std::clamp(span.x0 - window.x, 0, window.w);
      const int to = std::clamp(span.x1 - window.x, 0, window.w);
      if (from < to) setRun(mask, y, from, to);
    }
  }
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
