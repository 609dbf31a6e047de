#pragma once

#include <string>
#include <vector>

#include "core/project/art_source.h"
#include "core/project/edit.h"

namespace amber {

/// A wish for a variant: an asset made after another one, of other art.
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

/// The sheet as it must be cut and seen to stand for another: its ink, orientation and cut. What is
/// put in a project before the variant is made.
Sheet standingFor(Sheet sheet, const Sheet& first);

/// The edits that make a variant: of each of the first asset's frames one with the same name part,
/// origin rule, mounts and shapes. On a sheet of the same size it lies at the same place; on
/// another one the first sheet's way of cutting finds it, by its number. Origins are found by their
/// rules on the variant's own ink, mounts and shapes set by hand keep their place relative to the
/// origin, shapes with a recipe are fitted to its own ink. Kind, motion, scale, copies, what it
/// sets of roles, animations, durations and loops are the first one's. Told: frames that its sheet
/// lacks (they and their steps are left out), frames without ink, shapes that the recipe could not
/// be fitted for, shapes by hand that were carried over. Errors (UnknownTarget): no such asset or
/// sheet. (BadValue): another number of sheets than the first has; no frame at all. Requires: the
/// sheets are in the project and have art in `art`. Cost: as fitting all its shapes.
Result<VariantPlan> variantEdits(const Project& project, const VariantRequest& request,
                                 const ArtSource& art);

}  // namespace amber
