#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/image/image.h"
#include "core/project/values/grid.h"

namespace amber::test {

/// A made-up sheet and how it was put together.
struct KnownSheet {
  Image image;
  Grid grid;                     ///< One cell that is all of the sheet for a single image.
  std::vector<PixelRect> boxes;  ///< Of a scattered sheet: each figure's ink; then `grid` is unset.
};

/// What kinds of sheets there are: grids with and without gutters, of tiles and of figures, sheets
/// that no cell divides, single images, scattered figures.
const std::vector<std::string>& sheetCases();

/// The sheet of that kind with this seed. The same seed gives the same sheet on any machine.
/// Cells are 8 to 256 px a side, any number as likely as another on a scale of ratios.
KnownSheet generatedSheet(std::string_view kind, unsigned seed);

}  // namespace amber::test
