#include <algorithm>
#include <array>
#include <cmath>

#include "canvas.h"
#include "sheets.h"

namespace glasshouse {
namespace {

Canvas snail(int frame) {
  constexpr std::array<int, 6> kStretch = {0, 1, 2, 2, 1, 0};
  const int stretch = kStretch[static_cast<std::size_t>(frame)];
  const int half = stretch / 2;  // in whole pixels: the feeler's eye sits on its end
  Canvas canvas(32, 24);
  canvas.limb(4 - stretch / 2.0, 21.2, 24 + stretch, 20.8, 1.7, Material::Slug);
  canvas.limb(22 + stretch, 20, 25 + stretch, 14, 2.3, Material::Slug);  // neck and head
  canvas.ellipse(25.5 + stretch, 13.5, 2.6, 2.2, Material::Slug);
  // Two feelers, one pixel thin, each with its eye.
  canvas.limb(25 + stretch, 12, 24 + stretch, 7, 0.5, Material::Slug);
  canvas.limb(27 + stretch, 12, 28 + stretch - half, 6, 0.5, Material::Slug);
  canvas.put(24 + stretch, 6, Material::Lamp);
  canvas.put(28 + stretch - half, 5, Material::Lamp);
  canvas.ellipse(13, 13.5, 8.2, 7, Material::Shell);
  canvas.ellipse(13.5, 14, 5, 4.4, Material::Boot);
  canvas.ellipse(13.5, 14.2, 3.6, 3.1, Material::Shell);
  canvas.ellipse(14, 14.4, 1.4, 1.2, Material::Boot);
  return canvas;
}

// A wing with a soft rim: full ink inside, fading over three pixels.
void softWing(amber::Image& image, double cx, double cy, double rx, double ry, double lean) {
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) {
      const double dx = (x - cx - lean * (y - cy)) / rx;
      const double dy = (y - cy) / ry;
      const double far = std::sqrt(dx * dx + dy * dy);
      const double inside = (1 - far) * std::min(rx, ry);
      if (inside <= -2.2) continue;
      const bool lightSide = dx + dy < -0.35;
      const bool spot = std::hypot(x - cx, y - cy) < 1.8;
      const amber::Rgba colour = spot        ? amber::Rgba{246, 197, 82, 0}
                                 : lightSide ? amber::Rgba{230, 223, 242, 0}
                                 : far > 0.7 ? amber::Rgba{110, 100, 150, 0}
                                             : amber::Rgba{167, 156, 200, 0};
      const double cover = std::clamp((inside + 2.2) / 3.2, 0.0, 1.0);
      const auto alpha = static_cast<std::uint8_t>(std::lround(cover * 245));
      if (alpha <= image.at(x, y).a) continue;
      image.at(x, y) = {colour.r, colour.g, colour.b, alpha};
    }
  }
}

amber::Image moth(int frame) {
  constexpr std::array<double, 6> kOpen = {1.0, 0.85, 0.6, 0.4, 0.6, 0.85};
  constexpr std::array<int, 6> kHeight = {0, 0, 1, 2, 1, 0};
  const double open = kOpen[static_cast<std::size_t>(frame)];
  const int drop = kHeight[static_cast<std::size_t>(frame)];
  amber::Image image(32, 32);
  const double reach = 6.6 * open;
  softWing(image, 15.5 - reach, 13 + drop, 5.8 * open + 1, 6.4, -0.25);
  softWing(image, 15.5 + reach, 13 + drop, 5.8 * open + 1, 6.4, 0.25);
  softWing(image, 15.5 - reach * 0.7, 20 + drop, 4 * open + 1, 4.6, 0.2);
  softWing(image, 15.5 + reach * 0.7, 20 + drop, 4 * open + 1, 4.6, -0.2);
  Canvas body(32, 32);
  body.limb(15.5, 11 + drop, 15.5, 22 + drop, 1.9, Material::Fur);
  body.ellipse(15.5, 9 + drop, 2.4, 2, Material::Fur);
  body.limb(14, 7.5 + drop, 10.5, 3 + drop, 0.5, Material::Fur);
  body.limb(17, 7.5 + drop, 20.5, 3 + drop, 0.5, Material::Fur);
  body.put(14, 9 + drop, Material::Lamp);
  body.put(17, 9 + drop, Material::Lamp);
  paste(body.lit(false), 0, 0, image);
  return image;
}

}  // namespace

std::vector<DrawnSheet> pestSheets() {
  amber::Image snails(32 * 6, 24);
  amber::Image moths(32 * 6, 32);
  for (int i = 0; i < 6; ++i) {
    paste(snail(i).lit(true), 32 * i, 0, snails);
    paste(moth(i), 32 * i, 0, moths);
  }
  return {{"snail_crawl.png", std::move(snails)}, {"moth_flutter.png", std::move(moths)}};
}

}  // namespace glasshouse
