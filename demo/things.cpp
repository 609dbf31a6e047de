#include <array>
#include <cmath>

#include "canvas.h"
#include "sheets.h"

namespace glasshouse {
namespace {

Canvas pot(int variant) {
  Canvas canvas(32, 32);
  const double leafRoom = variant == 0 ? 0 : variant == 1 ? 1 : 2;
  if (variant > 0) {
    canvas.limb(15.5, 15, 15.5, 8 - leafRoom, 0.6, Material::Leaf);
    canvas.ellipse(11.5, 9.5 - leafRoom, 3.4, 1.9, Material::Leaf);
    canvas.ellipse(19.5, 8 - leafRoom, 3.4, 1.9, Material::Leaf);
  }
  if (variant == 2) {
    canvas.limb(15.5, 10, 23, 3, 0.5, Material::Leaf);  // a tendril that sticks out
    canvas.ellipse(24, 3, 1.8, 1.5, Material::Lamp);
  }
  for (int y = 18; y < 30; ++y) {
    const int inset = (y - 18) / 4;
    canvas.rect(9 + inset, y, 14 - 2 * inset, 1, Material::Clay);
  }
  canvas.rect(7, 14, 18, 4, Material::Clay);
  canvas.rect(8, 18, 16, 1, Material::Ink);
  return canvas;
}

Canvas seedPod(int frame) {
  constexpr std::array<double, 6> kWidth = {4.6, 4.2, 3.0, 1.6, 3.0, 4.2};
  const double width = kWidth[static_cast<std::size_t>(frame)];
  Canvas canvas(16, 16);
  canvas.ellipse(7.5, 8.5, width, 5, Material::Seed);
  canvas.limb(7.5, 3, 8.5, 1.5, 0.5, Material::Leaf);
  canvas.ellipse(7.5, 3.8, width * 0.6, 1.1, Material::Leaf);
  if (width > 2) canvas.limb(7.5, 6, 7.5, 12, 0.4, Material::Ink);
  return canvas;
}

Canvas drop(int frame) {
  Canvas canvas(12, 16);
  if (frame == 3) {  // it bursts
    canvas.limb(1, 13, 3, 14, 0.7, Material::Water);
    canvas.limb(10, 13, 8, 14, 0.7, Material::Water);
    canvas.rect(3, 14, 6, 1, Material::Water);
    canvas.put(5, 10, Material::Water);
    return canvas;
  }
  const double stretch = frame * 0.5;
  canvas.ellipse(5.5, 10 - stretch, 3.2 - stretch / 2, 3.4 + stretch / 2, Material::Water);
  canvas.limb(5.5, 8 - stretch, 5.5, 3 - stretch, 0.8, Material::Water);
  return canvas;
}

template <class Draw>
DrawnSheet strip(const std::string& name, int width, int height, int count, Draw draw) {
  amber::Image sheet(width * count, height);
  for (int i = 0; i < count; ++i) paste(draw(i).lit(true), width * i, 0, sheet);
  return {name, std::move(sheet)};
}

// Bricks and planks are halved at the sides of a tile, so that they go on in the next one.
void drawTile(int number, int left, int top, Canvas& canvas) {
  const auto bar = [&](int x, int y, int w, int h, Material material) {
    canvas.rect(left + x, top + y, w, h, material);
  };
  if (number < 4) {
    bar(0, 0, 32, 32, Material::Slate);
    for (int y = 3; y < 32; y += 8) bar(0, y, 32, 1, Material::Ink);
    for (int y = 0; y < 32; ++y) {
      const int joint = (y + 4) / 8 % 2 == 0 ? 3 : 11;
      bar(joint, y, 1, 1, Material::Ink);
      bar(joint + 16, y, 1, 1, Material::Ink);
    }
    if (number == 1) canvas.ellipse(left + 9, top + 18, 6, 3, Material::Moss);
    if (number == 2) canvas.limb(left + 4, top + 26, left + 27, top + 5, 0.6, Material::Ink);
    if (number == 3) canvas.ellipse(left + 20, top + 22, 7, 3.5, Material::Water);
  } else {
    bar(0, 0, 32, 10, Material::Wood);
    for (int x = 3; x < 32; x += 8) bar(x, 0, 1, 10, Material::Ink);
    bar(0, 10, 32, 1, Material::Ink);
    bar(number == 4 ? 3 : number == 6 ? 24 : 13, 11, 5, 21, Material::Wood);
    if (number == 7) bar(3, 18, 26, 4, Material::Wood);
  }
}

// Each tile fills its cell to the edge, so that neighbours join without a seam: it is lit with the
// plain tile of its type beside it on both sides, bricks above and below it too.
amber::Image tile(int number) {
  Canvas canvas(3 * 32, 3 * 32);
  const int plain = number < 4 ? 0 : 5;
  for (int row = 0; row < 3; ++row) {
    for (int column = 0; column < 3; ++column) {
      if (number >= 4 && row != 1) continue;
      const bool middle = row == 1 && column == 1;
      drawTile(middle ? number : plain, 32 * column, 32 * row, canvas);
    }
  }
  const amber::Image all = canvas.lit(false);
  amber::Image image(32, 32);
  for (int y = 0; y < 32; ++y) {
    for (int x = 0; x < 32; ++x) image.at(x, y) = all.at(32 + x, 32 + y);
  }
  return image;
}

}  // namespace

std::vector<DrawnSheet> thingSheets() {
  return {strip("clay_pot.png", 32, 32, 3, pot), strip("seed_pod_spin.png", 16, 16, 6, seedPod),
          strip("water_drop_drip.png", 12, 16, 4, drop)};
}

std::vector<DrawnSheet> tileSheets() {
  constexpr int kMargin = 4;
  constexpr int kStep = 34;
  amber::Image sheet(2 * kMargin + 4 * kStep - 2, 2 * kMargin + 2 * kStep - 2);
  for (int i = 0; i < 8; ++i) {
    paste(tile(i), kMargin + i % 4 * kStep, kMargin + i / 4 * kStep, sheet);
  }
  return {{"glasshouse_tiles.png", std::move(sheet)}};
}

std::vector<DrawnSheet> allSheets() {
  std::vector<DrawnSheet> all = keeperSheets();
  for (auto* draw : {pestSheets, thingSheets, tileSheets, nightLifeSheets}) {
    for (DrawnSheet& sheet : draw()) all.push_back(std::move(sheet));
  }
  return all;
}

}  // namespace glasshouse
