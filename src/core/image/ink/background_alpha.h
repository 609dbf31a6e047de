#pragma once

#include "core/image/image.h"

namespace amber {

/// The alpha threshold of visible ink that separates the art from a faint background: 1 for most
/// images. Some have an alpha above 0 everywhere, also where they are empty; then the threshold is
/// above that level. A level counts as background if it is at most kFaintestArt, half of all pixels
/// have it, and hardly any pixel is more transparent. Cost: linear in the pixels.
int visibleInkThreshold(const Image& image);

/// The highest alpha that a faint background may have.
inline constexpr int kFaintestArt = 48;

}  // namespace amber
