#pragma once

#include <vector>

#include "core/cut/crossing.h"
#include "core/cut/cut_rects.h"

namespace amber {

/// The evidence of the pixels for a cut, for display.
struct CutEvidence {
  CutRects found;
  std::vector<Crossing> crossings;  ///< Of all grids, in px of the sheet.
  std::vector<PixelRect> touching;  ///< Cells whose ink touches their own edge, on the sheet.
  std::vector<PixelRect> leftOver;  ///< Strips that no whole cell covers.
};

/// Requires: checkedCut for the art's size. Cost: as rectsOf.
CutEvidence evidenceOf(const Cut& cut, const SheetArt& art, const Orientation& orientation);

}  // namespace amber
