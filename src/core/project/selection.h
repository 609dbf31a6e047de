#pragma once

#include <string>
#include <vector>

#include "core/project/project.h"

namespace amber {

/// A frame by its asset's and its own id.
struct FrameRef {
  AssetId asset;
  FrameId frame;

  bool operator==(const FrameRef&) const = default;
};

/// What is selected, as one value that every view shares. Ids may be 0 for "none".
struct Selection {
  SheetId sheet;
  AssetId asset;  ///< The one that benches show.
  AnimationId animation;
  FrameId frame;
  std::vector<FrameId> frames;  ///< All selected of the asset; holds `frame` when that is set.
  std::vector<AssetId> assets;  ///< All selected on the shelf; holds `asset` when that is set.
  std::string role = {};        ///< Whose shapes are worked on; empty only without any role.

  bool operator==(const Selection&) const = default;
};

/// How far a change goes.
enum class Scope {
  Frame,
  Animation,
  Asset,
  SelectedAssets,
  Kind,  ///< Every asset of the shown asset's kind.
};

/// The frames that a change of this scope concerns, each once.
std::vector<FrameRef> framesIn(const Project& project, const Selection& selection, Scope scope);

/// The selection, with everything that is no longer in the project replaced by the nearest thing:
/// the first sheet, the first asset, its first animation and that animation's first frame, the
/// first role.
Selection repaired(const Project& project, Selection selection);

}  // namespace amber
