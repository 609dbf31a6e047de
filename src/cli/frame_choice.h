#pragma once

#include <memory>
#include <optional>
#include <string_view>
#include <vector>

#include "cli/arguments.h"
#include "core/project/selection.h"
#include "work/art_store.h"

namespace amber {

/// "X,Y" as a point; nothing for any other text, or coordinates of more than 32,768 px.
std::optional<FramePoint> pointIn(std::string_view text);

/// A project file, read, with the art of its sheets when it is asked for.
struct OpenProject {
  Project project;
  ArtSource art;
};
Result<OpenProject> openProject(const std::string& path);

/// The project after the edits, written to its file; nothing is written without edits.
Result<Project> savedWith(const std::string& path, const Project& project,
                          const std::vector<Edit>& edits);

/// The assets that a choice names, and the frames of them that it means.
/// Errors: the project has no asset, kind, animation or frame that it names; it names none.
Result<std::vector<const Asset*>> chosenAssets(const Project& project, const FrameChoice& choice);
Result<std::vector<FrameRef>> chosenFrames(const Project& project, const FrameChoice& choice);

/// The animation of that name. Errors: the asset has none.
Result<const Animation*> animationOf(const Asset& asset, const std::string& name);

/// The asset's frame of that number, from 1. Errors: it has none.
Result<const Frame*> frameOf(const Asset& asset, int number);

}  // namespace amber
