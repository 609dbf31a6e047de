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

/// The square cells of a sheet. A side of at least 8 px that divides both sides of the sheet is
/// judged by its cut lines, compared with all lines of the sheet: less ink crosses them, or, if ink
/// is on both sides, its colours change there. Of sides that are about as good, the smallest is
/// used. A strip as high as its cells are wide needs less evidence: its cells are full and contain
/// ink at the same places. If every second cut line crosses ink like any other line and those
/// between hardly do, each cell is two squares long. If none of this applies, ink that ends on cut
/// lines far more often than elsewhere is evidence, for example where pieces of a continuous ground
/// are missing. Requires: a mask of the image's size, not empty. Cost: two passes over the pixels.
SquaresFound squareCells(const Image& image, const PixelMask& ink);

}  // namespace amber
