#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// cut.crossing: one finding a cut line that ink crosses. cut.partialCell: a strip left over that
/// would hold part of a cell; a warning when it holds ink, a note when not.
std::vector<Finding> checkGrid(const Grid& grid, SheetId sheet, const SheetArt& art);

}  // namespace amber
