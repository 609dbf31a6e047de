#pragma once

#include <optional>

#include "core/cut/grid.h"
#include "core/geometry/point.h"

namespace amber {

/// Drags one cut line of a grid, in sheet px. Knows no widget.
class LineTool {
 public:
  /// The line within `reach` px of the point, the nearest of several; nothing when none is.
  static std::optional<GridLine> lineAt(const Grid& grid, SheetPoint point, double reach);

  bool press(const Grid& grid, SheetPoint point, double reach);
  /// The grid with the line at the pointer; the original where that makes no grid.
  Grid move(SheetPoint point, PixelSize sheet) const;
  /// Ends the drag; the grid, or nothing when it did not change.
  std::optional<Grid> release(SheetPoint point, PixelSize sheet);
  void cancel() { dragging_ = false; }
  bool dragging() const { return dragging_; }

 private:
  bool dragging_ = false;
  Grid original_;
  GridLine line_;
};

}  // namespace amber
