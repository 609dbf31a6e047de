#include "work/project/open_project.h"

#include <QFileInfo>
#include <set>

#include "core/origin/riders.h"
#include "core/project/frame_ref.h"
#include "files/project/project_file.h"

namespace amber {

OpenProject withArt(const std::string& path, const Project& project) {
  auto store = std::make_shared<ArtStore>(
      QFileInfo(QString::fromStdString(path)).absolutePath().toStdString());
  ArtSource art = ArtStore::loading(store, project);
  return {project, std::move(store), std::move(art)};
}

Result<OpenProject> openProject(const std::string& path) {
  auto project = readProject(path);
  if (!project) return tl::unexpected(project.error());
  return withArt(path, *project);
}

Result<void> loadArtOf(const OpenProject& open, const std::vector<FrameRef>& frames) {
  std::set<SheetId> sheets;
  const Asset* asset = nullptr;  // Frames of one asset mostly follow each other.
  for (const FrameRef& ref : frames) {
    if (asset == nullptr || asset->id != ref.asset) asset = findAsset(open.project, ref.asset);
    const Frame* frame = asset == nullptr ? nullptr : findFrame(*asset, ref.frame);
    if (frame == nullptr) continue;
    sheets.insert(frame->sheet);
    for (const RiddenFrame& rider : ridersOn(open.project, *asset, frame->id)) {
      sheets.insert(rider.frame->sheet);
    }
  }
  for (const SheetId id : sheets) {
    const auto art = open.store->load(*findSheet(open.project, id));
    if (!art) return tl::unexpected(art.error());
  }
  return {};
}

}  // namespace amber
