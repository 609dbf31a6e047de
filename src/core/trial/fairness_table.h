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

/// Every pair of assets with shapes that meet by the layers, including an asset with many copies
/// paired with itself. The least fair first: by the sum of both shares, then by name. Frames
/// without art are skipped, and so are frames with the same ink, origin and shapes as an earlier
/// frame of their asset, because they give the same result. `before`: the rows of an earlier state
/// of the project, with the same art; pairs of which neither asset, sheet nor setting has changed
/// keep their row. Cost: the pairs of frames, each as fairnessMap, on all cores. Returns early with
/// an empty result if cancelled.
std::vector<FairnessRow> fairnessTable(const Project& project, const ArtSource& art,
                                       const Progress& progress = {},
                                       const FairnessMemo& before = {});

}  // namespace amber
