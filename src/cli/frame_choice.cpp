#include "cli/frame_choice.h"

#include <QFileInfo>
#include <algorithm>
#include <charconv>
#include <cmath>

#include "files/project_file.h"

namespace amber {
namespace {

constexpr double kFarthestTyped = 32768;

std::optional<double> coordinateIn(std::string_view text) {
  double value = 0;
  const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
  const bool good =
      error == std::errc{} && end == text.data() + text.size() && std::abs(value) <= kFarthestTyped;
  return good ? std::optional(value) : std::nullopt;
}

}  // namespace

std::optional<FramePoint> pointIn(std::string_view text) {
  const auto comma = text.find(',');
  if (comma == std::string_view::npos) return std::nullopt;
  const auto x = coordinateIn(text.substr(0, comma));
  const auto y = coordinateIn(text.substr(comma + 1));
  return x && y ? std::optional(FramePoint{*x, *y}) : std::nullopt;
}

Result<OpenProject> openProject(const std::string& path) {
  auto project = readProject(path);
  if (!project) return tl::unexpected(project.error());
  const auto store = std::make_shared<ArtStore>(
      QFileInfo(QString::fromStdString(path)).absolutePath().toStdString());
  ArtSource art = ArtStore::loading(store, *project);
  return OpenProject{std::move(*project), std::move(art)};
}

Result<Project> savedWith(const std::string& path, const Project& project,
                          const std::vector<Edit>& edits) {
  if (edits.empty()) return project;
  auto applied = withEdits(project, edits);
  if (!applied) return tl::unexpected(applied.error());
  if (auto written = writeProject(path, applied->project); !written) {
    return tl::unexpected(written.error());
  }
  return std::move(applied->project);
}

Result<std::vector<const Asset*>> chosenAssets(const Project& project, const FrameChoice& choice) {
  std::vector<const Asset*> assets;
  for (const std::string& name : choice.assets) {
    const Asset* asset = findAsset(project, name);
    if (asset == nullptr) {
      return failure(ErrorCode::UnknownTarget, "the project has no asset \"" + name + "\"");
    }
    assets.push_back(asset);
  }
  if (!choice.kind.empty()) {
    if (findKind(project, choice.kind) == nullptr) {
      return failure(ErrorCode::UnknownTarget, "the project has no kind \"" + choice.kind + "\"");
    }
    for (const auto& asset : project.assets) {
      if (asset->kind == choice.kind) assets.push_back(&*asset);
    }
  }
  if (assets.empty()) return failure(ErrorCode::BadValue, "say which: --asset NAME");
  return assets;
}

Result<const Animation*> animationOf(const Asset& asset, const std::string& name) {
  const auto found = std::find_if(asset.animations.begin(), asset.animations.end(),
                                  [&](const Animation& one) { return one.name == name; });
  if (found != asset.animations.end()) return &*found;
  return failure(ErrorCode::UnknownTarget, asset.name + " has no animation \"" + name + "\"");
}

Result<const Frame*> frameOf(const Asset& asset, int number) {
  if (number >= 1 && number <= static_cast<int>(asset.frames.size())) {
    return &asset.frames[static_cast<std::size_t>(number) - 1];
  }
  return failure(ErrorCode::BadValue, asset.name + " has frames 1 to " +
                                          std::to_string(asset.frames.size()) + ", not " +
                                          std::to_string(number));
}

Result<std::vector<FrameRef>> chosenFrames(const Project& project, const FrameChoice& choice) {
  const auto assets = chosenAssets(project, choice);
  if (!assets) return tl::unexpected(assets.error());
  std::vector<FrameRef> frames;
  for (const Asset* asset : *assets) {
    Selection selection;
    selection.asset = asset->id;
    Scope scope = Scope::Asset;
    if (!choice.animation.empty()) {
      const auto animation = animationOf(*asset, choice.animation);
      if (!animation) return tl::unexpected(animation.error());
      selection.animation = (*animation)->id;
      scope = Scope::Animation;
    }
    if (choice.frame != 0) {
      const auto frame = frameOf(*asset, choice.frame);
      if (!frame) return tl::unexpected(frame.error());
      selection.frame = (*frame)->id;
      scope = Scope::Frame;
    }
    const std::vector<FrameRef> of = framesIn(project, selection, scope);
    frames.insert(frames.end(), of.begin(), of.end());
  }
  return frames;
}

}  // namespace amber
