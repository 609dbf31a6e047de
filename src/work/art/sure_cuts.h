#pragma once

#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/project/edit.h"
#include "work/art/art_store.h"

namespace amber {

/// A sheet that somebody must look at before it is cut.
struct SheetToSee {
  SheetId sheet;
  std::string reason;  ///< "16 islands of ink, or 2 x 1 cells of 64 x 64", or the error of the
                       ///< reader.
};

/// The sheets of a project that are not cut yet, separated by whether their best cut is clear.
struct SureCuts {
  std::vector<Edit> edits;       ///< These cut the sure ones.
  std::vector<SheetId> cut;      ///< Which those are.
  std::vector<SheetToSee> left;  ///< The others.
};

/// Cuts what needs no look: numbered images that are one animation (see isOneAnimation), animated
/// images, and sheets whose first proposal is sure (see guessFor), in the project's order. A sheet
/// that is cut is a hint for those after it. New assets get this kind, names from their files, and
/// what the kind's rules give.
/// Requires: a kind of the project. Errors: as cutEdits. Stops between sheets when asked; what is
/// found by then is given. Cost: as guessFor for each sheet, one after another.
Result<SureCuts> sureCuts(const Project& project, const std::string& kind, ArtStore& store,
                          const Progress& progress);

}  // namespace amber
