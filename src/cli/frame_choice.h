#pragma once

#include <CLI/App.hpp>
#include <string>
#include <vector>

#include "core/project/selection.h"
#include "core/project/values/ranges.h"

namespace amber {

/// Which frames a command is about.
struct FrameChoice {
  std::vector<std::string> assets;  ///< Names; empty: by `kind`.
  std::string kind;                 ///< All assets of it.
  std::string animation;            ///< Empty: all frames.
  int frame = 0;                    ///< Number of the asset's frame, from 1; 0: all.

  bool any() const { return !assets.empty() || !kind.empty(); }
};

/// The options that select frames: --asset, --kind, --animation, --frame.
void addFrames(CLI::App& command, FrameChoice& choice);

/// The assets that a choice names, and the frames of them that it means.
/// Errors: the project has no asset, kind, animation or frame that it names; it names none.
Result<std::vector<const Asset*>> chosenAssets(const Project& project, const FrameChoice& choice);
Result<std::vector<FrameRef>> chosenFrames(const Project& project, const FrameChoice& choice);

/// The asset with that name. Errors (UnknownTarget): the project has none.
Result<const Asset*> assetNamed(const Project& project, const std::string& name);

/// The animation with that name. If no name is given and the asset has one animation, that one.
/// Errors: there is no animation of that name, or no name is given and there are several; the
/// message lists them.
Result<const Animation*> animationOf(const Asset& asset, const std::string& name);

/// The asset's frame of that number, from 1. Errors: it has none.
Result<const Frame*> frameOf(const Asset& asset, int number);

}  // namespace amber
