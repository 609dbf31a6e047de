#pragma once

#include <set>
#include <string>
#include <vector>

#include "core/naming/name_faults.h"

namespace amber {

/// A row of the family of names: what is wrong first, grouped by fault, the gravest first; then
/// kinds with their assets, those with their animations, frames and mounts; then roles and layers.
struct FamilyRow {
  enum class Sort {
    Fault,    ///< The head of names that have one fault.
    Heading,  ///< Of a kind, of roles, of layers.
    Name,
  };
  Sort sort = Sort::Name;
  int depth = 0;
  NameFault fault = NameFault::Pattern;  ///< Of a fault's head, and of a name below one.
  bool wrong = false;                    ///< It is, or lies below, a fault's head.
  std::size_t entry = 0;                 ///< Of a name: its place among the entries.
  std::string title = {};                ///< Of a head.
  int count = 0;                         ///< Of a head: how many names lie below it.
  bool opens = false;                    ///< It has rows below it,
  bool open = false;                     ///< which are shown.

  bool operator==(const FamilyRow&) const = default;
};

/// What of the family is shown.
struct FamilyChoice {
  std::string filter = {};                ///< Only names that hold this, capitals or not.
  std::set<AssetId> assets = {};          ///< Open: their animations, mounts and other frames show.
  std::set<AnimationId> animations = {};  ///< Open: their frames show.

  bool operator==(const FamilyChoice&) const = default;
};

/// The rows. With a filter, everything that holds it is shown with what it belongs to, open or not.
/// Requires: the entries of nameEntries for this project. Cost: linear in the entries.
std::vector<FamilyRow> familyRows(const Project& project, const std::vector<NameEntry>& entries,
                                  const FamilyChoice& view);

/// How a group of names with a fault is headed: "Perhaps mistyped".
std::string_view faultTitle(NameFault fault);

/// Why a name has the fault, in a few words: "one letter from chr_mouse".
std::string faultNote(const NameEntry& entry, NameFault fault);

/// The frames that show what a name names, first those that matter most, at most so many: those of
/// an asset or animation in their order, a frame itself, the frame that holds a mount.
std::vector<const Frame*> framesShowing(const Project& project, const NameEntry& entry,
                                        std::size_t most);

}  // namespace amber
