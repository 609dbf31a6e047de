#include "canvas.h"

#include <algorithm>
#include <array>

namespace glasshouse {
namespace {

using amber::Rgba;

struct Tones {
  Rgba dark;
  Rgba mid;
  Rgba light;
};

constexpr Rgba kOutline{20, 24, 44, 255};

constexpr Rgba rgb(unsigned hex) {
  return {static_cast<std::uint8_t>(hex >> 16), static_cast<std::uint8_t>(hex >> 8 & 255),
          static_cast<std::uint8_t>(hex & 255), 255};
}

// One limited palette for the whole glasshouse, cool where it is dark.
constexpr std::array<Tones, 20> kPalette = {{
    {{}, {}, {}},
    {kOutline, kOutline, kOutline},
    {rgb(0xa86a54), rgb(0xdb9c74), rgb(0xf6cfa2)},  // Skin
    {rgb(0x4a2f2a), rgb(0x74493a), rgb(0xa06a4c)},  // Felt
    {rgb(0xd9902f), rgb(0xf6c552), rgb(0xfff0b8)},  // Lamp
    {rgb(0x1f4a44), rgb(0x2f6f58), rgb(0x58a074)},  // Coat
    {rgb(0x2a3563), rgb(0x3f5288), rgb(0x6c82b4)},  // Cloth
    {rgb(0x6a2734), rgb(0x9c3d3c), rgb(0xcf6a50)},  // Boot
    {rgb(0x4f6579), rgb(0x86a0ac), rgb(0xd4e6e6)},  // Metal
    {rgb(0x2f6aa0), rgb(0x58a8cf), rgb(0xc4f0f4)},  // Water
    {rgb(0x7d2f4a), rgb(0xb8574f), rgb(0xe99a62)},  // Shell
    {rgb(0x7a6a4a), rgb(0xb5a468), rgb(0xe4d8a0)},  // Slug
    {rgb(0x6e6496), rgb(0xa79cc8), rgb(0xe6dff2)},  // Wing
    {rgb(0x5a4a5e), rgb(0x8d7a7c), rgb(0xc9b8a4)},  // Fur
    {rgb(0x813a34), rgb(0xb4573f), rgb(0xe08a5a)},  // Clay
    {rgb(0x1f5a48), rgb(0x3c8a56), rgb(0x86c46a)},  // Leaf
    {rgb(0x8a5a24), rgb(0xcf8f34), rgb(0xf8d878)},  // Seed
    {rgb(0x33405e), rgb(0x475878), rgb(0x64789a)},  // Slate
    {rgb(0x4d3836), rgb(0x74544a), rgb(0x9c7a62)},  // Wood
    {rgb(0x22504a), rgb(0x35705a), rgb(0x5c9a6c)},  // Moss
}};

}  // namespace

Material Canvas::at(int x, int y) const {
  if (x < 0 || y < 0 || x >= width_ || y >= height_) return Material::None;
  return cells_[static_cast<std::size_t>(y) * static_cast<std::size_t>(width_) +
                static_cast<std::size_t>(x)];
}

void Canvas::put(int x, int y, Material material) {
  if (x < 0 || y < 0 || x >= width_ || y >= height_) return;
  cells_[static_cast<std::size_t>(y) * static_cast<std::size_t>(width_) +
         static_cast<std::size_t>(x)] = material;
}

void Canvas::rect(int x, int y, int w, int h, Material material) {
  for (int j = y; j < y + h; ++j) {
    for (int i = x; i < x + w; ++i) put(i, j, material);
  }
}

void Canvas::ellipse(double cx, double cy, double rx, double ry, Material material) {
  for (int y = 0; y < height_; ++y) {
    for (int x = 0; x < width_; ++x) {
      const double dx = (x - cx) / rx;
      const double dy = (y - cy) / ry;
      if (dx * dx + dy * dy <= 1) put(x, y, material);
    }
  }
}

void Canvas::limb(double x0, double y0, double x1, double y1, double r, Material material) {
  const double dx = x1 - x0;
  const double dy = y1 - y0;
  const double length = dx * dx + dy * dy;
  for (int y = 0; y < height_; ++y) {
    for (int x = 0; x < width_; ++x) {
      const double along =
          length == 0 ? 0 : std::clamp(((x - x0) * dx + (y - y0) * dy) / length, 0.0, 1.0);
      const double ax = x - x0 - along * dx;
      const double ay = y - y0 - along * dy;
      if (ax * ax + ay * ay <= r * r) put(x, y, material);
    }
  }
}

amber::Image Canvas::lit(bool outlined) const {
  amber::Image image(width_, height_);
  for (int y = 0; y < height_; ++y) {
    for (int x = 0; x < width_; ++x) {
      const Material own = at(x, y);
      if (own == Material::None) {
        const bool beside = at(x - 1, y) != own || at(x + 1, y) != own || at(x, y - 1) != own ||
                            at(x, y + 1) != own;
        if (outlined && beside) image.at(x, y) = kOutline;
        continue;
      }
      const bool towardsLight = at(x - 1, y) != own || at(x, y - 1) != own;
      const bool awayFromLight = at(x + 1, y) != own || at(x, y + 1) != own;
      const Tones& tones = kPalette[static_cast<std::size_t>(own)];
      image.at(x, y) = towardsLight == awayFromLight ? tones.mid
                       : towardsLight                ? tones.light
                                                     : tones.dark;
    }
  }
  return image;
}

void paste(const amber::Image& picture, int x, int y, amber::Image& sheet) {
  for (int j = 0; j < picture.height(); ++j) {
    for (int i = 0; i < picture.width(); ++i) {
      const Rgba pixel = picture.at(i, j);
      if (pixel.a != 0 && sheet.rect().contains(x + i, y + j)) sheet.at(x + i, y + j) = pixel;
    }
  }
}

}  // namespace glasshouse
