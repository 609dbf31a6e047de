#include "core/fit/held_shapes.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace amber {
namespace {

struct Key {
  const Frame* frame;
  const FrameShape* shape;
};

bool holdsRole(const std::vector<ShapePlace>& places, std::string_view role) {
  return std::any_of(places.begin(), places.end(),
                     [&](const ShapePlace& place) { return place.key->role == role; });
}

}  // namespace

Carry carryBetween(const Shape& shape, FramePoint fromOrigin, FramePoint toOrigin) {
  Carry carry{toOrigin.x - fromOrigin.x, toOrigin.y - fromOrigin.y};
  if (kindOf(shape) == ShapeKind::Mask) carry = {std::round(carry.dx), std::round(carry.dy)};
  return carry;
}

HeldShapes::HeldShapes(const Asset& asset) {
  std::unordered_map<FrameId, const Frame*> frames;
  bool any = false;
  for (const Frame& frame : asset.frames) {
    frames[frame.id] = &frame;
    std::vector<ShapePlace>& places = places_[frame.id];
    for (const FrameShape& shape : frame.shapes) places.push_back({&shape, frame.id, 0, 0});
    any |= !frame.shapes.empty();
  }
  if (!any) return;
  for (const Animation& animation : asset.animations) {
    // In the order in which their roles first come.
    std::vector<Key> held;
    for (const Step& step : animation.steps) {
      const Frame& frame = *frames.at(step.frame);
      for (const FrameShape& shape : frame.shapes) {
        const auto same = std::find_if(held.begin(), held.end(), [&](const Key& key) {
          return key.shape->role == shape.role;
        });
        if (same == held.end()) {
          held.push_back({&frame, &shape});
        } else {
          *same = {&frame, &shape};
        }
      }
      std::vector<ShapePlace>& places = places_[frame.id];
      for (const Key& key : held) {
        if (holdsRole(places, key.shape->role)) continue;
        const Carry carry = carryBetween(key.shape->geometry, key.frame->origin, frame.origin);
        places.push_back({key.shape, key.frame->id, carry.dx, carry.dy});
      }
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
