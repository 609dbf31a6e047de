#pragma once

#include <vector>

#include "core/image/image.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// A way to cut one side of a sheet: `count` cells of `cell` px from `margin` on, `gutter` apart.
struct AxisCut {
  int cell = 0;
  int margin = 0;
  int gutter = 0;
  int count = 1;
  double score = 0;  ///< 0 to 1.

  bool operator==(const AxisCut&) const = default;
};

/// Ways to cut a sheet into columns, best first, at most `most`; one column is always among them.
/// For rows, give the turned image and mask. Requires: mask of the image's size, not empty.
std::vector<AxisCut> columnCuts(const Image& image, const PixelMask& ink, std::size_t most);

/// The image and the mask with x and y exchanged.
Image turned(const Image& image);
PixelMask turned(const PixelMask& mask);

}  // namespace amber
