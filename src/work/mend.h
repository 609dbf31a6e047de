#pragma once

#include <string>
#include <vector>

#include "core/checks/finding.h"
#include "work/art_store.h"

namespace amber {

/// The edits that mend what a finding found. Requires: finding.canBeMended().
/// Errors: as recutEdits; FileUnreadable when the sheet to cut again cannot be read.
Result<std::vector<Edit>> mendingEdits(const Project& project, const Finding& finding,
                                       const ArtSource& art);

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

/// The project with every repainted sheet taken in. Errors: as refreshOf.
struct RefreshedProject {
  Project project;
  std::vector<Refreshed> sheets;
};
Result<RefreshedProject> refreshed(const Project& project, const std::shared_ptr<ArtStore>& store);

}  // namespace amber
