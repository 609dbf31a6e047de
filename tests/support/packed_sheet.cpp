#include "support/packed_sheet.h"

#include <algorithm>
#include <random>

namespace amber::test {
namespace {

// A length as pieces of 22 to 34 px; the last ones may be a little longer.
std::vector<int> pieces(int length, std::mt19937& random) {
  std::vector<int> all;
  while (length >= 2 * 22) {
    all.push_back(std::min(22 + static_cast<int>(random() % 13), length - 22));
    length -= all.back();
  }
  all.push_back(length);
  return all;
}

// Columns of frames, none as wide or as high as its neighbours.
void part(const PixelRect& room, std::mt19937& random, std::vector<PixelRect>& frames) {
  int x = room.x;
  for (const int w : pieces(room.w, random)) {
    int y = room.y;
    for (const int h : pieces(room.h, random)) {
      frames.push_back({x, y, w, h});
      y += h;
    }
    x += w;
  }
}

}  // namespace

PackedSheet packedTightly(unsigned seed, int width, int height, std::uint8_t shadow) {
  std::mt19937 random(seed);
  PackedSheet sheet;
  sheet.image = Image(width, height);
  part({0, 0, width, height}, random, sheet.frames);
  const auto ellipse = [&](const PixelRect& rect, const Rgba& colour) {
    for (int y = 0; y < rect.h; ++y) {
      for (int x = 0; x < rect.w; ++x) {
        const double dx = (2 * x + 1.0) / rect.w - 1;
        const double dy = (2 * y + 1.0) / rect.h - 1;
        // Wide enough to reach the middle of each side.
        if (dx * dx + dy * dy <= 1.02) sheet.image.at(rect.x + x, rect.y + y) = colour;
      }
    }
  };
  for (const PixelRect& frame : sheet.frames) {
    const Rgba colour{static_cast<std::uint8_t>(90 + random() % 150), 130, 60, 255};
    const int w = frame.w * 3 / 4 - static_cast<int>(random() % 4);
    const int h = frame.h * 2 / 3 - static_cast<int>(random() % 4);
    ellipse({frame.x, frame.y, w, h}, colour);
    ellipse({frame.right() - w, frame.y + h + 1, w, frame.h - h - 1}, {0, 0, 0, shadow});
  }
  return sheet;
}

double foundOf(const std::vector<PixelRect>& frames, const std::vector<PixelRect>& found) {
  const auto hit = std::count_if(frames.begin(), frames.end(), [&](const PixelRect& frame) {
    return std::any_of(found.begin(), found.end(), [&](const PixelRect& one) {
      const auto common = static_cast<double>(areaOf(intersection(frame, one)));
      return common >= 0.8 * (static_cast<double>(areaOf(frame) + areaOf(one)) - common);
    });
  });
  return static_cast<double>(hit) / static_cast<double>(frames.size());
}

}  // namespace amber::test
