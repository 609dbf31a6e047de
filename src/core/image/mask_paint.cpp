#include "core/image/mask_paint.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <utility>
#include <vector>

#include "core/image/shape_pixels.h"

namespace amber {
namespace {

// The mask's pixels on a window that holds it and the room.
struct Canvas {
  PixelRect window;
  PixelMask pixels;

  Canvas(const MaskShape& mask, const PixelRect& room)
      : window(united(pixelBounds(Shape(mask)), room)), pixels(pixelsOf(Shape(mask), window)) {}

  bool holds(int x, int y) const { return window.contains(x, y); }
  bool test(int x, int y) const { return pixels.test(x - window.x, y - window.y); }
  void put(int x, int y, Paint paint) {
    paint == Paint::Set ? pixels.set(x - window.x, y - window.y)
                        : pixels.reset(x - window.x, y - window.y);
  }
  std::optional<MaskShape> mask() const { return maskShapeOf(pixels, window.x, window.y); }
};

}  // namespace

std::optional<MaskShape> painted(const MaskShape& mask, const Stroke& stroke,
                                 const PixelRect& room) {
  Canvas canvas(mask, room);
  // A brush of an even size has its middle at a corner of the pixel, else at its centre.
  const double middle = stroke.size % 2 == 0 ? 0 : 0.5;
  const double radius = stroke.size / 2.0;
  const int reach = stroke.size / 2 + 1;
  const auto dab = [&](int cx, int cy) {
    for (int y = cy - reach; y <= cy + reach; ++y) {
      for (int x = cx - reach; x <= cx + reach; ++x) {
        const double dx = x + 0.5 - (cx + middle);
        const double dy = y + 0.5 - (cy + middle);
        const bool inBrush = dx * dx + dy * dy <= radius * radius;
        const bool may = stroke.paint == Paint::Erase ? canvas.holds(x, y) : room.contains(x, y);
        if (inBrush && may) canvas.put(x, y, stroke.paint);
      }
    }
  };
  int x = stroke.x0;
  int y = stroke.y0;
  const int dx = std::abs(stroke.x1 - x);
  const int dy = -std::abs(stroke.y1 - y);
  const int stepX = x < stroke.x1 ? 1 : -1;
  const int stepY = y < stroke.y1 ? 1 : -1;
  int error = dx + dy;
  while (true) {
    dab(x, y);
    if (x == stroke.x1 && y == stroke.y1) break;
    const int twice = 2 * error;
    if (twice >= dy) {
      error += dy;
      x += stepX;
    }
    if (twice <= dx) {
      error += dx;
      y += stepY;
    }
  }
  return canvas.mask();
}

std::optional<MaskShape> filled(const MaskShape& mask, int x, int y, Paint paint,
                                const PixelRect& room) {
  Canvas canvas(mask, room);
  const bool from = paint == Paint::Erase;
  const bool begins = from ? canvas.holds(x, y) : room.contains(x, y);
  if (!begins || canvas.test(x, y) != from) return mask;
  std::vector<std::pair<int, int>> open{{x, y}};
  canvas.put(x, y, paint);
  while (!open.empty()) {
    const auto [cx, cy] = open.back();
    open.pop_back();
    for (const auto& [nx, ny] : {std::pair(cx + 1, cy), std::pair(cx - 1, cy),
                                 std::pair(cx, cy + 1), std::pair(cx, cy - 1)}) {
      const bool may = from ? canvas.holds(nx, ny) : room.contains(nx, ny);
      if (!may || canvas.test(nx, ny) != from) continue;
      canvas.put(nx, ny, paint);
      open.emplace_back(nx, ny);
    }
  }
  return canvas.mask();
}

}  // namespace amber
