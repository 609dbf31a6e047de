#pragma once

#include <cassert>
#include <cstdint>
#include <vector>

#include "core/geometry/pixel_rect.h"

namespace amber {

/// One pixel, straight (not premultiplied) alpha.
struct Rgba {
  std::uint8_t r = 0;
  std::uint8_t g = 0;
  std::uint8_t b = 0;
  std::uint8_t a = 0;

  bool operator==(const Rgba&) const = default;
};

/// A picture of width x height pixels, rows top to bottom, without padding between rows.
class Image {
 public:
  Image() = default;
  /// All pixels transparent. Requires: width and height at least 0.
  Image(int width, int height)
      : width_(width),
        height_(height),
        pixels_(static_cast<std::size_t>(width) * static_cast<std::size_t>(height)) {
    assert(width >= 0 && height >= 0);
  }

  int width() const { return width_; }
  int height() const { return height_; }
  PixelSize size() const { return {width_, height_}; }
  PixelRect rect() const { return {0, 0, width_, height_}; }

  /// Requires: (x, y) inside the image.
  const Rgba& at(int x, int y) const { return pixels_[index(x, y)]; }
  Rgba& at(int x, int y) { return pixels_[index(x, y)]; }

  /// The first pixel of row y; `width()` pixels follow.
  const Rgba* row(int y) const { return pixels_.data() + index(0, y); }
  Rgba* row(int y) { return pixels_.data() + index(0, y); }

  bool operator==(const Image&) const = default;

 private:
  std::size_t index(int x, int y) const {
    return static_cast<std::size_t>(y) * static_cast<std::size_t>(width_) +
           static_cast<std::size_t>(x);
  }

  int width_ = 0;
  int height_ = 0;
  std::vector<Rgba> pixels_;
};

}  // namespace amber
