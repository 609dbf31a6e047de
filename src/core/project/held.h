#pragma once

#include <algorithm>
#include <string_view>
#include <unordered_map>
#include <vector>

#include "core/project/frame_index.h"
#include "core/project/project.h"

namespace amber {

/// What a frame keys and later frames hold: mounts by name, shapes by role. One definition of what
/// is held where.
inline const std::vector<Mount>& keysOn(const Frame& frame, const Mount*) {
  return frame.mounts;
}
inline const std::vector<FrameShape>& keysOn(const Frame& frame, const FrameShape*) {
  return frame.shapes;
}
inline std::string_view keyName(const Mount& mount) {
  return mount.name;
}
inline std::string_view keyName(const FrameShape& shape) {
  return shape.role;
}

/// A key and the frame that has it. Both point into the asset.
template <class T>
struct HeldKey {
  const T* key = nullptr;
  const Frame* frame = nullptr;
};

/// The keys that count on every frame of an asset:
/// 1. A frame's own keys count on it, first, in their order.
/// 2. A key is held on the later frames of an animation that shows its frame, until the next key of
///    its name.
/// 3. On a frame that several animations show, the first that holds a name there counts.
/// 4. A frame that no animation shows has its own keys only.
/// Held ones follow in the order in which their names first come in the animation.
template <class T>
class Held {
 public:
  /// Refers to the asset, which must outlive it. Requires: every step shows a frame of the asset.
  /// Cost: linear in the frames, and in steps times the names that are held.
  explicit Held(const Asset& asset) {
    FrameIndex frames(asset.frames);
    bool any = false;
    for (const Frame& frame : asset.frames) {
      std::vector<HeldKey<T>>& places = places_[frame.id];
      for (const T& key : keysOn(frame, static_cast<const T*>(nullptr))) {
        places.push_back({&key, &frame});
        any = true;
      }
    }
    if (!any) return;
    for (const Animation& animation : asset.animations) {
      std::vector<HeldKey<T>> held;
      for (const Step& step : animation.steps) show(frames[step.frame], held);
    }
  }

  /// Empty for a frame that the asset does not hold.
  const std::vector<HeldKey<T>>& on(FrameId frame) const {
    static const std::vector<HeldKey<T>> none;
    const auto found = places_.find(frame);
    return found == places_.end() ? none : found->second;
  }

 private:
  static HeldKey<T>* named(std::vector<HeldKey<T>>& keys, std::string_view name) {
    const auto found = std::find_if(
        keys.begin(), keys.end(), [&](const HeldKey<T>& one) { return keyName(*one.key) == name; });
    return found == keys.end() ? nullptr : &*found;
  }

  // A step of an animation that has come to hold these.
  void show(const Frame& frame, std::vector<HeldKey<T>>& held) {
    for (const T& key : keysOn(frame, static_cast<const T*>(nullptr))) {
      HeldKey<T>* const same = named(held, keyName(key));
      if (same == nullptr) {
        held.push_back({&key, &frame});
      } else {
        *same = {&key, &frame};
      }
    }
    std::vector<HeldKey<T>>& places = places_[frame.id];
    for (const HeldKey<T>& one : held) {
      if (named(places, keyName(*one.key)) == nullptr) places.push_back(one);
    }
  }

  std::unordered_map<FrameId, std::vector<HeldKey<T>>> places_;
};

}  // namespace amber
