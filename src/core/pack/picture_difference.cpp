#include "core/pack/picture_difference.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <vector>

#include "core/base/exact_number.h"

namespace amber {
namespace {

// The required look of a frame at a scale, pixel by pixel from its sheet.
class WantedPicture {
 public:
  WantedPicture(const SheetArt& art, const PixelRect& frame, double scale, Resampling how)
      : art_(art), frame_(frame), scale_(scale), how_(how) {}

  PixelSize size() const { return {side(frame_.w), side(frame_.h)}; }

  Rgba at(int x, int y) const {
    if (scale_ == 1) return source(x, y);
    if (how_ == Resampling::Nearest) {
      return source(std::min(frame_.w - 1, static_cast<int>(std::floor((x + 0.5) / scale_))),
                    std::min(frame_.h - 1, static_cast<int>(std::floor((y + 0.5) / scale_))));
    }
    return mean(x, y);
  }

 private:
  int side(int length) const {
    return std::max(1, static_cast<int>(std::ceil(length * scale_ - 1e-9)));
  }

  Rgba source(int x, int y) const {
    const int sheetX = frame_.x + x;
    const int sheetY = frame_.y + y;
    return art_.faint.test(sheetX, sheetY) ? art_.image.at(sheetX, sheetY) : Rgba{};
  }

  // How much of [at, at + 1) lies in [low, high).
  static double share(int at, double low, double high) {
    return std::max(0.0, std::min(high, at + 1.0) - std::max(low, static_cast<double>(at)));
  }

  Rgba mean(int x, int y) const {
    const double left = x / scale_;
    const double right = (x + 1) / scale_;
    const double top = y / scale_;
    const double bottom = (y + 1) / scale_;
    double sums[4] = {};
    for (int sy = static_cast<int>(top); sy < std::min<double>(frame_.h, bottom); ++sy) {
      for (int sx = static_cast<int>(left); sx < std::min<double>(frame_.w, right); ++sx) {
        const Rgba pixel = source(sx, sy);
        const double part = share(sy, top, bottom) * share(sx, left, right) * pixel.a;
        sums[0] += part * pixel.r;
        sums[1] += part * pixel.g;
        sums[2] += part * pixel.b;
        sums[3] += part;
      }
    }
    const auto rounded = [](double value) { return static_cast<std::uint8_t>(value + 0.5); };
    const std::uint8_t alpha = rounded(sums[3] * scale_ * scale_);
    if (alpha == 0) return {};
    return {rounded(sums[0] / sums[3]), rounded(sums[1] / sums[3]), rounded(sums[2] / sums[3]),
            alpha};
  }

  const SheetArt& art_;
  PixelRect frame_;
  double scale_;
  Resampling how_;
};

// Two means of the same pixels, summed in another order, may be rounded to either side.
bool nearly(const Rgba& a, const Rgba& b) {
  const auto near = [](int x, int y) { return std::abs(x - y) <= 1; };
  return near(a.r, b.r) && near(a.g, b.g) && near(a.b, b.b) && near(a.a, b.a);
}

// Whether every unseen pixel has the colour of a neighbour that is nearer to what is seen; black
// where nothing is.
bool isBled(const Image& page, const PixelRect& rect) {
  constexpr int kFar = 1 << 20;
  const auto width = static_cast<std::size_t>(rect.w);
  std::vector<int> distance(width * static_cast<std::size_t>(rect.h), kFar);
  const auto at = [&](int x, int y) -> int& {
    return distance[static_cast<std::size_t>(y) * width + static_cast<std::size_t>(x)];
  };
  const auto near = [&](int x, int y) {
    return x < 0 || y < 0 || x >= rect.w || y >= rect.h ? kFar : at(x, y);
  };
  // Chamfer distance in two passes is exact for the chessboard metric.
  for (int y = 0; y < rect.h; ++y) {
    for (int x = 0; x < rect.w; ++x) {
      at(x, y) = page.at(rect.x + x, rect.y + y).a != 0
                     ? 0
                     : 1 + std::min({near(x - 1, y), near(x - 1, y - 1), near(x, y - 1),
                                     near(x + 1, y - 1)});
    }
  }
  for (int y = rect.h - 1; y >= 0; --y) {
    for (int x = rect.w - 1; x >= 0; --x) {
      at(x, y) = std::min(at(x, y), 1 + std::min({near(x + 1, y), near(x + 1, y + 1),
                                                  near(x, y + 1), near(x - 1, y + 1)}));
    }
  }
  for (int y = 0; y < rect.h; ++y) {
    for (int x = 0; x < rect.w; ++x) {
      if (at(x, y) == 0) continue;
      const Rgba pixel = page.at(rect.x + x, rect.y + y);
      bool found = at(x, y) >= kFar && pixel == Rgba{};
      for (int dy = -1; dy <= 1 && !found; ++dy) {
        for (int dx = -1; dx <= 1 && !found; ++dx) {
          if (near(x + dx, y + dy) != at(x, y) - 1) continue;
          const Rgba other = page.at(rect.x + x + dx, rect.y + y + dy);
          found = other.r == pixel.r && other.g == pixel.g && other.b == pixel.b;
        }
      }
      if (!found) return false;
    }
  }
  return true;
}

}  // namespace

std::string pictureDifference(const SheetArt& art, const PixelRect& frame, const Image& page,
                              const PictureLying& lying, double scale, const PackProfile& profile) {
  if (!within(lying.rect, page.rect()) || !within(frame, art.image.rect())) {
    return "its place on page or sheet does not exist";
  }
  const WantedPicture wanted(art, frame, scale, profile.resampling);
  const PixelSize size = wanted.size();
  const PixelRect kept{lying.trim.w, lying.trim.h, lying.rect.w, lying.rect.h};
  if (!within(kept, {0, 0, size.w, size.h})) return "its trimmed picture is larger than the frame";
  const bool bled = profile.unseen == Unseen::Bled;
  const bool exact = scale == 1 || profile.resampling == Resampling::Nearest;
  for (int y = 0; y < size.h; ++y) {
    for (int x = 0; x < size.w; ++x) {
      Rgba got;
      if (kept.contains(x, y)) {
        const int across = lying.mirrored ? kept.right() - 1 - x : x - kept.x;
        got = page.at(lying.rect.x + across, lying.rect.y + y - kept.y);
      }
      // What colour unseen pixels have is asked of the picture as a whole.
      if (got.a == 0 && bled) got = {};
      const Rgba pixel = wanted.at(x, y);
      if (exact ? got == pixel : nearly(got, pixel)) continue;
      return "the pixel at " + std::to_string(x) + ", " + std::to_string(y) +
             (scale == 1 ? "" : " of scale " + exactNumber(scale)) + " differs";
    }
  }
  return bled && !isBled(page, lying.rect)
             ? "its transparent pixels do not have the colour of the nearest visible pixels"
             : "";
}

}  // namespace amber
