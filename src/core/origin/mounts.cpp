#include "core/origin/mounts.h"

#include <algorithm>
#include <map>
#include <set>

#include "core/naming/snake_case.h"

namespace amber {
namespace {

constexpr std::size_t kLongestMountName = 64;

struct Key {
  const Frame* frame;
  const Mount* mount;
};

bool holdsName(const std::vector<MountPlace>& places, std::string_view name) {
  return std::any_of(places.begin(), places.end(),
                     [&](const MountPlace& place) { return place.name == name; });
}

}  // namespace

Mounts::Mounts(const Asset& asset) {
  std::unordered_map<FrameId, const Frame*> frames;
  std::set<std::string> names;
  for (const Frame& frame : asset.frames) {
    frames[frame.id] = &frame;
    std::vector<MountPlace>& places = places_[frame.id];
    for (const Mount& mount : frame.mounts) {
      places.push_back({mount.name, mount.at, frame.id});
      names.insert(mount.name);
    }
  }
  names_.assign(names.begin(), names.end());
  if (names_.empty()) return;
  for (const Animation& animation : asset.animations) {
    std::map<std::string_view, Key> held;
    for (const Step& step : animation.steps) {
      const Frame& frame = *frames.at(step.frame);
      for (const Mount& mount : frame.mounts) held[mount.name] = {&frame, &mount};
      std::vector<MountPlace>& places = places_[frame.id];
      for (const auto& [name, key] : held) {
        if (holdsName(places, name)) continue;
        const FramePoint at{key.mount->at.x - key.frame->origin.x + frame.origin.x,
                            key.mount->at.y - key.frame->origin.y + frame.origin.y};
        places.push_back({std::string(name), at, key.frame->id});
      }
    }
  }
  for (auto& [id, places] : places_) {
    std::sort(places.begin(), places.end(),
              [](const MountPlace& a, const MountPlace& b) { return a.name < b.name; });
  }
}

const std::vector<MountPlace>& Mounts::on(FrameId frame) const {
  static const std::vector<MountPlace> none;
  const auto found = places_.find(frame);
  return found == places_.end() ? none : found->second;
}

const MountPlace* Mounts::find(FrameId frame, std::string_view name) const {
  const std::vector<MountPlace>& places = on(frame);
  const auto found = std::find_if(places.begin(), places.end(),
                                  [&](const MountPlace& place) { return place.name == name; });
  return found == places.end() ? nullptr : &*found;
}

bool isMountName(std::string_view name) {
  return !name.empty() && name.size() <= kLongestMountName && isSnakeCase(name);
}

}  // namespace amber
