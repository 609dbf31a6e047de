#include "core/cut/proposals.h"

#include <algorithm>

#include "core/cut/axis_analysis.h"
#include "core/cut/crossing.h"
#include "core/cut/grid.h"

namespace amber {
namespace {

// Cells are square more often than not.
constexpr double kSquare = 0.04;
constexpr std::size_t kWaysASide = 4;

std::string times(int a, int b) {
  return std::to_string(a) + " x " + std::to_string(b);
}

std::string reasonFor(const Grid& grid, const PixelMask& ink) {
  if (grid.columns * grid.rows == 1) return "all of the sheet, as one frame";
  std::string reason =
      times(grid.columns, grid.rows) + " cells of " + times(grid.cell.w, grid.cell.h);
  if (grid.gutter != PixelSize{} || grid.margin != PixelSize{}) {
    reason += ", margin " + times(grid.margin.w, grid.margin.h) + ", gutter " +
              times(grid.gutter.w, grid.gutter.h);
  }
  const std::size_t crossings = crossingsOf(ink, grid).size();
  reason += crossings == 0   ? ", no ink crosses a cut"
            : crossings == 1 ? ", ink crosses one cut"
                             : ", ink crosses cuts in " + std::to_string(crossings) + " places";
  const std::vector<PixelRect> cells = cellsOf(grid);
  const auto empty = std::count_if(cells.begin(), cells.end(), [&](const PixelRect& cell) {
    return countWithin(ink, cell) == 0;
  });
  if (empty > 0) {
    reason += ", " + std::to_string(empty) + (empty == 1 ? " cell is empty" : " cells are empty");
  }
  return reason;
}

}  // namespace

std::vector<Proposal> proposeCuts(const SheetArt& art, std::size_t most) {
  const std::vector<AxisCut> columns = columnCuts(art.image, art.faint, kWaysASide);
  const std::vector<AxisCut> rows = columnCuts(turned(art.image), turned(art.faint), kWaysASide);
  std::vector<Proposal> proposals;
  for (const AxisCut& x : columns) {
    for (const AxisCut& y : rows) {
      const Grid grid{
          {x.cell, y.cell}, {x.margin, y.margin}, {x.gutter, y.gutter}, x.count, y.count};
      if (static_cast<long long>(x.count) * y.count > kMostCells) continue;
      const double square = x.cell == y.cell && x.count * y.count > 1 ? kSquare : 0;
      proposals.push_back({grid, std::min(1.0, (x.score + y.score) / 2 + square), {}});
    }
  }
  std::stable_sort(proposals.begin(), proposals.end(),
                   [](const Proposal& a, const Proposal& b) { return a.score > b.score; });
  if (proposals.size() > most) proposals.resize(most);
  for (Proposal& proposal : proposals) proposal.reason = reasonFor(proposal.grid, art.faint);
  return proposals;
}

}  // namespace amber
