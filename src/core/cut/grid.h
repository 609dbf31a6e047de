#pragma once

#include <vector>

#include "core/base/result.h"
#include "core/geometry/pixel_rect.h"
#include "core/project/validation/valid_cut.h"
#include "core/project/values/grid.h"
#include "core/project/values/ranges.h"

namespace amber {

/// As many whole cells of `cell` px as the sheet holds. What is left over is not a cell (see
/// `leftOver`). Errors (BadValue): a cell under 1 px, a negative margin or gutter, no whole cell
/// on the sheet, more than kMostCells.
Result<Grid> gridByCell(PixelSize sheet, PixelSize cell, PixelSize margin, PixelSize gutter);

/// `columns` x `rows` equal cells, as large as the sheet allows.
/// Errors: as gridByCell; also when a cell would be under 1 px.
Result<Grid> gridByCount(PixelSize sheet, int columns, int rows, PixelSize margin,
                         PixelSize gutter);

/// The one cell that is all of the sheet.
Grid wholeGrid(PixelSize sheet);

/// The cell in this column and row, on the sheet. Requires: both in range.
PixelRect cellAt(const Grid& grid, int column, int row);

/// All cells in reading order: rows top to bottom, left to right within a row.
std::vector<PixelRect> cellsOf(const Grid& grid);

/// The strips of the sheet that would hold a partial last column or row; empty where none is left
/// over. A strip no wider than the margin or the gutter is a closing border, not a partial cell.
struct LeftOver {
  PixelRect right;
  PixelRect bottom;
};
LeftOver leftOver(const Grid& grid, PixelSize sheet);

/// One of a grid's cut lines: x for a column's edge, y for a row's.
struct GridLine {
  enum class Across { Columns, Rows };
  Across across = Across::Columns;
  int index = 0;     ///< 0 is the first cell's low edge; n is the high edge of cell n-1 when the
                     ///< gutter is 0, and the low edge of cell n otherwise.
  int position = 0;  ///< Sheet px.

  bool operator==(const GridLine&) const = default;
};

/// The lines that a person can take hold of: margin, each cell's low edge, and the last high edge.
std::vector<GridLine> linesOf(const Grid& grid);

/// The grid after dragging `line` to `position`: the first line moves the margin, any other changes
/// the cell's size so that this line comes as near as whole pixels allow; columns and rows are as
/// many as then fit. Errors: as gridByCell.
Result<Grid> withLineAt(const Grid& grid, const GridLine& line, int position, PixelSize sheet);

}  // namespace amber
