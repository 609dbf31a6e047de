#include "core/project/animation_edits.h"

#include <algorithm>
#include <cassert>

namespace amber {
namespace {

constexpr int kUsualTimeMs = 100;

std::vector<Animation>::iterator placeOf(Asset& asset, AnimationId id) {
  const auto found = std::find_if(asset.animations.begin(), asset.animations.end(),
                                  [&](const Animation& one) { return one.id == id; });
  assert(found != asset.animations.end());
  return found;
}

void sortOnce(std::vector<std::size_t>& chosen) {
  std::sort(chosen.begin(), chosen.end());
  chosen.erase(std::unique(chosen.begin(), chosen.end()), chosen.end());
}

}  // namespace

std::string freeAnimationName(const Asset& asset, const std::string& name) {
  const auto used = [&](const std::string& candidate) {
    return std::any_of(asset.animations.begin(), asset.animations.end(),
                       [&](const Animation& one) { return one.name == candidate; });
  };
  if (!used(name)) return name;
  int number = 2;
  while (used(name + "_" + std::to_string(number))) ++number;
  return name + "_" + std::to_string(number);
}

Asset withAnimation(Asset asset, AnimationId id, const std::string& name,
                    const std::vector<FrameId>& frames) {
  assert(!frames.empty());
  Animation animation{id, freeAnimationName(asset, name), LoopMode::Repeat, {}};
  for (const FrameId frame : frames) animation.steps.push_back({frame, kUsualTimeMs});
  asset.animations.push_back(std::move(animation));
  return asset;
}

Asset withCopy(Asset asset, AnimationId animation, AnimationId id) {
  const auto place = placeOf(asset, animation);
  Animation copy = *place;
  copy.id = id;
  copy.name = freeAnimationName(asset, place->name);
  asset.animations.insert(place + 1, std::move(copy));
  return asset;
}

Asset withoutAnimation(Asset asset, AnimationId animation) {
  asset.animations.erase(placeOf(asset, animation));
  return asset;
}

Asset withDefault(Asset asset, AnimationId animation) {
  const auto place = placeOf(asset, animation);
  std::rotate(asset.animations.begin(), place, place + 1);
  return asset;
}

MovedSteps withStepsMoved(Asset asset, AnimationId animation, std::vector<std::size_t> chosen,
                          std::size_t before) {
  sortOnce(chosen);
  std::vector<Step>& steps = placeOf(asset, animation)->steps;
  assert(before <= steps.size());
  std::vector<Step> moved;
  std::vector<Step> rest;
  std::size_t first = 0;
  for (std::size_t i = 0; i < steps.size(); ++i) {
    if (i == before) first = rest.size();
    (std::binary_search(chosen.begin(), chosen.end(), i) ? moved : rest).push_back(steps[i]);
  }
  if (before == steps.size()) first = rest.size();
  rest.insert(rest.begin() + static_cast<std::ptrdiff_t>(first), moved.begin(), moved.end());
  steps = std::move(rest);
  return {std::move(asset), first};
}

Asset withStepsRepeated(Asset asset, AnimationId animation, std::vector<std::size_t> chosen) {
  sortOnce(chosen);
  std::vector<Step>& steps = placeOf(asset, animation)->steps;
  for (auto index = chosen.rbegin(); index != chosen.rend(); ++index) {
    const Step step = steps[*index];
    steps.insert(steps.begin() + static_cast<std::ptrdiff_t>(*index) + 1, step);
  }
  return asset;
}

Asset withoutSteps(Asset asset, AnimationId animation, std::vector<std::size_t> chosen) {
  sortOnce(chosen);
  const auto place = placeOf(asset, animation);
  if (chosen.size() == place->steps.size()) {
    if (asset.animations.size() > 1) return withoutAnimation(std::move(asset), animation);
    chosen.erase(chosen.begin());
  }
  for (auto index = chosen.rbegin(); index != chosen.rend(); ++index) {
    place->steps.erase(place->steps.begin() + static_cast<std::ptrdiff_t>(*index));
  }
  return asset;
}

Asset withDurations(Asset asset, AnimationId animation, const std::vector<std::size_t>& chosen,
                    int durationMs) {
  assert(durationMs >= 1 && durationMs <= 60000);
  std::vector<Step>& steps = placeOf(asset, animation)->steps;
  for (const std::size_t index : chosen) steps[index].durationMs = durationMs;
  if (chosen.empty()) {
    for (Step& step : steps) step.durationMs = durationMs;
  }
  return asset;
}

}  // namespace amber
