#pragma once

#include <string>
#include <vector>

#include "core/checks/finding.h"
#include "work/art/art_store.h"

namespace amber {

/// The result of fixing a project.
struct Mended {
  Project project;
  std::vector<Finding> mended;  ///< In the order in which they were fixed.
  std::vector<Finding> left;    ///< What the project has now.
};

/// The project with every finding of these rules fixed, if there is a fix; all rules if none is
/// given. Fixes are applied one after another, each from a new check. If a fix cannot be computed,
/// its finding remains.
Mended mendedProject(const Project& project, const std::shared_ptr<ArtStore>& store,
                     const std::vector<std::string>& wanted);

/// What taking repainted sheets in did to one of them.
struct Refreshed {
  std::string path;
  int kept = 0;   ///< Frames that were found again.
  int added = 0;  ///< New ones.
  int lost = 0;   ///< Ones that were not found; they stay, marked.
};

/// "8 frames found again, 1 new, none lost".
std::string refreshText(const Refreshed& refreshed);

/// The edits that take one sheet's new picture in, and what they do. Nothing when the file holds
/// what the project knows. Requires: the store has read the sheet. Errors: as repaintEdits; as
/// ArtStore::load.
struct Refresh {
  std::vector<Edit> edits;
  Refreshed what;
};
Result<Refresh> refreshOf(const Project& project, const Sheet& sheet, ArtStore& store);

/// The project with every repainted sheet among these taken in, of all where none is named; the
/// edits make it in one step. Errors: as refreshOf, of the first sheet; nothing is taken in then.
struct RefreshedProject {
  Project project;
  std::vector<Edit> edits;
  std::vector<Refreshed> sheets;
};
Result<RefreshedProject> refreshed(const Project& project, ArtStore& store,
                                   const std::vector<SheetId>& sheets = {});

}  // namespace amber
