#pragma once

#include <array>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

#include "core/image/ink/ink.h"
#include "core/project/edit.h"

namespace amber {

/// Whether the sheet shows what it showed when it was cut last.
enum class SheetPicture { Same, Repainted };

/// What the rows of a grid become.
enum class RowsAre {
  Likely,      ///< Animations if the asset's kind moves and rowsAreSequences, otherwise one.
  One,         ///< All frames are one animation.
  Animations,  ///< Each row is an animation.
};
inline constexpr std::array<std::string_view, 3> kRowsAreWords = {"likely", "one", "animations"};

/// A request to cut one sheet.
struct CutRequest {
  SheetId sheet;
  Cut cut;
  std::string asset;  ///< Name or its base, for frames that are new; may name an asset that exists.
  std::string kind;   ///< A kind of the project, for a new asset.
  std::string animation;  ///< The animation that new frames go to.
  int durationMs = 100;
  std::vector<int> timesMs =
      {};  ///< Of each frame, in place of `durationMs`; as for an animated image.
  LoopMode loop = LoopMode::Repeat;
  /// An animation of row N is called `animation`_N, or row_N where no movement is known.
  RowsAre rows = RowsAre::Likely;
  SheetPicture picture = SheetPicture::Same;
};

/// What the file name of a sheet contains: "keeper_walk.png" is the asset "keeper" and the
/// animation "walk". A last word that is not a movement belongs to the asset ("clay_pot").
struct SheetTitle {
  std::string asset;
  std::string animation;
};
SheetTitle titleFrom(std::string_view sheetPath);

/// The edits that cut the sheet: it keeps how it is cut, and every rectangle found (see rectsOf) is
/// a frame of one asset.
/// Cutting again keeps what was set: frames are found again (see matchedFrames), and hand-set
/// origins and shapes stay over the same art. Other frames are new; those that are not found go, or
/// stay and are marked as lost where the picture was repainted. A new frame shows after the one
/// before it on the sheet, in the same animation.
/// New frames get the kind's origin rule and names by the naming rule.
/// Errors (UnknownTarget): no such sheet or kind. (BadValue): the cut does not fit the sheet, or
/// finds nothing.
Result<std::vector<Edit>> cutEdits(const Project& project, const CutRequest& request,
                                   const SheetArt& art);

/// The edits that make one animation of several sheets, each one whole frame, in this order; as
/// when numbered images are one animation. `request.sheet` and `request.cut` are not looked at.
/// Errors: as cutEdits, and as withEdits. Requires: as many arts as sheets.
Result<std::vector<Edit>> sequenceEdits(const Project& project, const CutRequest& request,
                                        const std::vector<SheetId>& sheets,
                                        const std::vector<std::shared_ptr<const SheetArt>>& arts);

/// The asset that holds frames of the sheet; null when none does.
const Asset* assetCutFrom(const Project& project, SheetId sheet);

}  // namespace amber
