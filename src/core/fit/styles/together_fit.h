#pragma once

#include <optional>
#include <vector>

#include "core/fit/measures/measures.h"
#include "core/geometry/point.h"
#include "core/image/pixel_mask.h"
#include "core/project/values/recipe.h"

namespace amber {

/// A frame's firm ink with its origin, both in frame px.
struct OriginInk {
  PixelMask ink;
  FramePoint origin;
};

/// One shape for all the frames, laid over each other at their origins (to the nearest whole px),
/// in px of the first frame; nothing where the recipe makes none. Snug covers every frame's ink,
/// inner holds no air in any, trimmed and balanced count the pixels of all; a mask holds what is
/// ink in any. Requires: at least one frame.
std::optional<Shape> fittedTogether(const std::vector<OriginInk>& frames, const Recipe& recipe);

/// The shape, in px of the first frame, as it lies on another of them.
Shape laidOn(const OriginInk& frame, const Shape& shape, const OriginInk& first);

/// The shape, in px of the first frame, measured on all of them: shares are of the pixels of all,
/// distances the largest on any.
Measures measuredTogether(const std::vector<OriginInk>& frames, const Shape& shape,
                          const Region& region);

}  // namespace amber
