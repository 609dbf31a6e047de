// What comes in other forms than a clean strip: scattered, on a colour, as separate files,
// animated, and facing the wrong way.
#include <array>
#include <cmath>

#include "canvas.h"
#include "sheets.h"

namespace glasshouse {
namespace {

Canvas trowel() {
  Canvas canvas(14, 34);
  canvas.limb(6.5, 2, 6.5, 11, 1.6, Material::Wood);
  canvas.limb(6.5, 12, 6.5, 16, 0.7, Material::Metal);
  canvas.ellipse(6.5, 23, 4.4, 8, Material::Metal);
  return canvas;
}

Canvas lantern() {
  Canvas canvas(24, 36);
  canvas.limb(7, 8, 11.5, 2, 0.6, Material::Metal);
  canvas.limb(16, 8, 11.5, 2, 0.6, Material::Metal);
  canvas.rect(6, 8, 12, 4, Material::Metal);
  canvas.rect(7, 12, 10, 15, Material::Lamp);
  canvas.rect(7, 12, 1, 15, Material::Metal);
  canvas.rect(16, 12, 1, 15, Material::Metal);
  canvas.rect(5, 27, 14, 4, Material::Metal);
  return canvas;
}

Canvas bellJar() {
  Canvas canvas(30, 32);
  canvas.ellipse(14.5, 15, 11, 12, Material::Water);
  canvas.rect(3, 16, 24, 11, Material::Water);
  canvas.limb(14.5, 25, 14.5, 17, 0.6, Material::Leaf);
  canvas.ellipse(11, 16, 3.2, 1.8, Material::Leaf);
  canvas.ellipse(18, 14, 3.2, 1.8, Material::Leaf);
  canvas.rect(2, 27, 26, 3, Material::Wood);
  return canvas;
}

Canvas rake() {
  Canvas canvas(18, 48);
  canvas.limb(8.5, 2, 8.5, 36, 0.9, Material::Wood);
  canvas.rect(2, 37, 14, 2, Material::Metal);
  for (int i = 0; i < 5; ++i) canvas.rect(2 + i * 3, 39, 1, 6, Material::Metal);
  return canvas;
}

Canvas bucket() {
  Canvas canvas(28, 26);
  for (int y = 9; y < 24; ++y)
    canvas.rect(4 + (y - 9) / 5, y, 20 - 2 * ((y - 9) / 5), 1, Material::Metal);
  canvas.ellipse(13.5, 9, 10, 3, Material::Water);
  canvas.limb(4, 8, 9, 2, 0.5, Material::Metal);
  canvas.limb(9, 2, 18, 2, 0.5, Material::Metal);
  canvas.limb(18, 2, 23, 8, 0.5, Material::Metal);
  return canvas;
}

// Two that belong together, two pixels apart: parts of one figure.
Canvas boots() {
  Canvas canvas(34, 22);
  for (const int x : {2, 19}) {
    canvas.rect(x + 1, 2, 6, 12, Material::Boot);
    canvas.ellipse(x + 6.0, 16, 6, 3.2, Material::Boot);
  }
  return canvas;
}

Canvas gourd() {
  Canvas canvas(22, 28);
  canvas.ellipse(10.5, 19, 8.4, 7, Material::Seed);
  canvas.ellipse(10.5, 10, 4.6, 4.6, Material::Seed);
  canvas.limb(10.5, 6, 13, 2, 0.8, Material::Leaf);
  return canvas;
}

// Things laid on the sheet where there was room.
amber::Image toolSheet() {
  struct Laid {
    Canvas canvas;
    int x;
    int y;
  };
  const std::array<Laid, 8> things = {{{lantern(), 6, 4},
                                       {trowel(), 40, 7},
                                       {bellJar(), 64, 3},
                                       {rake(), 102, 2},
                                       {bucket(), 128, 10},
                                       {boots(), 8, 58},
                                       {gourd(), 48, 54},
                                       {trowel(), 80, 56}}};
  amber::Image sheet(164, 96);
  for (const Laid& thing : things) paste(thing.canvas.lit(true), thing.x, thing.y, sheet);
  return sheet;
}

Canvas fern(int frame) {
  constexpr std::array<double, 6> kLean = {0, 1.4, 2.4, 1.4, 0, -1.2};
  const double lean = kLean[static_cast<std::size_t>(frame)];
  Canvas canvas(40, 40);
  for (const double side : {-1.0, -0.45, 0.1, 0.6, 1.0}) {
    const double tipX = 19.5 + side * 14 + lean * 2;
    const double tipY = 9 + std::abs(side) * 9;
    canvas.limb(19.5, 33, 19.5 + side * 6 + lean, 20, 0.8, Material::Leaf);
    canvas.limb(19.5 + side * 6 + lean, 20, tipX, tipY, 1.5, Material::Leaf);
    canvas.ellipse(tipX, tipY, 2.6, 2.2, Material::Moss);
  }
  canvas.rect(13, 32, 14, 5, Material::Clay);
  return canvas;
}

// As from a scanner or an old program: no transparency, one colour behind all.
amber::Image fernSheet() {
  constexpr amber::Rgba kBehind{200, 228, 255, 255};
  amber::Image sheet(40 * 6, 40);
  for (int y = 0; y < sheet.height(); ++y) {
    for (int x = 0; x < sheet.width(); ++x) sheet.at(x, y) = kBehind;
  }
  for (int i = 0; i < 6; ++i) paste(fern(i).lit(true), 40 * i, 0, sheet);
  return sheet;
}

// A glow around a point: soft to the edge.
void glow(amber::Image& image, double cx, double cy, double radius, double strength) {
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) {
      const double far = std::hypot(x - cx, y - cy) / radius;
      if (far >= 1) continue;
      const auto alpha = static_cast<std::uint8_t>(std::lround((1 - far) * (1 - far) * strength));
      if (alpha > image.at(x, y).a) image.at(x, y) = {246, 206, 96, alpha};
    }
  }
}

