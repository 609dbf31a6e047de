#pragma once

#include <string>
#include <vector>

#include "core/project/art_source.h"
#include "core/project/edit.h"

namespace amber {

/// A request for a variant: an asset made after another one, from other art.
struct VariantRequest {
  AssetId of;        ///< The asset whose rules it takes; of a variant, its first is meant.
  std::string name;  ///< Its name or the base of it.
  std::vector<SheetId> sheets;  ///< In place of those that `of` was cut from, in that order.
};

/// What making a variant, or following, gives.
struct VariantPlan {
  std::vector<Edit> edits;
  AssetId asset;                  ///< The variant.
  std::vector<std::string> told;  ///< What does not fit, one sentence each.
};

/// The sheets that an asset's frames are cut from, in the order in which its frames come.
std::vector<SheetId> sheetsOf(const Asset& asset);

/// The sheet with the ink, orientation and cut of the sheet that it replaces. It is added to the
/// project before the variant is made.
Sheet standingFor(Sheet sheet, const Sheet& first);

/// The edits that make a variant: for each frame of the first asset one with the same name part,
/// origin rule, mounts and shapes. On a sheet of the same size it is at the same place; on another
/// one the cutting method of the first sheet finds it, by its number. Origins are computed by their
/// rules on the variant's ink; mounts and shapes set by hand keep their place relative to the
/// origin; shapes with a recipe are fitted to the variant's ink. Kind, motion, scale, copies,
/// settings of roles, animations, durations and loops are copied. Reported: frames missing on the
/// sheet (they and their steps are skipped), frames without ink, shapes that could not be fitted,
/// and shapes by hand that were copied. Errors (UnknownTarget): no such asset or sheet. (BadValue):
/// the number of sheets differs, or there is no frame. Requires: the sheets are in the project and
/// have art in `art`. Cost: as fitting all its shapes.
Result<VariantPlan> variantEdits(const Project& project, const VariantRequest& request,
                                 const ArtSource& art);

}  // namespace amber
