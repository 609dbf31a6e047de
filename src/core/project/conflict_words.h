#pragma once

#include <string>

#include "core/project/project.h"

namespace amber {

/// A conflict as text: "frame chr_keeper_walk_03, stand: changed in both versions". Ids of its
/// place are replaced by the names in the project.
std::string conflictText(const Project& project, const MergeConflict& conflict);

}  // namespace amber
