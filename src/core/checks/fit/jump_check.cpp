#include "core/checks/fit/role_shapes.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/checks/wording.h"
#include "core/fit/keys/shape_edits.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

FramePoint middleOf(const Shape& shape) {
  const Box box = bounds(shape);
  return {box.x + box.w / 2, box.y + box.h / 2};
}

// How far a shape's middle goes, relative to the origin, from one frame to another.
double jumpBetween(const Seen& a, const Seen& b) {
  const FramePoint p = middleOf(a.shape);
  const FramePoint q = middleOf(b.shape);
  const OriginPoint from = relativeTo(p, a.frame->origin);
  const OriginPoint to = relativeTo(q, b.frame->origin);
  return std::hypot(to.x - from.x, to.y - from.y);
}

}  // namespace

// What stands still shows different things one after the other, not one that moves.
void checkJumps(const RoleShapes& shapes, std::vector<Finding>& findings) {
  if (shapes.asset.motion == Motion::Static) return;
  std::map<FrameId, const Seen*> by;
  for (const Seen& seen : shapes.all) by[seen.frame->id] = &seen;
  for (const Animation& animation : shapes.asset.animations) {
    const Seen* worst = nullptr;
    double farthest = 0;
    const Seen* last = nullptr;
    for (const Step& step : animation.steps) {
      const auto found = by.find(step.frame);
      const Seen* now = found == by.end() ? nullptr : found->second;
      if (last != nullptr && now != nullptr) {
        const Box box = bounds(now->shape);
        const double jump = jumpBetween(*last, *now);
        const double allowed = std::max(kLeastShapeJump, kShapeJump * std::max(box.w, box.h));
        if (jump > allowed && jump > farthest) {
          farthest = jump;
          worst = now;
        }
      }
      last = now;
    }
    if (worst == nullptr) continue;
    Finding finding = shapeFinding(rules::kShapeJumps, shapes, *worst);
    finding.where.animation = animation.id;
    finding.text = "the shape " + shapes.role.name + " jumps by " + px(farthest) + " at " +
                   worst->frame->name + " in " + animation.name +
                   ", while the origin does not move";
    // What is seen of the first step, or where it has none, of the one that jumps.
    const auto start = by.find(animation.steps.front().frame);
    const Seen& held = start == by.end() ? *worst : *start->second;
    finding.fix = "Hold the shape of " + held.frame->name + " through the animation.";
    FrameShape shape = *held.place->key;
    shape.geometry = held.shape;
    finding.remedy = {Remedy::Takes::Moments,
                      [asset = shapes.asset.id, id = animation.id, shape,
                       from = shapes.refOf(held)](const Project& now, const ArtSource&) {
                        return shapeHeld(now, asset, id, shape, from);
                      }};
    findings.push_back(std::move(finding));
  }
}

}  // namespace amber
