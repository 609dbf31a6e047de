#include "core/cut/packing/packing_ink.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

// Ink whose brightest channel is less than this is black.
constexpr int kBlack = 28;
// Alpha of opaque ink.
constexpr int kOpaque = 200;

enum Kind : std::uint8_t { kNone, kShadow, kSoft, kOpaqueFigure };

Kind kindOf(const Rgba& pixel) {
  if (std::max({pixel.r, pixel.g, pixel.b}) < kBlack) return kShadow;
  return pixel.a < kOpaque ? kSoft : kOpaqueFigure;
}

// The kinds of all pixels with a border of one px of none, so that every pixel has neighbours.
class Kinds {
 public:
  explicit Kinds(const SheetArt& art)
      : stride_(static_cast<std::size_t>(art.image.width()) + 2),
        kinds_(stride_ * (static_cast<std::size_t>(art.image.height()) + 2), kNone) {
    for (int y = 0; y < art.image.height(); ++y) {
      for (int x = 0; x < art.image.width(); ++x) {
        if (art.faint.test(x, y)) kinds_[at(x, y)] = kindOf(art.image.at(x, y));
      }
    }
  }

  Kind kind(int x, int y) const { return static_cast<Kind>(kinds_[at(x, y)]); }

  float contact(int x, int y, int u, int v) const {
    const Kind a = kind(x, y);
    const Kind b = kind(u, v);
    if (a == kNone || b == kNone) return 0;
    return a == kOpaqueFigure && b == kOpaqueFigure ? PackingInk::kFirmContact : 1.0F;
  }

 private:
  std::size_t at(int x, int y) const {
    return static_cast<std::size_t>(y + 1) * stride_ + static_cast<std::size_t>(x + 1);
  }
  std::size_t stride_;
  std::vector<std::uint8_t> kinds_;
};

}  // namespace

PackingInk::PackingInk(const SheetArt& art) : size_(art.image.size()) {
  const Kinds kinds(art);
  const std::size_t corners =
      static_cast<std::size_t>(size_.w + 1) * static_cast<std::size_t>(size_.h + 1);
  ink_.assign(corners, 0);
  figures_.assign(corners, 0);
  columns_.assign(corners, 0);
  rows_.assign(corners, 0);
  for (int y = 0; y < size_.h; ++y) {
    int ink = 0;
    int figures = 0;
    for (int x = 0; x < size_.w; ++x) {
      const Kind kind = kinds.kind(x, y);
      ink += kind != kNone ? 1 : 0;
      figures += kind != kNone && kind != kShadow ? 1 : 0;
      ink_[at(x + 1, y + 1)] = ink_[at(x + 1, y)] + ink;
      figures_[at(x + 1, y + 1)] = figures_[at(x + 1, y)] + figures;
    }
    for (int x = 0; x <= size_.w; ++x) {
      float across = 0;
      for (int v = y - 1; v <= y + 1; ++v) across += kinds.contact(x - 1, y, x, v);
      columns_[at(x, y + 1)] = columns_[at(x, y)] + across;
    }
  }
  for (int y = 0; y <= size_.h; ++y) {
    for (int x = 0; x < size_.w; ++x) {
      float across = 0;
      for (int u = x - 1; u <= x + 1; ++u) across += kinds.contact(x, y - 1, u, y);
      rows_[at(x + 1, y)] = rows_[at(x, y)] + across;
    }
  }
  logs_.resize(static_cast<std::size_t>(size_.w) * static_cast<std::size_t>(size_.h) + 2);
  for (std::size_t i = 1; i < logs_.size(); ++i) logs_[i] = std::log(static_cast<float>(i));
}

}  // namespace amber
