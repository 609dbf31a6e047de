// Selecting, of session.h.
#include "desktop/session.h"

namespace amber {

void ProjectSession::select(const Selection& selection) {
  const Selection valid = repaired(project_, selection);
  if (valid == selection_) return;
  selection_ = valid;
  emit selectionChanged();
}

void ProjectSession::selectRole(const std::string& role) {
  Selection next = selection_;
  next.role = role;
  select(next);
}

void ProjectSession::selectFrame(AssetId asset, AnimationId animation, FrameId frame) {
  Selection next = selection_;
  if (next.asset != asset) next.assets = {asset};
  next.asset = asset;
  next.animation = animation;
  next.frame = frame;
  next.frames = {frame};
  if (const Asset* value = findAsset(project_, asset)) {
    if (const Frame* shown = findFrame(*value, frame)) next.sheet = shown->sheet;
  }
  select(next);
}

void ProjectSession::selectSheet(SheetId sheet) {
  Selection next = selection_;
  next.sheet = sheet;
  for (const auto& asset : project_.assets) {
    for (const Frame& frame : asset->frames) {
      if (frame.sheet != sheet) continue;
      next.asset = asset->id;
      next.assets = {asset->id};
      next.frame = frame.id;
      next.frames = {frame.id};
      for (const Animation& animation : asset->animations) {
        for (const Step& step : animation.steps) {
          if (step.frame == frame.id) next.animation = animation.id;
        }
      }
      select(next);
      return;
    }
  }
  select(next);
}

}  // namespace amber
