#include "core/cut/row_sequences.h"

#include <algorithm>
#include <vector>

#include "core/cut/grid.h"

namespace amber {
namespace {

// On the strips of the practice sheets with known animations, the least median of a sheet whose
// rows are animations is 0.42; half of the icon and tile sheets have less than a third.
constexpr double kLeastLikeness = 1.0 / 3;

double likeness(const PixelMask& a, const PixelMask& b) {
  const auto both = static_cast<double>(countOf(intersection(a, b)));
  const auto either = static_cast<double>(countOf(a) + countOf(b)) - both;
  return either > 0 ? both / either : 1;
}

}  // namespace

bool rowsAreSequences(const SheetArt& art, const Grid& grid) {
  if (grid.rows < 2 || grid.columns < 2) return false;
  std::vector<double> alike;
  for (int row = 0; row < grid.rows; ++row) {
    PixelMask before;
    for (int column = 0; column < grid.columns; ++column) {
      PixelMask ink = cropped(art.faint, cellAt(grid, column, row));
      if (countOf(ink) == 0) continue;
      if (before.width() > 0) alike.push_back(likeness(before, ink));
      before = std::move(ink);
    }
  }
  if (alike.empty()) return false;
  const auto middle = alike.begin() + static_cast<std::ptrdiff_t>(alike.size() / 2);
  std::nth_element(alike.begin(), middle, alike.end());
  return *middle >= kLeastLikeness;
}

int rowOf(const Grid& grid, const PixelRect& rect) {
  const int middle = rect.y + rect.h / 2 - grid.margin.h;
  return std::clamp(middle / std::max(1, grid.cell.h + grid.gutter.h), 0, grid.rows - 1);
}

}  // namespace amber
