#pragma once

#include <string>
#include <vector>

#include "core/project/edit.h"
#include "core/project/project.h"

namespace amber {

/// An asset's name by the rule: its parts, of the kind's prefix and the words of `base`, in its
/// style. A prefix of any of the project's kinds that `base` carries already is replaced, not
/// repeated, and so are the rule's plain words.
std::string assetNameFor(const Project& project, const Kind& kind, std::string_view base);

/// A frame's name by the rule: its parts, of asset, animation, and the padded number of its place
/// (0-based) in the animation, in its style.
std::string frameNameFor(const NamingRule& rule, std::string_view asset, std::string_view animation,
                         int place);

/// The name of an animation, mount, role or layer by the rule: its words in the style, with its
/// side spelled as the rule requires.
std::string plainNameFor(const NamingRule& rule, std::string_view name);

/// The animation word for frames that no animation shows.
inline constexpr std::string_view kLooseFrames = "loose";

/// One name: what it is, and what the rule makes of it.
struct NameRow {
  AssetId asset;
  AnimationId animation;  ///< Set for an animation's name.
  FrameId frame;          ///< Set for a frame's name.
  std::string current;
  std::string proposed;

  bool right() const { return current == proposed; }
};

/// Every name of the project in order: each asset, its animations, its frames. Proposed names are
/// unique: assets in the project, animations in their asset, frames in the project. A frame is
/// named after the first animation that shows it, by its first step there. For a mirrored pair of
/// animations, the rule decides which name contains the side.
std::vector<NameRow> nameTable(const Project& project);

/// Why a name of the table is not as the rule makes it; empty where it is.
std::string reasonOf(const Project& project, const NameRow& row);

/// The names of one asset under its current name, even if that name does not follow the convention.
std::vector<NameRow> frameNamesUnderCurrentAsset(const Project& project, const Asset& asset);

/// The edits that give every wrong row of `rows` its proposed name.
std::vector<Edit> renamesFor(const std::vector<NameRow>& rows);

/// Names that two things of one sort share: asset names, and frame names over all assets.
struct SharedName {
  std::string name;
  std::vector<NameRow> rows;  ///< At least two.
};
std::vector<SharedName> sharedNames(const Project& project);

}  // namespace amber
