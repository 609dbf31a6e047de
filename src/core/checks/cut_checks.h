#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// What is wrong with a sheet's cut:
/// cut.crossing: one finding a cut line that ink crosses; its fix widens the gutter where that
/// leaves only guide lines between the cells, or cuts as islands. cut.partialCell: a strip left
/// over that would hold part of a cell; a warning when it holds ink, a note when not. cut.edge: a
/// note, of the cells whose ink touches their own edge, where they are not most. cut.specks: a
/// note, of ink that belongs to no island. Requires: checkedCut for the art's size.
std::vector<Finding> checkCut(const Cut& cut, const Sheet& sheet, const SheetArt& art);

/// frame.lost: an error for each frame that was not found on a repainted sheet.
/// numbering.gap: a warning for an animation of numbered images in which a number is missing.
std::vector<Finding> checkFound(const Asset& asset, const Project& project);

}  // namespace amber
