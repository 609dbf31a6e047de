#pragma once

#include <optional>

#include "core/image/pixel_mask.h"

namespace amber {

/// A pixel, and how far its centre is from some other, px.
struct FarPixel {
  int x = 0;
  int y = 0;
  double distance = 0;
};

/// The pixel of `from` that is farthest from the nearest pixel of `to`; of several the topmost,
/// then leftmost. Nothing where either holds none. Requires: masks of one size. Cost: linear in the
/// masks' pixels, a fraction of a nanosecond each, and mostly no more; on large masks, of more than
/// 256 x 256, some nanoseconds each.
std::optional<FarPixel> farthestPixel(const PixelMask& from, const PixelMask& to);

}  // namespace amber