amber::Image firefly(int frame) {
  constexpr std::array<int, 6> kRadius = {7, 9, 11, 12, 10, 8};
  const int radius = kRadius[static_cast<std::size_t>(frame)];
  // Each picture is as large as its glow: separate files come in different sizes.
  const int side = radius * 2 + 2;
  amber::Image image(side, side);
  const double middle = (side - 1) / 2.0;
  glow(image, middle, middle + 1, radius, 200);
  Canvas body(side, side);
  body.ellipse(middle, middle + 1.5, 1.8, 2.4, Material::Lamp);
  body.ellipse(middle, middle - 2, 1.6, 1.6, Material::Fur);
  body.limb(middle - 1, middle - 1, middle - 4, middle - 4, 0.8, Material::Wing);
  body.limb(middle + 1, middle - 1, middle + 4, middle - 4, 0.8, Material::Wing);
  paste(body.lit(false), 0, 0, image);
  return image;
}

amber::Image flicker(int frame) {
  constexpr std::array<double, 6> kGlow = {15, 17, 14, 18, 16, 13};
  amber::Image image(40, 44);
  glow(image, 19.5, 24, kGlow[static_cast<std::size_t>(frame)], 150);
  Canvas lamp(40, 44);
  lamp.limb(14, 13, 19.5, 7, 0.6, Material::Metal);
  lamp.limb(25, 13, 19.5, 7, 0.6, Material::Metal);
  lamp.rect(13, 13, 14, 3, Material::Metal);
  lamp.rect(12, 33, 16, 4, Material::Metal);
  lamp.rect(14, 16, 1, 17, Material::Metal);
  lamp.rect(25, 16, 1, 17, Material::Metal);
  const int height = frame % 2 == 0 ? 7 : 9;
  lamp.ellipse(19.5 + frame % 3 - 1, 30 - height / 2.0, 3, height / 2.0 + 1, Material::Lamp);
  paste(lamp.lit(true), 0, 0, image);
  return image;
}

// Runs to the left, when everyone else faces right.
Canvas mouse(int frame) {
  constexpr std::array<int, 6> kStride = {0, 2, 3, 1, -2, -3};
  const int stride = kStride[static_cast<std::size_t>(frame)];
  const int hop = frame == 2 || frame == 3 ? 1 : 0;
  Canvas canvas(36, 22);
  canvas.limb(26, 15 - hop, 33, 9 - hop, 0.6, Material::Skin);  // tail
  canvas.ellipse(18, 13.0 - hop, 8.4, 5, Material::Fur);
  canvas.ellipse(9, 11.5 - hop, 4.2, 3.4, Material::Fur);
  canvas.ellipse(11, 7.5 - hop, 2.4, 2.4, Material::Skin);
  canvas.put(7, 11 - hop, Material::Ink);
  canvas.put(4, 12 - hop, Material::Skin);
  canvas.limb(13, 16, 12.0 - stride, 19, 1, Material::Fur);
  canvas.limb(22, 16, 23.0 + stride, 19, 1, Material::Fur);
  return canvas;
}

}  // namespace

std::vector<DrawnSheet> nightLifeSheets() {
  amber::Image mice(36 * 6, 22);
  for (int i = 0; i < 6; ++i) paste(mouse(i).lit(true), 36 * i, 0, mice);
  std::vector<DrawnSheet> sheets{{"garden_tools.png", toolSheet(), {}, {}},
                                 {"fern_sway.png", fernSheet(), {}, {}},
                                 {"mouse_run.png", std::move(mice), {}, {}}};
  for (int i = 0; i < 6; ++i) {
    sheets.push_back({"firefly_glow_" + std::to_string(i + 1) + ".png", firefly(i), {}, {}});
  }
  DrawnSheet lamp{"lantern_flicker.webp", {}, {}, {120, 80, 140, 60, 110, 90}};
  for (int i = 0; i < 6; ++i) lamp.pictures.push_back(flicker(i));
  sheets.push_back(std::move(lamp));
  return sheets;
}

}  // namespace glasshouse
