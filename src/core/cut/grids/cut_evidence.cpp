#include "core/cut/grids/cut_evidence.h"

#include "core/cut/grid.h"

namespace amber {

CutEvidence evidenceOf(const Cut& cut, const SheetArt& art, const Orientation& orientation) {
  CutEvidence evidence;
  evidence.found = rectsOf(cut, art, orientation);
  for (const GridPart& part : gridParts(cut, art)) {
    const auto onSheet = [&](PixelRect rect) {
      rect.x += part.area.x;
      rect.y += part.area.y;
      return rect;
    };
    for (Crossing crossing : crossingsOf(part.ink, part.grid)) {
      for (PixelRect& run : crossing.pixels) run = onSheet(run);
      crossing.position += crossing.across == GridLine::Across::Columns ? part.area.x : part.area.y;
      evidence.crossings.push_back(std::move(crossing));
    }
    for (const PixelRect& cell : cellsTouchingEdge(part.ink, part.grid)) {
      evidence.touching.push_back(onSheet(cell));
    }
    const LeftOver rest = leftOver(part.grid, part.area.size());
    for (const PixelRect& strip : {rest.right, rest.bottom}) {
      if (!strip.empty()) evidence.leftOver.push_back(onSheet(strip));
    }
  }
  return evidence;
}

}  // namespace amber
