#pragma once

#include <string_view>
#include <unordered_map>
#include <vector>

#include "core/project/project.h"

namespace amber {

/// Where a shape is on a frame: its key, and how far from the key's frame px it lies.
struct ShapePlace {
  const FrameShape* key = nullptr;
  FrameId keyedOn;  ///< The frame itself, or the one it is held from.
  double dx = 0;
  double dy = 0;

  bool heldOn(FrameId frame) const { return keyedOn != frame; }
  /// In px of the frame that it is on.
  Shape shape() const { return moved(key->geometry, dx, dy); }
};

/// The shapes on every frame of an asset, keyed and held (see core/project/held.h). Held, a shape
/// keeps its place relative to the origin; a mask, to the nearest whole px.
class HeldShapes {
 public:
  /// Refers to the asset, which must outlive it. Cost: linear in the frames, steps and shapes.
  explicit HeldShapes(const Asset& asset);

  /// Own keys first; empty for a frame that the asset does not hold.
  const std::vector<ShapePlace>& on(FrameId frame) const;
  /// Null where the frame has no shape of that role.
  const ShapePlace* find(FrameId frame, std::string_view role) const;

 private:
  std::unordered_map<FrameId, std::vector<ShapePlace>> places_;
};

/// How far a shape moves that keeps its place relative to the origin, from one frame to another;
/// of a mask, to the nearest whole px.
struct Carry {
  double dx = 0;
  double dy = 0;
};
Carry carryBetween(const Shape& shape, FramePoint fromOrigin, FramePoint toOrigin);

}  // namespace amber
