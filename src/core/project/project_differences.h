#pragma once

#include <array>
#include <string>
#include <string_view>
#include <vector>

#include "core/project/project.h"

namespace amber {

/// What became of a thing.
enum class ChangeKind { Added, Gone, Renamed, Changed };
inline constexpr std::array<std::string_view, 4> kChangeKindWords = {"added", "gone", "renamed",
                                                                     "changed"};

/// One difference of two states of a project.
struct ProjectDifference {
  ChangeKind kind = ChangeKind::Changed;
  std::string what;    ///< "asset", "animation", "frame", "sheet", "role", "layer", "naming", ...
  std::string name;    ///< The earlier name of the thing, or its name if it was added. Empty for
                       ///< settings.
  std::string within;  ///< The asset that it is of; empty for none.
  std::string text;    ///< What changed of it, in words; its new name where it was renamed.

  bool operator==(const ProjectDifference&) const = default;
};

/// What changed from one state to another: things with an id by their id, even if renamed; shapes
/// and mounts by role and name; settings by type. Laws: a state compared with itself has no
/// differences; different states have some, except for the next id alone; the reverse comparison
/// has as many, with added and removed exchanged. Cost: linear in what the two do not share.
std::vector<ProjectDifference> differencesBetween(const Project& before, const Project& after);

/// The change as one line: "frame chr_keeper_walk_03 of chr_keeper: origin 30.5, 47 -> 31, 47".
std::string lineOf(const ProjectDifference& change);

}  // namespace amber
