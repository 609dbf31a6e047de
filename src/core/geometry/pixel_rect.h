#pragma once

#include <algorithm>

namespace amber {

/// A width and a height, in px.
struct PixelSize {
  int w = 0;
  int h = 0;

  bool operator==(const PixelSize&) const = default;
};

/// A rectangle of whole pixels: columns [x, x+w), rows [y, y+h). The coordinate space is stated
/// where it is used.
struct PixelRect {
  int x = 0;
  int y = 0;
  int w = 0;
  int h = 0;

  bool operator==(const PixelRect&) const = default;

  constexpr int right() const { return x + w; }   ///< First column past the rectangle.
  constexpr int bottom() const { return y + h; }  ///< First row past the rectangle.
  constexpr bool empty() const { return w <= 0 || h <= 0; }
  constexpr PixelSize size() const { return {w, h}; }
  constexpr bool contains(int px, int py) const {
    return px >= x && px < right() && py >= y && py < bottom();
  }
};

/// What both cover; empty (w or h 0) where they do not meet.
constexpr PixelRect intersection(const PixelRect& a, const PixelRect& b) {
  const int x = std::max(a.x, b.x);
  const int y = std::max(a.y, b.y);
  return {x, y, std::max(0, std::min(a.right(), b.right()) - x),
          std::max(0, std::min(a.bottom(), b.bottom()) - y)};
}

/// The least rectangle around both. An empty one adds nothing.
constexpr PixelRect united(const PixelRect& a, const PixelRect& b) {
  if (a.empty()) return b;
  if (b.empty()) return a;
  const int x = std::min(a.x, b.x);
  const int y = std::min(a.y, b.y);
  return {x, y, std::max(a.right(), b.right()) - x, std::max(a.bottom(), b.bottom()) - y};
}

/// Its pixels.
constexpr long long areaOf(const PixelRect& rect) {
  return 1LL * rect.w * rect.h;
}

/// True when `inner` lies wholly within `outer`.
constexpr bool within(const PixelRect& inner, const PixelRect& outer) {
  return inner.x >= outer.x && inner.y >= outer.y && inner.right() <= outer.right() &&
         inner.bottom() <= outer.bottom();
}

}  // namespace amber
