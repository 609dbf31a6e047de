#include "core/project/selection.h"

#include <algorithm>
#include <unordered_set>

namespace amber {
namespace {

void addFrames(const Asset& asset, std::vector<FrameRef>& frames) {
  for (const Frame& frame : asset.frames) frames.push_back({asset.id, frame.id});
}

void addFrames(const Asset& asset, const Animation& animation, std::vector<FrameRef>& frames) {
  std::unordered_set<FrameId> shown;
  for (const Step& step : animation.steps) shown.insert(step.frame);
  for (const Frame& frame : asset.frames) {
    if (shown.count(frame.id) != 0) frames.push_back({asset.id, frame.id});
  }
}

}  // namespace

std::vector<FrameRef> framesIn(const Project& project, const Selection& selection, Scope scope) {
  std::vector<FrameRef> frames;
  if (scope == Scope::SelectedAssets) {
    for (const auto& asset : project.assets) {
      if (std::find(selection.assets.begin(), selection.assets.end(), asset->id) !=
          selection.assets.end()) {
        addFrames(*asset, frames);
      }
    }
    return frames;
  }
  const Asset* asset = findAsset(project, selection.asset);
  if (asset == nullptr) return frames;
  if (scope == Scope::Kind) {
    for (const auto& other : project.assets) {
      if (other->kind == asset->kind) addFrames(*other, frames);
    }
  } else if (scope == Scope::Asset) {
    addFrames(*asset, frames);
  } else if (scope == Scope::Frame) {
    if (findFrame(*asset, selection.frame) != nullptr) {
      frames.push_back({asset->id, selection.frame});
    }
  } else if (const Animation* animation = findAnimation(*asset, selection.animation)) {
    addFrames(*asset, *animation, frames);
  }
  return frames;
}

Selection repaired(const Project& project, Selection selection) {
  if (findRole(project, selection.role) == nullptr) {
    selection.role = project.roles.empty() ? std::string() : project.roles.front().name;
  }
  if (findSheet(project, selection.sheet) == nullptr) {
    selection.sheet = project.sheets.empty() ? SheetId{} : project.sheets.front()->id;
  }
  std::erase_if(selection.assets, [&](AssetId id) { return findAsset(project, id) == nullptr; });
  const Asset* asset = findAsset(project, selection.asset);
  if (asset == nullptr) {
    asset = !selection.assets.empty() ? findAsset(project, selection.assets.front())
            : project.assets.empty()  ? nullptr
                                      : &*project.assets.front();
  }
  if (asset == nullptr) return {selection.sheet, {}, {}, {}, {}, {}, selection.role};
  selection.asset = asset->id;
  if (std::find(selection.assets.begin(), selection.assets.end(), asset->id) ==
      selection.assets.end()) {
    selection.assets = {asset->id};
  }
  const Animation* animation = findAnimation(*asset, selection.animation);
  if (animation == nullptr && !asset->animations.empty()) animation = &asset->animations.front();
  selection.animation = animation == nullptr ? AnimationId{} : animation->id;
  const bool frameShown =
      findFrame(*asset, selection.frame) != nullptr &&
      (animation == nullptr ||
       std::any_of(animation->steps.begin(), animation->steps.end(),
                   [&](const Step& step) { return step.frame == selection.frame; }));
  if (!frameShown) {
    selection.frame = animation != nullptr    ? animation->steps.front().frame
                      : asset->frames.empty() ? FrameId{}
                                              : asset->frames.front().id;
  }
  std::erase_if(selection.frames, [&](FrameId id) { return findFrame(*asset, id) == nullptr; });
  if (std::find(selection.frames.begin(), selection.frames.end(), selection.frame) ==
      selection.frames.end()) {
    selection.frames.clear();
    if (selection.frame) selection.frames = {selection.frame};
  }
  return selection;
}

}  // namespace amber
