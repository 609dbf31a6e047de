#include "core/cut/grid.h"

#include <algorithm>
#include <cmath>
#include <string>

#include "core/geometry/tolerances.h"

namespace amber {
namespace {

std::string sizeText(PixelSize size) {
  return std::to_string(size.w) + " x " + std::to_string(size.h);
}

Result<void> checkSpacing(PixelSize margin, PixelSize gutter) {
  for (const int number : {margin.w, margin.h, gutter.w, gutter.h}) {
    if (number < 0 || number > kLongestImageSide) {
      return failure(ErrorCode::BadValue,
                     "margin and gutter must be 0 to " + std::to_string(kLongestImageSide) + " px");
    }
  }
  return {};
}

Result<Grid> checkedCount(const Grid& grid) {
  if (static_cast<long long>(grid.columns) * grid.rows > kMostCells) {
    return failure(ErrorCode::BadValue, "this makes " + sizeText({grid.columns, grid.rows}) +
                                            " cells, more than " + std::to_string(kMostCells) +
                                            "; use larger cells");
  }
  return grid;
}

int strip(int side, int used, int margin, int gutter) {
  const int rest = side - used;
  return rest > std::max(margin, gutter) ? rest : 0;
}

}  // namespace

Result<Grid> gridByCell(PixelSize sheet, PixelSize cell, PixelSize margin, PixelSize gutter) {
  if (auto spacing = checkSpacing(margin, gutter); !spacing) {
    return tl::unexpected(spacing.error());
  }
  if (cell.w < 1 || cell.h < 1) {
    return failure(ErrorCode::BadValue, "a cell must be at least 1 x 1 px, not " + sizeText(cell));
  }
  Grid grid{cell, margin, gutter, wholeCells(sheet.w, cell.w, margin.w, gutter.w),
            wholeCells(sheet.h, cell.h, margin.h, gutter.h)};
  if (grid.columns < 1 || grid.rows < 1) {
    return failure(ErrorCode::BadValue, "no cell of " + sizeText(cell) + " px fits on a sheet of " +
                                            sizeText(sheet) + " px; use a smaller cell");
  }
  return checkedCount(grid);
}

Result<Grid> gridByCount(PixelSize sheet, int columns, int rows, PixelSize margin,
                         PixelSize gutter) {
  if (auto spacing = checkSpacing(margin, gutter); !spacing) {
    return tl::unexpected(spacing.error());
  }
  if (columns < 1 || rows < 1 || columns > kMostCells || rows > kMostCells) {
    return failure(ErrorCode::BadValue,
                   "columns and rows must be at least 1, not " + sizeText({columns, rows}));
  }
  const long long width = (sheet.w - margin.w - (columns - 1LL) * gutter.w) / columns;
  const long long height = (sheet.h - margin.h - (rows - 1LL) * gutter.h) / rows;
  if (width < 1 || height < 1) {
    return failure(ErrorCode::BadValue, sizeText({columns, rows}) +
                                            " cells do not fit on a sheet of " + sizeText(sheet) +
                                            " px; use fewer");
  }
  return checkedCount(
      Grid{{static_cast<int>(width), static_cast<int>(height)}, margin, gutter, columns, rows});
}

Grid wholeGrid(PixelSize sheet) {
  return {sheet, {}, {}, 1, 1};
}

PixelRect cellAt(const Grid& grid, int column, int row) {
  return {grid.margin.w + column * (grid.cell.w + grid.gutter.w),
          grid.margin.h + row * (grid.cell.h + grid.gutter.h), grid.cell.w, grid.cell.h};
}

std::vector<PixelRect> cellsOf(const Grid& grid) {
  std::vector<PixelRect> cells;
  cells.reserve(static_cast<std::size_t>(grid.columns) * static_cast<std::size_t>(grid.rows));
  for (int row = 0; row < grid.rows; ++row) {
    for (int column = 0; column < grid.columns; ++column) {
      cells.push_back(cellAt(grid, column, row));
    }
  }
  return cells;
}

LeftOver leftOver(const Grid& grid, PixelSize sheet) {
  const PixelRect last = cellAt(grid, grid.columns - 1, grid.rows - 1);
  const int right = strip(sheet.w, last.right(), grid.margin.w, grid.gutter.w);
  const int bottom = strip(sheet.h, last.bottom(), grid.margin.h, grid.gutter.h);
  LeftOver rest;
  if (right > 0) rest.right = {sheet.w - right, 0, right, sheet.h};
  if (bottom > 0) rest.bottom = {0, sheet.h - bottom, sheet.w, bottom};
  return rest;
}

std::vector<GridLine> linesOf(const Grid& grid) {
  std::vector<GridLine> lines;
  for (int i = 0; i <= grid.columns; ++i) {
    const int x = i < grid.columns ? cellAt(grid, i, 0).x : cellAt(grid, i - 1, 0).right();
    lines.push_back({GridLine::Across::Columns, i, x});
  }
  for (int i = 0; i <= grid.rows; ++i) {
    const int y = i < grid.rows ? cellAt(grid, 0, i).y : cellAt(grid, 0, i - 1).bottom();
    lines.push_back({GridLine::Across::Rows, i, y});
  }
  return lines;
}

Result<Grid> withLineAt(const Grid& grid, const GridLine& line, int position, PixelSize sheet) {
  const bool columns = line.across == GridLine::Across::Columns;
  PixelSize cell = grid.cell;
  PixelSize margin = grid.margin;
  int& side = columns ? cell.w : cell.h;
  int& before = columns ? margin.w : margin.h;
  const int gutter = columns ? grid.gutter.w : grid.gutter.h;
  if (line.index == 0) {
    before = std::max(0, position);
  } else {
    // The last high edge is followed by no gutter; every other line has `index` gutters before it.
    const int count = columns ? grid.columns : grid.rows;
    const int gutters = line.index == count ? line.index - 1 : line.index;
    const double share = static_cast<double>(position - before - gutters * gutter) / line.index;
    side = std::max(1, static_cast<int>(std::lround(share)));
  }
  return gridByCell(sheet, cell, margin, grid.gutter);
}

}  // namespace amber
