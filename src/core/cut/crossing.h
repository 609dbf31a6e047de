#pragma once

#include <vector>

#include "core/cut/grid.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// Ink that runs across one cut line beside one cell.
struct Crossing {
  GridLine::Across across = GridLine::Across::Columns;
  int position = 0;  ///< The line's x (or y) on the sheet, px; ink lies at position-1 and position.
  int column = 0;  ///< The cell that the line bounds on its low side (or high side, at the margin).
  int row = 0;
  std::vector<PixelRect> pixels;  ///< The ink pixels at the line, both sides, as runs along it.
  int count = 0;  ///< How many px of the line are crossed: its rows (or columns) with ink on the
                  ///< low side that is 8-connected to ink directly across.
};

/// Every place where the edge of a cell cuts through ink. The border of the sheet is not a cut. A
/// line is crossed at a pixel if that pixel is ink and one of the three pixels that face it across
/// the line is ink too, because both then belong to one 8-connected component. Requires: `grid`
/// fits the mask. Cost: linear in the length of the lines.
std::vector<Crossing> crossingsOf(const PixelMask& faintInk, const Grid& grid);

/// The cells whose ink touches their own edge, the sheet's border included.
/// Requires: `grid` fits the mask. Cost: linear in the length of the edges.
std::vector<PixelRect> cellsTouchingEdge(const PixelMask& faintInk, const Grid& grid);

}  // namespace amber
