#pragma once

#include <string>
#include <vector>

#include "core/image/ink.h"
#include "core/project/edit.h"

namespace amber {

/// A wish to cut one sheet by a grid.
struct CutRequest {
  SheetId sheet;
  Grid grid;
  std::string asset;  ///< Name or its base, for frames that are new; may name an asset that exists.
  std::string kind;   ///< A kind of the project, for a new asset.
  std::string animation;  ///< The animation that new frames go to.
  int durationMs = 100;
  LoopMode loop = LoopMode::Repeat;
};

/// What a sheet's file name says about what it shows: "keeper_walk.png" is the asset "keeper" and
/// the animation "walk"; a last word that names no movement belongs to the asset ("clay_pot").
struct SheetTitle {
  std::string asset;
  std::string animation;
};
SheetTitle titleFrom(std::string_view sheetPath);

/// The edits that cut the sheet: its grid is set, and every cell that holds faint ink is a frame
/// of one asset (all cells, when none does).
/// Cutting again keeps what was set: a frame whose rectangle is unchanged stays as it is; when the
/// number of frames is unchanged, frames keep their order and their hand-set origins and shapes
/// stay over the same art; other frames are new, and those without a cell go.
/// New frames get the kind's origin rule and names by the naming rule.
/// Errors (UnknownTarget): no such sheet or kind. (BadValue): the grid does not fit the sheet.
Result<std::vector<Edit>> cutEdits(const Project& project, const CutRequest& request,
                                   const SheetArt& art);

}  // namespace amber
