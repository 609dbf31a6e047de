#include "core/fit/keys/shape_edits.h"

#include <optional>
#include <unordered_map>

#include "core/fit/keys/held_shapes.h"
#include "core/geometry/mirrored.h"
#include "core/project/frame_ref.h"

namespace amber {
namespace {

// The shapes of frames of several assets, each asset's found once.
class Shapes {
 public:
  explicit Shapes(const Project& project) : project_(project) {}

  const ShapePlace* find(const FrameRef& ref, const std::string& role) {
    const Asset* asset = findAsset(project_, ref.asset);
    if (asset == nullptr) return nullptr;
    const auto held = held_.try_emplace(ref.asset, *asset).first;
    return held->second.find(ref.frame, role);
  }

 private:
  const Project& project_;
  std::unordered_map<AssetId, HeldShapes> held_;
};

// An edit for each of the frames that has a shape of the role, from what `change` makes of it.
template <class Change>
std::vector<Edit> forEach(const Project& project, const std::vector<FrameRef>& frames,
                          const std::string& role, const Change& change) {
  std::vector<Edit> edits;
  Shapes shapes(project);
  for (const FrameRef& ref : frames) {
    const ShapePlace* place = shapes.find(ref, role);
    const Frame* frame = findFrame(project, ref);
    if (place == nullptr || frame == nullptr) continue;
    const std::optional<FrameShape> shape = change(*frame, *place);
    if (!shape || !validated(shape->geometry, frame->rect.size())) continue;
    edits.emplace_back(SetShape{ref.asset, ref.frame, *shape});
  }
  return edits;
}

}  // namespace

std::vector<Edit> shapeKeysDropped(const Project& project, const std::vector<FrameRef>& frames,
                                   const std::string& role) {
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    const Frame* frame = findFrame(project, ref);
    if (frame != nullptr && findShape(*frame, role) != nullptr) {
      edits.emplace_back(DropShape{ref.asset, ref.frame, role});
    }
  }
  return edits;
}

std::vector<Edit> shapesKeyed(const Project& project, const std::vector<FrameRef>& frames,
                              const std::string& role) {
  return forEach(project, frames, role,
                 [&](const Frame& frame, const ShapePlace& place) -> std::optional<FrameShape> {
                   if (!place.heldOn(frame.id)) return std::nullopt;
                   return FrameShape{role, place.shape()};
                 });
}

std::vector<Edit> shapeHeld(const Project& project, AssetId assetId, AnimationId animationId,
                            const FrameShape& shape, FrameRef from) {
  const Asset* asset = findAsset(project, assetId);
  const Animation* animation = asset == nullptr ? nullptr : findAnimation(*asset, animationId);
  const Frame* source = findFrame(project, from);
  if (animation == nullptr || source == nullptr) return {};
  const Frame& first = *findFrame(*asset, animation->steps.front().frame);
  FrameShape held = shape;
  const Carry carry = carryBetween(shape.geometry, source->origin, first.origin);
  held.geometry = moved(shape.geometry, carry.dx, carry.dy);
  if (!validated(held.geometry, first.rect.size())) return {};
  // A hash of the ink of another frame has no meaning for this one.
  if (first.id != source->id) held.ink = 0;
  Selection all;
  all.asset = assetId;
  all.animation = animationId;
  std::vector<Edit> edits =
      shapeKeysDropped(project, framesIn(project, all, Scope::Animation), shape.role);
  edits.emplace_back(SetShape{assetId, first.id, std::move(held)});
  return edits;
}

std::vector<Edit> shapesMirrored(const Project& project, const std::vector<FrameRef>& frames,
                                 const std::string& role) {
  return forEach(project, frames, role,
                 [&](const Frame& frame, const ShapePlace& place) -> std::optional<FrameShape> {
                   return FrameShape{role, mirrored(place.shape(), frame.origin.x)};
                 });
}

std::vector<Edit> shapesCopied(const Project& project, const std::vector<FrameRef>& frames,
                               const std::string& from, const std::string& to) {
  return forEach(project, frames, from,
                 [&](const Frame& frame, const ShapePlace& place) -> std::optional<FrameShape> {
                   FrameShape copy = *place.key;
                   copy.role = to;
                   copy.geometry = place.shape();
                   if (place.heldOn(frame.id)) copy.ink = 0;
                   return copy;
                 });
}

}  // namespace amber
