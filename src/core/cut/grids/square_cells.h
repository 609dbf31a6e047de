#pragma once

#include <optional>
#include <vector>

#include "core/image/image.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// Square cells that divide a sheet without rest, and how likely they are.
struct SquareCells {
  int side = 0;
  double score = 0;  ///< 0 to 1.
  int squares = 1;   ///< How many squares long each cell is along a strip: 1 or 2.

  bool operator==(const SquareCells&) const = default;
};

/// What was found of a sheet.
struct SquaresFound {
  std::optional<SquareCells> likely;  ///< Nothing where none are likely.
  std::vector<SquareCells> possible;  ///< Every side that divides the sheet, likeliest first; of
                                      ///< equal ones the larger first.
};

/// The square cells of a sheet. A side of at least 8 px that divides
/// both sides of the sheet is told by its cut lines alone, against all lines of the sheet: that
/// less ink runs across them, or, where ink is on both sides, that its colours break there. Of
/// sides that do about as well the smallest is meant. A strip as high as its cells are wide needs
/// less: that the cells are full and hold their ink at the same places; where every second of its
/// cut lines runs through ink like any other line and those between hardly do, each cell is two
/// squares long. Where nothing of that tells, ink that ends on the cut lines far more often than
/// elsewhere does, as where pieces of a ground that goes on from one to the next are missing.
/// Requires: the mask of the image's size, not empty. Cost: two looks at every pixel.
SquaresFound squareCells(const Image& image, const PixelMask& ink);

}  // namespace amber
