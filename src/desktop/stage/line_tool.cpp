#include "desktop/stage/line_tool.h"

#include <cmath>

namespace amber {

std::optional<GridLine> LineTool::lineAt(const Grid& grid, SheetPoint point, double reach) {
  std::optional<GridLine> nearest;
  double least = reach;
  for (const GridLine& line : linesOf(grid)) {
    const bool columns = line.across == GridLine::Across::Columns;
    const double away = std::abs((columns ? point.x : point.y) - line.position);
    if (away <= least) {
      least = away;
      nearest = line;
    }
  }
  return nearest;
}

bool LineTool::press(const Grid& grid, SheetPoint point, double reach) {
  const auto line = lineAt(grid, point, reach);
  if (!line) return false;
  dragging_ = true;
  original_ = grid;
  line_ = *line;
  return true;
}

Grid LineTool::move(SheetPoint point, PixelSize sheet) const {
  const double place = line_.across == GridLine::Across::Columns ? point.x : point.y;
  const auto moved = withLineAt(original_, line_, static_cast<int>(std::lround(place)), sheet);
  return moved.value_or(original_);
}

std::optional<Grid> LineTool::release(SheetPoint point, PixelSize sheet) {
  if (!dragging_) return std::nullopt;
  dragging_ = false;
  const Grid grid = move(point, sheet);
  if (grid == original_) return std::nullopt;
  return grid;
}

}  // namespace amber
