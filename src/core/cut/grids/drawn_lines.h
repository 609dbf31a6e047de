#pragma once

#include <optional>

#include "core/cut/grid.h"
#include "core/image/image.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// The grid without the frame line of each cell, if one is drawn: the outermost pixels of nearly
/// all cells have one colour, and the pixels inside do not. Nothing if there is no such line.
/// Requires: the grid lies on the image. Cost: linear in the edges of the cells, and their pixels
/// at most.
std::optional<Grid> withinDrawnLines(const Image& image, const PixelMask& ink, const Grid& grid);

}  // namespace amber
