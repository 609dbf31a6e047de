#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/geometry/pixel_rect.h"
#include "core/image/pixel_mask.h"
#include "core/project/values/recipe.h"

namespace amber {

/// The pixels of the frame in a region of this ink; empty without ink. A band is a whole number of
/// rows or columns, rounded, at least one.
PixelRect areaOf(const Region& region, const PixelMask& ink);

/// The core of a figure from several frames of it, masks of one size: the columns and rows that
/// hold at least `percent` of the ink of the fullest column or row, over all frames. The bottom is
/// the lowest row with a pixel that is ink in 3 of 10 frames, so that the feet stay in. Arms,
/// weapons, hair and tails that move fall outside. Empty without ink. Cost: linear in the pixels.
PixelRect coreOf(const std::vector<PixelMask>& inks, double percent);

/// The ink within the region, on a mask of the frame's size.
PixelMask inkIn(const Region& region, const PixelMask& ink);

/// "all", "bottom:25%", "top:6px", "rect:1,2,3,4", "core:40%".
std::string textOf(const Region& region);

/// Errors (BadValue): anything that textOf does not write, a band of nothing, a rectangle without
/// pixels.
Result<Region> regionFrom(std::string_view text);

}  // namespace amber
