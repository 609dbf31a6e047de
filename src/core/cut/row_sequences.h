#pragma once

#include "core/image/ink/ink.h"
#include "core/project/values/grid.h"

namespace amber {

/// Whether each row of a grid is likely one animation: neighbours in a row are pictures of the same
/// thing. Their visible ink, aligned at the cells, has a median intersection over union of at least
/// a third. Tiles and icons differ more. False for a grid of one row or one column.
/// Cost: linear in the pixels, by words.
bool rowsAreSequences(const SheetArt& art, const Grid& grid);

/// The row of the grid that contains the middle of a rectangle, from 0.
int rowOf(const Grid& grid, const PixelRect& rect);

}  // namespace amber
