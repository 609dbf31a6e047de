#include "core/image/look.h"

namespace amber {
namespace {

class Fnv {
 public:
  void add(std::uint64_t value) {
    for (int i = 0; i < 8; ++i) {
      state_ = (state_ ^ (value & 255)) * 0x100000001b3U;
      value >>= 8;
    }
  }
  std::uint64_t state() const { return state_; }

 private:
  std::uint64_t state_ = 0xcbf29ce484222325U;
};

}  // namespace

std::uint64_t lookOf(const SheetArt& art, const PixelRect& rect) {
  const PixelRect inside = intersection(rect, art.image.rect());
  if (inside.empty()) return 0;
  const auto ink = boundsOf(cropped(art.faint, inside));
  if (!ink) return 0;
  Fnv fnv;
  fnv.add(static_cast<std::uint64_t>(ink->w) << 32 | static_cast<std::uint64_t>(ink->h));
  for (int y = inside.y + ink->y; y < inside.y + ink->bottom(); ++y) {
    for (int x = inside.x + ink->x; x < inside.x + ink->right(); ++x) {
      if (!art.faint.test(x, y)) continue;
      const Rgba& pixel = art.image.at(x, y);
      fnv.add(static_cast<std::uint64_t>(x - inside.x - ink->x) << 48 |
              static_cast<std::uint64_t>(y - inside.y - ink->y) << 32 |
              std::uint64_t{pixel.r} << 24 | std::uint64_t{pixel.g} << 16 |
              std::uint64_t{pixel.b} << 8 | pixel.a);
    }
  }
  // 0 means that there is no ink.
  return fnv.state() == 0 ? 1 : fnv.state();
}

}  // namespace amber
