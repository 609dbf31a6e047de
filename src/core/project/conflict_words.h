#pragma once

#include <string>

#include "core/project/project.h"

namespace amber {

/// What a conflict is about, in words: "frame chr_keeper_walk_03, stand: each made something else
/// of it". Ids of its place are told by the names that they have in the project.
std::string conflictText(const Project& project, const MergeConflict& conflict);

}  // namespace amber
