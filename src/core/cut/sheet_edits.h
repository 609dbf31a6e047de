#pragma once

#include <string>
#include <vector>

#include "core/cut/cut_frames.h"
#include "core/image/orientation.h"

namespace amber {

/// Which of the nine anchors an anchor becomes by a turn.
Anchor turned(Anchor anchor, SheetTurn turn);

/// The edits that turn or mirror a sheet with all that was cut from it: frames, origins, shapes and
/// the cut itself come to lie on the same art; animations keep their order.
/// Errors (UnknownTarget): no such sheet.
Result<std::vector<Edit>> turnEdits(const Project& project, SheetId sheet, SheetTurn turn);

/// The edits that cut a sheet another way, for the asset that was cut from it before: as cutEdits,
/// with kind, names and times taken from that asset. Errors: as cutEdits; UnknownTarget when no
/// asset was.
Result<std::vector<Edit>> recutEdits(const Project& project, SheetId sheet, const Cut& cut,
                                     const SheetArt& art,
                                     SheetPicture picture = SheetPicture::Same);

/// The same way of cutting for a sheet whose size has changed: as many cells as now fit, the
/// rectangles and regions that still lie on it, the whole of it where none does.
Cut fittedTo(const Cut& cut, PixelSize before, PixelSize now);

/// The edits that take a repainted picture in: the sheet gets its new hash and size and is cut
/// again in the same way (see fittedTo). Frames that are found again keep all that was set on them,
/// new ones are added, and frames that are not found stay, marked as lost. Errors: as cutEdits.
Result<std::vector<Edit>> repaintEdits(const Project& project, SheetId sheet,
                                       const std::string& hash, const SheetArt& art);

}  // namespace amber
