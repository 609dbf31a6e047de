#pragma once

#include <array>
#include <string>
#include <string_view>
#include <vector>

#include "core/naming/name_table.h"

namespace amber {

/// What is named.
enum class NameSort { Asset, Animation, Frame, Mount, Role, Layer, Kind };
inline constexpr std::array<std::string_view, 7> kNameSortWords = {
    "asset", "animation", "frame", "mount", "role", "layer", "kind"};

/// What can be wrong with a name.
enum class NameFault {
  Pattern,    ///< Not as the convention makes it.
  Shared,     ///< Two things of one sort have it.
  Case,       ///< Two differ only by case or separators.
  Reserved,   ///< A reserved word of a selected language, unchanged or as a constant.
  Clash,      ///< Something of another sort has it.
  Long,       ///< Longer than wanted.
  File,       ///< Cannot be a file name on the common systems.
  Lookalike,  ///< Letters of another script that look like ours, or invisible ones.
  Near,       ///< One edit away from another of its sort: perhaps mistyped.
};
inline constexpr std::array<std::string_view, 9> kNameFaultIds = {
    "name.pattern", "name.shared", "name.case",      "name.reserved", "name.clash",
    "name.long",    "name.file",   "name.lookalike", "name.near"};

/// A name of the project, and what is wrong with it.
struct NameEntry {
  NameSort sort = NameSort::Asset;
  AssetId asset;  ///< 0 for roles, layers and kinds; of a mount, the first that has it.
  AnimationId animation;
  FrameId frame;
  std::string name;
  std::string proposed;  ///< As the convention makes it.
  std::vector<NameFault> faults = {};
  std::string near = {};  ///< The name it is near to, with NameFault::Near.

  bool has(NameFault fault) const;
};

/// Within what its name has to be different from others of its sort: the id of its asset for an
/// animation or a mount, 0 for the whole project.
std::uint32_t nameScope(const NameEntry& entry);

/// Every name with what the convention makes of it, in the order of nameEntries, without faults.
/// Cost: linear in the names.
std::vector<NameEntry> namesBy(const Project& project);

/// Every name: of each asset, its animations, its frames, its mounts; then roles, layers, kinds.
/// 1. Assets and frames have unique names in the project, animations and mounts in their asset.
/// 2. Nearness is reported once, at the name with fewer uses, or the later one of equal uses. It is
///    not reported for numbers, words for sides and directions, a word and its plural, words that
///    are both common in the project or shorter than four letters, frames that follow the
///    convention, or if more than a thousand frames do not.
/// Cost: linear in the names, except for nearness, which compares names of a type that differ in
/// one word.
std::vector<NameEntry> nameEntries(const Project& project);

/// Whether a name is invalid as a file name on a common system: a device name, a trailing dot or
/// space, a reserved character. Source: "Naming Files, Paths, and Namespaces", Windows App
/// Development.
bool isNoFileName(std::string_view name);
/// Whether it holds a letter that is easily taken for one of ours, or that cannot be seen. Source:
/// Unicode Technical Standard 39, confusables.
bool hasLookalike(std::string_view name);

}  // namespace amber
