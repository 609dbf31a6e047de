#pragma once

#include "core/base/result.h"
#include "core/project/values/cut.h"

namespace amber {

/// How many whole cells of `cell` px fit along a side, after `margin`, `gutter` px apart.
/// Requires: cell + gutter is at least 1, all are at most kLongestImageSide.
int wholeCells(int side, int cell, int margin, int gutter);

/// Whether every number of the grid is in its range and every cell lies on a sheet of this size.
bool fits(const Grid& grid, PixelSize sheet);

/// Whether every cell, rectangle and region lies where it must on a sheet of this size, and every
/// number is in its range. Errors (BadValue): what does not, in a sentence.
Result<void> checkedCut(const Cut& cut, PixelSize sheet);

}  // namespace amber
