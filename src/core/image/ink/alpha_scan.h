#pragma once

#include <optional>

#include "core/geometry/pixel_rect.h"
#include "core/image/image.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// The pixels whose alpha is at least `least`, 1 to 255. Cost: linear in the pixels.
PixelMask alphaMask(const Image& image, int least);

/// The least rectangle around them, without making the mask; nothing where there is none. Cost:
/// linear in the pixels.
std::optional<PixelRect> alphaBounds(const Image& image, int least);

}  // namespace amber
