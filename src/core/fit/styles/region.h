#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/geometry/pixel_rect.h"
#include "core/image/pixel_mask.h"
#include "core/project/values/recipe.h"

namespace amber {

/// The pixels of the frame that a region of this ink means; empty where there is no ink. A band is
/// a whole number of rows or columns, rounded, at least one.
PixelRect areaOf(const Region& region, const PixelMask& ink);

/// The ink within the region, on a mask of the frame's size.
PixelMask inkIn(const Region& region, const PixelMask& ink);

/// "all", "bottom:25%", "top:6px", "rect:1,2,3,4".
std::string textOf(const Region& region);

/// Errors (BadValue): anything that textOf does not write, a band of nothing, a rectangle without
/// pixels.
Result<Region> regionFrom(std::string_view text);

}  // namespace amber
