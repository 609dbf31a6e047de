#pragma once

#include <vector>

#include "core/base/result.h"
#include "core/fit/tiles/tile_seams.h"
#include "core/project/edit.h"
#include "core/project/frame_ref.h"

namespace amber {

/// Two tiles side by side, and which of them is changed.
struct SeamPlace {
  FrameRef a;
  FrameRef b;  ///< To the right of a, or below it.
  TileSide side = TileSide::Right;
  bool changeB = false;
};

/// The edits that end what is wrong between the two tiles by changing one of them: of a gap or
/// overhang the ends of its shapes are moved onto the side, of a step to the height of the other's.
/// A tile without any shape that stops is fitted as the default of the other's role says. Errors
/// (UnknownTarget): a tile is gone; (BadValue): nothing is wrong between them any more, or its
/// shapes are of a type without sides and corners to move.
Result<std::vector<Edit>> seamFix(const Project& project, const SeamPlace& place,
                                  const ArtSource& art);

/// How many shapes of a tile end at this place along a side: what a step's fix would change.
int shapesEndingAt(const Project& project, const Tile& tile, CellSide side, double end);

}  // namespace amber
