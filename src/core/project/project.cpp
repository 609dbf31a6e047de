#include "core/project/project.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

// The element of a vector of values that `same` accepts, or null.
template <class T, class Same>
const T* findIn(const std::vector<T>& values, Same same) {
  const auto found = std::find_if(values.begin(), values.end(), same);
  return found == values.end() ? nullptr : &*found;
}

template <class T, class Same>
const T* findShared(const std::vector<SharedValue<T>>& values, Same same) {
  const auto* found = findIn(values, [&](const SharedValue<T>& value) { return same(*value); });
  return found == nullptr ? nullptr : &**found;
}

}  // namespace

Project newProject(std::string name) {
  Project project;
  project.name = std::move(name);
  const OriginRule standing{OriginBasis::Ground, Anchor::Bottom};
  const OriginRule middle{OriginBasis::Ink, Anchor::Center};
  const OriginRule corner{OriginBasis::Cell, Anchor::TopLeft};
  // One box for the whole animation around the core of the figure: this is nearest to the boxes
  // that makers of games draw (measured in docs/performance.md).
  Recipe body;
  body.region.part = Region::Part::Core;
  body.region.size = 40;
  body.region.percent = true;
  body.together = true;
  project.kinds = {{"character", "chr", Motion::Dynamic, standing, {{"body", body}}},
                   {"pickup", "pick", Motion::Static, standing, {}, Copies::Many},
                   {"prop", "prop", Motion::Static, standing, {}, Copies::Many},
                   {"shot", "shot", Motion::Kinematic, middle, {}, Copies::Many},
                   {"tile", "tile", Motion::Static, corner, {}, Copies::Many, {}, true}};
  project.layers = {"all"};
  // What is held in a hand is outside a body that makers would draw, and no mistake.
  constexpr double kMostAir = 0.6;
  constexpr double kMostBareInk = 0.35;
  project.roles = {{"body", Duty::Stops, 1, 1, {}, kMostAir, kMostBareInk}};
  return project;
}

const Sheet* findSheet(const Project& project, SheetId id) {
  return findShared(project.sheets, [&](const Sheet& sheet) { return sheet.id == id; });
}

const Sheet* findSheet(const Project& project, std::string_view path) {
  return findShared(project.sheets, [&](const Sheet& sheet) { return sheet.path == path; });
}

const Asset* findAsset(const Project& project, AssetId id) {
  return findShared(project.assets, [&](const Asset& asset) { return asset.id == id; });
}

const Asset* findAsset(const Project& project, std::string_view name) {
  return findShared(project.assets, [&](const Asset& asset) { return asset.name == name; });
}

const Kind* findKind(const Project& project, std::string_view name) {
  return findIn(project.kinds, [&](const Kind& kind) { return kind.name == name; });
}

const Role* findRole(const Project& project, std::string_view name) {
  return findIn(project.roles, [&](const Role& role) { return role.name == name; });
}

const PackProfile* findProfile(const Project& project, std::string_view name) {
  return findIn(project.profiles, [&](const PackProfile& one) { return one.name == name; });
}

const Frame* findFrame(const Asset& asset, FrameId id) {
  return findIn(asset.frames, [&](const Frame& frame) { return frame.id == id; });
}

const Animation* findAnimation(const Asset& asset, AnimationId id) {
  return findIn(asset.animations, [&](const Animation& animation) { return animation.id == id; });
}

const Mount* findMount(const Frame& frame, std::string_view name) {
  for (const Mount& mount : frame.mounts) {
    if (mount.name == name) return &mount;
  }
  return nullptr;
}

const FrameShape* findShape(const Frame& frame, std::string_view role) {
  return findIn(frame.shapes, [&](const FrameShape& shape) { return shape.role == role; });
}

int durationAt(double framesPerSecond) {
  return static_cast<int>(std::lround(std::clamp(1000 / framesPerSecond, 1.0, 60000.0)));
}

}  // namespace amber
