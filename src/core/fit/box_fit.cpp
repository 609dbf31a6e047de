#include "core/fit/box_fit.h"

namespace amber {

std::optional<Box> snugBox(const PixelMask& firmInk) {
  const std::optional<PixelRect> ink = boundsOf(firmInk);
  if (!ink) return std::nullopt;
  return Box{static_cast<double>(ink->x), static_cast<double>(ink->y), static_cast<double>(ink->w),
             static_cast<double>(ink->h)};
}

}  // namespace amber
