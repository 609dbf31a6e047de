#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/project/art_source.h"
#include "core/trial/fairness.h"

namespace amber {

/// The fairness of two assets over all pairs of their frames.
struct FairnessRow {
  std::string a;
  std::string b;
  FairnessTotal total;
  /// The frames at which each is worst; empty where there is none.
  std::string phantomA, phantomB;
  std::string missedA, missedB;
};

/// Of two assets, over all pairs of their frames, those left out that fairnessTable leaves out.
FairnessTotal fairnessOf(const Project& project, const Asset& a, const Asset& b,
                         const ArtSource& art, const Progress& progress = {});

/// The rows of a project as it was: what has not changed since need not be tried again.
struct FairnessMemo {
  std::optional<Project> project;
  std::vector<FairnessRow> rows;
};

/// Every pair of assets of which some parties meet by the layers, an asset of which the game has
/// many copies with itself too; the least fair first: by the sum of both shares, then by name.
/// Frames whose sheets have no art are left out, and so are frames with the ink, the origin and the
/// shapes of an earlier one of their asset, which would say the same.
/// `before`: of an earlier state of the project, with the same art in its sheets; pairs of which
/// neither asset has changed, nor any sheet or setting, keep their row.
/// Cost: the pairs of frames, each as fairnessMap, on as many threads as there are cores. Ends
/// early, with nothing, when asked to.
std::vector<FairnessRow> fairnessTable(const Project& project, const ArtSource& art,
                                       const Progress& progress = {},
                                       const FairnessMemo& before = {});

}  // namespace amber
