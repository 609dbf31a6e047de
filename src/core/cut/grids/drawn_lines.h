#pragma once

#include <optional>

#include "core/cut/grid.h"
#include "core/image/image.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// The grid with each cell's frame line left out, where one is drawn: the outermost pixels of
/// nearly all cells are of one colour, and what lies within is not. Nothing where there is no such
/// line. Requires: the grid lies on the image. Cost: linear in the cells' edges, and their pixels
/// at most.
std::optional<Grid> withinDrawnLines(const Image& image, const PixelMask& ink, const Grid& grid);

}  // namespace amber
