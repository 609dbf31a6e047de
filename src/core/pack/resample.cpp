#include "core/pack/resample.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace amber {
namespace {

// A length times a scale may be a whole number and a hair.
constexpr double kHair = 1e-9;

// What of the source's pixels one pixel covers along one axis.
struct Cover {
  int from = 0;
  int to = 0;  // exclusive
  double low = 0;
  double high = 0;

  double weight(int at) const { return std::min(high, at + 1.0) - std::max(low, double(at)); }
};

Cover coverOf(int pixel, double scale, int length) {
  Cover cover;
  cover.low = std::min<double>(pixel / scale, length);
  cover.high = std::min<double>((pixel + 1) / scale, length);
  cover.from = static_cast<int>(cover.low);
  cover.to = std::min(length, static_cast<int>(std::ceil(cover.high - kHair)));
  return cover;
}

struct Spot {
  int x = 0;
  int y = 0;
};

std::uint8_t byteOf(double value) {
  return static_cast<std::uint8_t>(std::clamp(std::floor(value + 0.5), 0.0, 255.0));
}

Rgba meanOf(const Image& picture, const Cover& across, const Cover& down, double area) {
  double r = 0;
  double g = 0;
  double b = 0;
  double a = 0;
  for (int y = down.from; y < down.to; ++y) {
    for (int x = across.from; x < across.to; ++x) {
      const Rgba& pixel = picture.at(x, y);
      const double weight = down.weight(y) * across.weight(x) * pixel.a;
      a += weight;
      r += weight * pixel.r;
      g += weight * pixel.g;
      b += weight * pixel.b;
    }
  }
  const std::uint8_t alpha = byteOf(a / area);
  return alpha == 0 ? Rgba{} : Rgba{byteOf(r / a), byteOf(g / a), byteOf(b / a), alpha};
}

}  // namespace

int scaledLength(int px, double scale) {
  return std::max(1, static_cast<int>(std::ceil(px * scale - kHair)));
}

Image resampled(const Image& picture, double scale, Resampling how) {
  Image out(scaledLength(picture.width(), scale), scaledLength(picture.height(), scale));
  std::vector<Cover> across;
  for (int x = 0; x < out.width(); ++x) across.push_back(coverOf(x, scale, picture.width()));
  const auto middle = [&](int pixel, int length) {
    return std::min(length - 1, static_cast<int>((pixel + 0.5) / scale));
  };
  for (int y = 0; y < out.height(); ++y) {
    const Cover down = coverOf(y, scale, picture.height());
    for (int x = 0; x < out.width(); ++x) {
      if (how == Resampling::Area) {
        out.at(x, y) =
            meanOf(picture, across[static_cast<std::size_t>(x)], down, 1 / (scale * scale));
        continue;
      }
      const Rgba& pixel = picture.at(middle(x, picture.width()), middle(y, picture.height()));
      if (pixel.a != 0) out.at(x, y) = pixel;
    }
  }
  return out;
}

Image flipped(const Image& picture) {
  Image out(picture.width(), picture.height());
  for (int y = 0; y < picture.height(); ++y) {
    std::reverse_copy(picture.row(y), picture.row(y) + picture.width(), out.row(y));
  }
  return out;
}

void bleedColours(Image& picture) {
  // Rings outward from what can be seen, each taking its colours from the one before.
  std::vector<Spot> ring;
  std::vector<bool> coloured(static_cast<std::size_t>(picture.width()) *
                             static_cast<std::size_t>(picture.height()));
  const auto mark = [&](int x, int y) {
    return coloured[static_cast<std::size_t>(y) * static_cast<std::size_t>(picture.width()) +
                    static_cast<std::size_t>(x)];
  };
  for (int y = 0; y < picture.height(); ++y) {
    for (int x = 0; x < picture.width(); ++x) {
      if (picture.at(x, y).a == 0) continue;
      mark(x, y) = true;
      ring.push_back({x, y});
    }
  }
  while (!ring.empty()) {
    std::vector<Spot> next;
    for (const Spot& from : ring) {
      const Rgba colour = picture.at(from.x, from.y);
      const PixelRect around = intersection({from.x - 1, from.y - 1, 3, 3}, picture.rect());
      for (int y = around.y; y < around.bottom(); ++y) {
        for (int x = around.x; x < around.right(); ++x) {
          if (mark(x, y)) continue;
          mark(x, y) = true;
          picture.at(x, y) = {colour.r, colour.g, colour.b, 0};
          next.push_back({x, y});
        }
      }
    }
    ring = std::move(next);
  }
}

}  // namespace amber
