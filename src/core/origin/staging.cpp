#include "core/origin/staging.h"

#include <algorithm>
#include <numbers>
#include <set>

namespace amber {
namespace {

constexpr double kFanOpacity = 0.12;
constexpr double kMirrorOpacity = 0.55;

}  // namespace

GamePoint onStage(const StagedFrame& staged, FramePoint origin, FramePoint point) {
  const FramePoint seen = staged.mirrored ? mirroredAbout(point, origin) : point;
  return inGame(seen, origin, staged.scale, staged.at, staged.angle);
}

std::vector<StagedFrame> ghostStack(const std::vector<StackedAnimation>& animations, FrameId shown,
                                    double scale, std::size_t most) {
  std::vector<StagedFrame> stack;
  std::set<FrameId> seen{shown};
  for (const StackedAnimation& one : animations) {
    for (const Step& step : one.animation->steps) {
      if (stack.size() == most) return stack;
      if (!seen.insert(step.frame).second) continue;
      StagedFrame ghost;
      ghost.ref = {one.asset->id, step.frame};
      ghost.scale = one.asset->scale / scale;
      stack.push_back(ghost);
    }
  }
  return stack;
}

double ghostOpacity(std::size_t ghosts) {
  return std::clamp(0.9 / static_cast<double>(std::max<std::size_t>(1, ghosts)), 0.08, 0.35);
}

std::vector<StagedFrame> mirrorPair(FrameRef ref) {
  StagedFrame plain;
  plain.ref = ref;
  plain.opacity = kMirrorOpacity;
  StagedFrame mirror = plain;
  mirror.mirrored = true;
  return {mirror, plain};
}

std::vector<StagedFrame> spinFan(FrameRef ref, double angle, int ghosts) {
  std::vector<StagedFrame> fan;
  StagedFrame one;
  one.ref = ref;
  one.opacity = kFanOpacity;
  for (int i = 0; i < ghosts; ++i) {
    one.angle = 2 * std::numbers::pi * i / ghosts;
    fan.push_back(one);
  }
  one.angle = angle;
  one.opacity = 1;
  fan.push_back(one);
  return fan;
}

std::vector<StagedFrame> depthPair(const Asset& asset, FrameId frame, const Asset& other,
                                   FrameId otherFrame, GamePoint at) {
  StagedFrame first;
  first.ref = {asset.id, frame};
  StagedFrame second;
  second.ref = {other.id, otherFrame};
  second.at = at;
  second.scale = other.scale / asset.scale;
  std::vector<StagedFrame> ordered;
  for (const std::size_t index : depthOrder({first.at.y, second.at.y})) {
    ordered.push_back(index == 0 ? first : second);
  }
  return ordered;
}

}  // namespace amber
