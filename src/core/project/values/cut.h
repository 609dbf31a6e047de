#pragma once

#include <variant>
#include <vector>

#include "core/geometry/pixel_rect.h"
#include "core/project/values/grid.h"
#include "core/project/values/island_rule.h"

namespace amber {

/// Rectangles drawn by hand, on the sheet (or on the region that is cut so), in their own order.
struct HandCut {
  std::vector<PixelRect> rects;

  bool operator==(const HandCut&) const = default;
};

/// A cutting method: a grid, islands of ink, or by hand. One cell that covers the sheet means
/// "whole".
using CutWay = std::variant<Grid, IslandRule, HandCut>;

/// A region of the sheet that is cut by another method, as if it were a separate sheet.
struct CutRegion {
  PixelRect area;  ///< On the sheet.
  CutWay way;

  bool operator==(const CutRegion&) const = default;
};

/// How a sheet is cut. Where a region lies, the sheet's own way finds nothing.
struct Cut {
  CutWay way;
  std::vector<CutRegion> regions;

  bool operator==(const Cut&) const = default;
};

}  // namespace amber
