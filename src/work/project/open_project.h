#pragma once

#include <memory>
#include <string>

#include "core/base/result.h"
#include "core/project/art_source.h"
#include "core/project/project.h"
#include "work/art/art_store.h"

namespace amber {

/// A project with the art of its sheets, read when it is asked for.
struct OpenProject {
  Project project;
  std::shared_ptr<ArtStore> store;
  ArtSource art;
};

/// Reads a project, for looking at it only. Errors: as readProject.
Result<OpenProject> openProject(const std::string& path);

/// A project that was read from that path, with its art.
OpenProject withArt(const std::string& path, const Project& project);

/// Reads every sheet that one of these frames is cut from, so that one that cannot be read is an
/// error and not a frame without ink. Errors: as ArtStore::load, of the first.
Result<void> loadArtOf(const OpenProject& open, const std::vector<FrameRef>& frames);

}  // namespace amber
