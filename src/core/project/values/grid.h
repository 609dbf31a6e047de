#pragma once

#include "core/geometry/pixel_rect.h"

namespace amber {

/// A cut by cells, in sheet px: equal cells in reading order, `margin` before the first column and
/// row, `gutter` between neighbours.
struct Grid {
  PixelSize cell;
  PixelSize margin;  ///< Left and top.
  PixelSize gutter;  ///< Between columns (w) and between rows (h).
  int columns = 0;
  int rows = 0;

  bool operator==(const Grid&) const = default;
};

}  // namespace amber
