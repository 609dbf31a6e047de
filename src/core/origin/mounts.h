#pragma once

#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

#include "core/project/project.h"
#include "core/project/validation/valid_project.h"

namespace amber {

/// Where a mount is on a frame.
struct MountPlace {
  std::string name;
  FramePoint at;    ///< On that frame, px.
  FrameId keyedOn;  ///< The frame itself, or the one it is held from.

  bool operator==(const MountPlace&) const = default;
};

/// The mounts on every frame of an asset, keyed and held (see core/project/held.h). Held, a mount
/// keeps its place relative to the origin.
class Mounts {
 public:
  /// Cost: linear in the asset's frames, steps and mounts.
  explicit Mounts(const Asset& asset);

  /// By name; empty for a frame that the asset does not hold.
  const std::vector<MountPlace>& on(FrameId frame) const;
  /// The place of the mount of that name on the frame, null where it is not there.
  const MountPlace* find(FrameId frame, std::string_view name) const;
  /// Every name, in order, once.
  const std::vector<std::string>& names() const { return names_; }

 private:
  std::unordered_map<FrameId, std::vector<MountPlace>> places_;
  std::vector<std::string> names_;
};

}  // namespace amber
