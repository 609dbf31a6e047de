#include "core/origin/mounts.h"

#include <algorithm>
#include <set>

#include "core/project/held.h"

namespace amber {

Mounts::Mounts(const Asset& asset) {
  const Held<Mount> held(asset);
  std::set<std::string> names;
  for (const Frame& frame : asset.frames) {
    std::vector<MountPlace>& places = places_[frame.id];
    for (const auto& [key, keyed] : held.on(frame.id)) {
      // On its own frame a mount is where it was put, to the last bit.
      const FramePoint at = keyed == &frame
                                ? key->at
                                : FramePoint{key->at.x - keyed->origin.x + frame.origin.x,
                                             key->at.y - keyed->origin.y + frame.origin.y};
      places.push_back({key->name, at, keyed->id});
      names.insert(key->name);
    }
    std::sort(places.begin(), places.end(),
              [](const MountPlace& a, const MountPlace& b) { return a.name < b.name; });
  }
  names_.assign(names.begin(), names.end());
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

}  // namespace amber
