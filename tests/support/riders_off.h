#pragma once

#include <vector>

#include "core/project/edit.h"

namespace amber::test {

/// The edits after which nothing rides on anything: for tests of what assets do alone.
inline std::vector<Edit> ridersOff(const Project& project) {
  std::vector<Edit> edits;
  for (const auto& held : project.assets) {
    if (held->riders.empty()) continue;
    Asset asset = *held;
    asset.riders.clear();
    edits.emplace_back(PutAsset{std::move(asset)});
  }
  return edits;
}

}  // namespace amber::test
