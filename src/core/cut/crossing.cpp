#include "core/cut/crossing.h"

namespace amber {
namespace {

// Lets one routine serve both directions: `along` runs on the line, `across` over it.
struct Turned {
  const PixelMask& mask;
  GridLine::Across direction;

  bool ink(int along, int across) const {
    const int x = direction == GridLine::Across::Columns ? across : along;
    const int y = direction == GridLine::Across::Columns ? along : across;
    return mask.rect().contains(x, y) && mask.test(x, y);
  }
  bool joined(int along, int from, int to) const {
    return ink(along, from) && (ink(along - 1, to) || ink(along, to) || ink(along + 1, to));
  }
  PixelRect run(int start, int end, int across) const {
    return direction == GridLine::Across::Columns ? PixelRect{across, start, 1, end - start}
                                                  : PixelRect{start, across, end - start, 1};
  }
};

void addRuns(const Turned& turned, int start, int end, int from, int to,
             std::vector<PixelRect>& runs) {
  int open = start;
  for (int along = start; along <= end; ++along) {
    if (along < end && turned.joined(along, from, to)) continue;
    if (along > open) runs.push_back(turned.run(open, along, from));
    open = along + 1;
  }
}

void addCrossing(const Turned& turned, const PixelRect& cell, int position, int column, int row,
                 std::vector<Crossing>& found) {
  const bool columns = turned.direction == GridLine::Across::Columns;
  const int start = columns ? cell.y : cell.x;
  const int end = columns ? cell.bottom() : cell.right();
  Crossing crossing{turned.direction, position, column, row, {}, 0};
  for (int along = start; along < end; ++along) {
    if (turned.joined(along, position - 1, position)) ++crossing.count;
  }
  if (crossing.count == 0) return;
  addRuns(turned, start, end, position - 1, position, crossing.pixels);
  addRuns(turned, start, end, position, position - 1, crossing.pixels);
  found.push_back(std::move(crossing));
}

// The edges of one cell along one direction. Without a gutter two cells share a line, which is then
// reported once, for the lower cell.
void addEdges(const Turned& turned, const Grid& grid, int column, int row,
              std::vector<Crossing>& found) {
  const bool columns = turned.direction == GridLine::Across::Columns;
  const PixelRect cell = cellAt(grid, column, row);
  const int side = columns ? turned.mask.width() : turned.mask.height();
  const int low = columns ? cell.x : cell.y;
  const int high = columns ? cell.right() : cell.bottom();
  const int gutter = columns ? grid.gutter.w : grid.gutter.h;
  const bool first = columns ? column == 0 : row == 0;
  if (low > 0 && (first || gutter > 0)) addCrossing(turned, cell, low, column, row, found);
  if (high < side) addCrossing(turned, cell, high, column, row, found);
}

}  // namespace

std::vector<Crossing> crossingsOf(const PixelMask& faintInk, const Grid& grid) {
  std::vector<Crossing> found;
  for (int row = 0; row < grid.rows; ++row) {
    for (int column = 0; column < grid.columns; ++column) {
      addEdges({faintInk, GridLine::Across::Columns}, grid, column, row, found);
      addEdges({faintInk, GridLine::Across::Rows}, grid, column, row, found);
    }
  }
  return found;
}

std::vector<PixelRect> cellsTouchingEdge(const PixelMask& faintInk, const Grid& grid) {
  std::vector<PixelRect> touching;
  for (const PixelRect& cell : cellsOf(grid)) {
    const long long edges = countWithin(faintInk, {cell.x, cell.y, cell.w, 1}) +
                            countWithin(faintInk, {cell.x, cell.bottom() - 1, cell.w, 1}) +
                            countWithin(faintInk, {cell.x, cell.y, 1, cell.h}) +
                            countWithin(faintInk, {cell.right() - 1, cell.y, 1, cell.h});
    if (edges > 0) touching.push_back(cell);
  }
  return touching;
}

}  // namespace amber
