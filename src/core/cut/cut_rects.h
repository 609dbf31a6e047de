#pragma once

#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/cut/islands/islands.h"
#include "core/image/ink/ink.h"
#include "core/image/orientation.h"
#include "core/project/project.h"
#include "core/project/validation/valid_cut.h"
#include "core/project/values/ranges.h"

namespace amber {

/// What a cut finds on a sheet.
struct CutRects {
  std::vector<PixelRect> frames;  ///< On the sheet, in the order that frames get.
  std::vector<PixelRect> empty;   ///< Cells that contain no ink. They are not frames, unless all
                                  ///< cells are empty.
  std::vector<Island> dropped;    ///< Specks of ink that no island was near enough to take.
};

/// The rectangles of the cut. Where a region lies, the sheet's own way finds nothing: a cell that
/// meets one is left out, and ink in it belongs to no island outside it.
/// Cells and islands come in reading order. On a mirrored sheet that is the order of the picture
/// before it was mirrored: a walk that was drawn facing the wrong way still begins with its first
/// step. Rectangles by hand keep their own order; regions follow, in theirs.
/// A rectangle by hand is a frame whether or not it holds ink.
/// Requires: checkedCut for the art's size. Cost: as islandsOf where there are islands, as
/// tightPacking where a part is packed tightly, else linear in the cells' pixels.
CutRects rectsOf(const Cut& cut, const SheetArt& art, const Orientation& orientation);

/// Whether finding the rectangles is a search that may take a second: something is packed tightly.
bool takesLong(const Cut& cut);

/// The art of a sheet's image, shown as the sheet is: with what its frames' edges open, where its
/// key reaches only to edges. Cost: as rectsOf in that case, else linear in the pixels.
SheetArt sheetArtOf(Image image, const Sheet& sheet);

/// The art of a plain rectangle: of its colour, clear where it has none, and all of it ink.
/// Requires: the sheet is a rectangle. Cost: linear in the pixels.
SheetArt rectangleArt(const Sheet& sheet);

/// One grid of a cut (the sheet's own, or a region's) with the ink that it cuts.
struct GridPart {
  Grid grid;       ///< In the area.
  PixelRect area;  ///< On the sheet.
  PixelMask ink;   ///< The area's faint ink, without that of regions.
};

/// Every grid of the cut of more than one cell. Requires: checkedCut for the art's size.
std::vector<GridPart> gridParts(const Cut& cut, const SheetArt& art);

/// The cut of an animated image: each of its pictures, in order.
Cut pictureCut(const SheetPictures& pictures, PixelSize sheet);

/// "cells", "islands", "hand" or "whole".
std::string_view wayName(const CutWay& way, PixelSize of);

}  // namespace amber
