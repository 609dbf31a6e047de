#include "core/fit/keys/held_shapes.h"

#include <algorithm>
#include <cmath>

#include "core/project/held.h"

namespace amber {

Carry carryBetween(const Shape& shape, FramePoint fromOrigin, FramePoint toOrigin) {
  Carry carry{toOrigin.x - fromOrigin.x, toOrigin.y - fromOrigin.y};
  if (kindOf(shape) == ShapeKind::Mask) carry = {std::round(carry.dx), std::round(carry.dy)};
  return carry;
}

HeldShapes::HeldShapes(const Asset& asset) {
  const Held<FrameShape> held(asset);
  for (const Frame& frame : asset.frames) {
    std::vector<ShapePlace>& places = places_[frame.id];
    for (const auto& [key, keyed] : held.on(frame.id)) {
      const Carry carry = carryBetween(key->geometry, keyed->origin, frame.origin);
      places.push_back({key, keyed->id, carry.dx, carry.dy});
    }
  }
}

const std::vector<ShapePlace>& HeldShapes::on(FrameId frame) const {
  static const std::vector<ShapePlace> none;
  const auto found = places_.find(frame);
  return found == places_.end() ? none : found->second;
}

const ShapePlace* HeldShapes::find(FrameId frame, std::string_view role) const {
  const std::vector<ShapePlace>& places = on(frame);
  const auto found = std::find_if(places.begin(), places.end(),
                                  [&](const ShapePlace& place) { return place.key->role == role; });
  return found == places.end() ? nullptr : &*found;
}

}  // namespace amber
