#pragma once

#include <string>
#include <vector>

#include "core/checks/finding.h"
#include "core/fit/keys/held_shapes.h"
#include "core/fit/measures/measures.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// What the checks of shapes look at: one asset, one role.

/// A shape on a frame, with the frame's ink.
struct Seen {
  const Frame* frame;
  const ShapePlace* place;
  Shape shape;
  PixelMask ink;
};

/// All shapes of one role of an asset. Refers to both, which must outlive it.
struct RoleShapes {
  const Asset& asset;
  const Role& role;
  std::vector<Seen> all;

  FrameRef refOf(const Seen& seen) const { return {asset.id, seen.frame->id}; }
};

/// A finding of the rule about the role's shape on that frame.
Finding shapeFinding(const Rule& rule, const RoleShapes& shapes, const Seen& seen);
/// ", and on 3 more" after the first of `count`; empty for one.
std::string andMore(std::size_t count);
/// The recipe of the shape, or the recipe of the role for a shape set by hand.
Recipe recipeOf(const RoleShapes& shapes, const Seen& seen);

/// The fix that fits all of these, each by the recipe that `change` makes of its recipe.
template <class Change>
Remedy fitsOf(const RoleShapes& shapes, const std::vector<const Seen*>& found,
              const Change& change) {
  std::vector<FitOrder> orders;
  for (const Seen* seen : found) {
    const Recipe recipe = change(recipeOf(shapes, *seen));
    const auto same = std::find_if(orders.begin(), orders.end(),
                                   [&](const FitOrder& order) { return order.recipe == recipe; });
    if (same == orders.end()) {
      orders.push_back({{shapes.refOf(*seen)}, shapes.role.name, recipe});
    } else {
      same->frames.push_back(shapes.refOf(*seen));
    }
  }
  return fittingRemedy(std::move(orders));
}

/// The checks, one file each. Every one adds at most one finding a rule (jumps: an animation).
void checkOffInk(const RoleShapes& shapes, std::vector<Finding>& findings);
void checkPolygons(const RoleShapes& shapes, int mostPoints, std::vector<Finding>& findings);
void checkAir(const RoleShapes& shapes, const std::vector<Measures>& measures,
              std::vector<Finding>& findings);
void checkBareInk(const RoleShapes& shapes, const std::vector<Measures>& measures,
                  std::vector<Finding>& findings);
void checkStale(const RoleShapes& shapes, std::vector<Finding>& findings);
void checkJumps(const RoleShapes& shapes, std::vector<Finding>& findings);
/// `sensor` notices, `body` stops.
void checkSensor(const RoleShapes& sensor, const RoleShapes& body, std::vector<Finding>& findings);

}  // namespace amber
