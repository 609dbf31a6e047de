#include "core/project/validation/valid_cut.h"

#include <algorithm>
#include <string>

#include "core/project/values/ranges.h"

namespace amber {
namespace {

Result<void> refused(const std::string& sentence) {
  return failure(ErrorCode::BadValue, sentence);
}

// Asked before anything is added up, so that no number of a broken rectangle runs over.
bool liesOn(const PixelRect& rect, PixelSize area) {
  return kSideRange.holds(rect.x) && kSideRange.holds(rect.y) && kFrameSideRange.holds(rect.w) &&
         kFrameSideRange.holds(rect.h) && within(rect, {0, 0, area.w, area.h});
}

Result<void> checkedWay(const CutWay& way, PixelSize area) {
  if (const auto* grid = std::get_if<Grid>(&way)) {
    if (!fits(*grid, area)) return refused("the cells do not fit; use smaller ones");
  } else if (const auto* rule = std::get_if<IslandRule>(&way)) {
    if (!kJoinRange.holds(rule->join)) return refused("the joining distance must be 1 to 256 px");
    if (!kLeastInkRange.holds(rule->minInk) || !kByteRange.holds(rule->part)) {
      return refused(
          "the smallest island must be 1 to 1000000 px, and the alpha threshold for separation 0 "
          "to 255");
    }
  } else {
    const auto& rects = std::get<HandCut>(way).rects;
    if (rects.size() > kMostRects) return refused("there are more than 100000 rectangles");
    if (!std::all_of(rects.begin(), rects.end(),
                     [&](const PixelRect& rect) { return liesOn(rect, area); })) {
      return refused("a rectangle is empty or does not lie on the sheet");
    }
  }
  return {};
}

}  // namespace

int wholeCells(int side, int cell, int margin, int gutter) {
  if (side - margin < cell) return 0;
  return (side - margin - cell) / (cell + gutter) + 1;
}

bool fits(const Grid& grid, PixelSize sheet) {
  const auto spaced = [](PixelSize space) {
    return kSideRange.holds(space.w) && kSideRange.holds(space.h);
  };
  if (!spaced(grid.margin) || !spaced(grid.gutter) || !kFrameSideRange.holds(grid.cell.w) ||
      !kFrameSideRange.holds(grid.cell.h) || grid.columns < 1 || grid.rows < 1 ||
      static_cast<long long>(grid.columns) * grid.rows > kMostCells) {
    return false;
  }
  return grid.columns <= wholeCells(sheet.w, grid.cell.w, grid.margin.w, grid.gutter.w) &&
         grid.rows <= wholeCells(sheet.h, grid.cell.h, grid.margin.h, grid.gutter.h);
}

Result<void> checkedCut(const Cut& cut, PixelSize sheet) {
  if (auto valid = checkedWay(cut.way, sheet); !valid) return valid;
  if (cut.regions.size() > kMostRegions) return refused("there are more than 1000 regions");
  for (const CutRegion& region : cut.regions) {
    if (!liesOn(region.area, sheet)) {
      return refused("a region is empty or does not lie on the sheet");
    }
    if (auto valid = checkedWay(region.way, region.area.size()); !valid) return valid;
  }
  return {};
}

}  // namespace amber
