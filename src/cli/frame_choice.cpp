#include "cli/frame_choice.h"

#include <CLI/CLI.hpp>
#include <algorithm>

namespace amber {

void addFrames(CLI::App& command, FrameChoice& choice) {
  command.add_option("--asset", choice.assets, "The names of one or more assets");
  command.add_option("--kind", choice.kind, "All assets of this kind");
  command.add_option("--animation", choice.animation, "Only the frames of this animation");
  command
      .add_option("--frame", choice.frame, "Only the frame with this number in the asset, from 1")
      ->check(CLI::Range(1, static_cast<int>(kMostThings)));
}

Result<std::vector<const Asset*>> chosenAssets(const Project& project, const FrameChoice& choice) {
  std::vector<const Asset*> assets;
  for (const std::string& name : choice.assets) {
    const auto asset = assetNamed(project, name);
    if (!asset) return tl::unexpected(asset.error());
    assets.push_back(*asset);
  }
  if (!choice.kind.empty()) {
    if (findKind(project, choice.kind) == nullptr) {
      return failure(ErrorCode::UnknownTarget, "the project has no kind \"" + choice.kind + "\"");
    }
    for (const auto& asset : project.assets) {
      if (asset->kind == choice.kind) assets.push_back(&*asset);
    }
  }
  if (assets.empty())
    return failure(ErrorCode::BadValue, "select assets with --asset NAME or --kind KIND");
  return assets;
}

Result<const Asset*> assetNamed(const Project& project, const std::string& name) {
  if (const Asset* asset = findAsset(project, std::string_view(name))) return asset;
  return failure(ErrorCode::UnknownTarget, "the project has no asset \"" + name + "\"");
}

Result<const Animation*> animationOf(const Asset& asset, const std::string& name) {
  const auto found = std::find_if(asset.animations.begin(), asset.animations.end(),
                                  [&](const Animation& one) { return one.name == name; });
  if (found != asset.animations.end()) return &*found;
  if (name.empty() && asset.animations.size() == 1) return &asset.animations.front();
  std::string names;
  for (const Animation& one : asset.animations) names += (names.empty() ? "" : ", ") + one.name;
  return failure(
      ErrorCode::UnknownTarget,
      asset.name + (names.empty()  ? " has no animation"
                    : name.empty() ? " has several animations; name one with --animation: " + names
                                   : " has no animation \"" + name + "\"; it has " + names));
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
