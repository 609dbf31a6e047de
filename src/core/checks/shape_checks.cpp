#include "core/checks/shape_checks.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>
#include <utility>

#include "core/checks/wording.h"
#include "core/fit/keys/held_shapes.h"
#include "core/fit/keys/refit.h"
#include "core/fit/keys/shape_edits.h"
#include "core/fit/measures/measures.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/geometry/tolerances.h"
#include "core/image/shape_pixels.h"

namespace amber {
namespace {

std::string percentText(double share) {
  return std::to_string(std::lround(share * 100)) + " %";
}

// A shape on a frame, with the frame's ink.
struct Seen {
  const Frame* frame;
  const ShapePlace* place;
  Shape shape;
  PixelMask ink;
};

// All shapes of one role of an asset.
struct RoleShapes {
  const Asset& asset;
  const Role& role;
  std::vector<Seen> all;

  FrameRef refOf(const Seen& seen) const { return {asset.id, seen.frame->id}; }
};

Finding shapeFinding(const Rule& rule, const RoleShapes& shapes, const Seen& seen) {
  return findingOf(rule,
                   {seen.frame->sheet, shapes.asset.id, {}, seen.frame->id, shapes.role.name});
}

std::string andMore(std::size_t count) {
  return count < 2 ? std::string() : ", and on " + std::to_string(count - 1) + " more";
}

Recipe recipeOf(const RoleShapes& shapes, const Seen& seen) {
  return seen.place->key->recipe.value_or(shapes.role.recipe);
}

// The order that fits all of these, each by what `change` makes of its recipe.
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

void checkOffInk(const RoleShapes& shapes, std::vector<Finding>& findings) {
  std::vector<const Seen*> off;
  for (const Seen& seen : shapes.all) {
    const PixelRect area = pixelBounds(seen.shape);
    const PixelMask pixels = area.empty() ? PixelMask() : pixelsOf(seen.shape, area);
    const bool holds = !area.empty() && countOf(intersection(pixels, cropped(seen.ink, area))) > 0;
    if (!holds) off.push_back(&seen);
  }
  if (off.empty()) return;
  Finding finding = shapeFinding(rules::kShapeOffInk, shapes, *off.front());
  finding.text = "the shape " + shapes.role.name + " holds no ink on " + off.front()->frame->name +
                 andMore(off.size());
  finding.fix = "Fit it again.";
  finding.remedy = fitsOf(shapes, off, [](const Recipe& recipe) { return recipe; });
  findings.push_back(std::move(finding));
}

const char* faultText(PolygonFault fault) {
  switch (fault) {
    case PolygonFault::RepeatsPoint:
      return "repeats a point";
    case PolygonFault::CrossesItself:
      return "crosses or touches itself";
    case PolygonFault::NoArea:
      return "has no area";
    case PolygonFault::None:
      break;
  }
  return "";
}

void checkPolygons(const RoleShapes& shapes, int mostPoints, std::vector<Finding>& findings) {
  std::vector<const Seen*> faulty;
  std::vector<const Seen*> rich;
  for (const Seen& seen : shapes.all) {
    const auto* polygon = std::get_if<Polygon>(&seen.shape);
    if (polygon == nullptr || seen.place->heldOn(seen.frame->id)) continue;
    if (faultOf(*polygon) != PolygonFault::None) faulty.push_back(&seen);
    if (pointCount(seen.shape) > mostPoints) rich.push_back(&seen);
  }
  const auto within = [&](Recipe recipe) {
    recipe.kind = ShapeKind::Polygon;
    recipe.polygon.points = std::min(recipe.polygon.points, mostPoints);
    return recipe;
  };
  if (!faulty.empty()) {
    Finding finding = shapeFinding(rules::kShapeFault, shapes, *faulty.front());
    finding.text = "the polygon " + shapes.role.name + " of " + faulty.front()->frame->name + " " +
                   faultText(faultOf(std::get<Polygon>(faulty.front()->shape))) +
                   andMore(faulty.size());
    finding.fix = "Fit a polygon again.";
    finding.remedy = fitsOf(shapes, faulty, within);
    findings.push_back(std::move(finding));
  }
  if (!rich.empty()) {
    Finding finding = shapeFinding(rules::kShapePoints, shapes, *rich.front());
    finding.text = "the polygon " + shapes.role.name + " of " + rich.front()->frame->name +
                   " has " + std::to_string(pointCount(rich.front()->shape)) +
                   " points; the pack profile allows " + std::to_string(mostPoints) +
                   andMore(rich.size());
    finding.fix = "Fit it with " + std::to_string(mostPoints) + " points.";
    finding.remedy = fitsOf(shapes, rich, [&](Recipe recipe) {
      recipe = within(recipe);
      recipe.polygon.points = mostPoints;
      recipe.polygon.tolerance = 0;
      return recipe;
    });
    findings.push_back(std::move(finding));
  }
}

// Frames on which a share is above what the role allows, the worst first.
void checkShare(const RoleShapes& shapes, const std::vector<Measures>& measures,
                double Measures::*share, double most, const Rule& rule, const std::string& what,
                FitStyle fix, std::vector<Finding>& findings) {
  std::vector<std::size_t> above;
  for (std::size_t i = 0; i < measures.size(); ++i) {
    if (measures[i].*share > most) above.push_back(i);
  }
  if (above.empty()) return;
  std::stable_sort(above.begin(), above.end(), [&](std::size_t a, std::size_t b) {
    return measures[a].*share > measures[b].*share;
  });
  std::vector<const Seen*> found;
  for (const std::size_t i : above) found.push_back(&shapes.all[i]);
  Finding finding = shapeFinding(rule, shapes, *found.front());
  finding.text = percentText(measures[above.front()].*share) + " of " +
                 (share == &Measures::air ? "the shape " + shapes.role.name + " of " +
                                                found.front()->frame->name + " is air"
                                          : "the ink of " + found.front()->frame->name +
                                                " is outside its shape " + shapes.role.name) +
                 "; the role allows " + percentText(most) + andMore(found.size());
  // Less air takes a polygon; to cover the ink, any kind will do.
  Recipe recipe = recipeOf(shapes, *found.front());
  if (fix == FitStyle::Balanced) recipe.kind = ShapeKind::Polygon;
  recipe.style = fix;
  recipe.inset = {};
  finding.fix = "Fit a " + inWords(recipe) + what;
  finding.remedy = fitsOf(shapes, found, [&](const Recipe&) { return recipe; });
  findings.push_back(std::move(finding));
}

// What was fitted together was laid over the others at its origin.
std::string changedText(const Seen& seen) {
  const auto& recipe = seen.place->key->recipe;
  const std::string what = recipe && recipe->together ? "the art or the origin of " : "the art of ";
  return what + seen.frame->name + " has changed";
}

void checkStale(const RoleShapes& shapes, std::vector<Finding>& findings) {
  std::vector<const Seen*> stale;
  for (const Seen& seen : shapes.all) {
    if (!seen.place->heldOn(seen.frame->id) &&
        isStale(*seen.place->key, seen.ink, seen.frame->origin)) {
      stale.push_back(&seen);
    }
  }
  if (stale.empty()) return;
  Finding finding = shapeFinding(rules::kShapeStale, shapes, *stale.front());
  finding.text = changedText(*stale.front()) + " since its shape " + shapes.role.name +
                 " was fitted" + andMore(stale.size());
  finding.fix = "Fit again what is stale.";
  finding.remedy = fitsOf(shapes, stale, [](const Recipe& recipe) { return recipe; });
  findings.push_back(std::move(finding));
}

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
                   worst->frame->name + " in " + animation.name + ", while the origin stays";
    // What is seen of the first step, or where it has none, of the one that jumps.
    const auto start = by.find(animation.steps.front().frame);
    const Seen& held = start == by.end() ? *worst : *start->second;
    finding.fix = "Hold that of " + held.frame->name + " through the animation.";
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

// What is seen of a role on the same frame.
const Seen* onFrame(const RoleShapes& shapes, const Frame& frame) {
  const auto found = std::find_if(shapes.all.begin(), shapes.all.end(),
                                  [&](const Seen& seen) { return seen.frame == &frame; });
  return found == shapes.all.end() ? nullptr : &*found;
}

// A sensor that a body lies over: whether it is filled from below, or reaches past no side.
enum class Covered { No, Flush, Filled };

Covered coveredBy(const Shape& sensor, const Shape& body) {
  const Box s = bounds(sensor);
  const Box b = bounds(body);
  const bool past = s.x < b.x - kFlush || s.y < b.y - kFlush || s.x + s.w > b.x + b.w + kFlush ||
                    s.y + s.h > b.y + b.h + kFlush;
  if (!past) return Covered::Flush;
  const PixelRect area = pixelBounds(sensor);
  if (area.empty()) return Covered::No;
  const PixelMask pixels = pixelsOf(sensor, area);
  const long long both = countOf(intersection(pixels, pixelsOf(body, area)));
  const bool strip = s.y + s.h / 2 < b.y + b.h / 2 && s.h < b.h / 2;
  return strip && static_cast<double>(both) >= kFilledStrip * static_cast<double>(countOf(pixels))
             ? Covered::Filled
             : Covered::No;
}

void checkSensor(const RoleShapes& sensor, const RoleShapes& body, std::vector<Finding>& findings) {
  for (const Covered kind : {Covered::Flush, Covered::Filled}) {
    std::vector<const Seen*> found;
    for (const Seen& seen : sensor.all) {
      const Seen* stops = onFrame(body, *seen.frame);
      if (stops != nullptr && coveredBy(seen.shape, stops->shape) == kind) found.push_back(&seen);
    }
    if (found.empty()) continue;
    const bool flush = kind == Covered::Flush;
    Finding finding =
        shapeFinding(flush ? rules::kShapeFlush : rules::kShapeFilled, sensor, *found.front());
    finding.text = flush ? sensor.role.name + " does not reach past " + body.role.name + " on " +
                               found.front()->frame->name + andMore(found.size()) +
                               ", so it notices nothing before that stops"
                         : body.role.name + " fills " + sensor.role.name + " on " +
                               found.front()->frame->name + andMore(found.size()) +
                               ", so what lands there is stopped first";
    finding.fix =
        flush ? "Make it reach 2 px past the body." : "Move it up to 2 px above the body.";
    std::vector<Edit> edits;
    for (const Seen* seen : found) {
      const Shape& stops = onFrame(body, *seen->frame)->shape;
      Shape mended = seen->shape;
      if (flush) {
        const Box s = bounds(seen->shape);
        const Box b = bounds(stops);
        const Inset out{b.x - kPastBody - s.x, b.y - kPastBody - s.y,
                        s.x + s.w - b.x - b.w - kPastBody, s.y + s.h - b.y - b.h - kPastBody};
        mended = insetBy(seen->shape, out).shape;
      } else {
        mended = moved(seen->shape, 0, std::round(bounds(stops).y - kPastBody - bounds(mended).y));
      }
      edits.emplace_back(SetShape{sensor.asset.id, seen->frame->id, {sensor.role.name, mended}});
    }
    finding.remedy = Remedy(std::move(edits));
    findings.push_back(std::move(finding));
  }
}

}  // namespace

std::vector<Finding> checkShapes(const Asset& asset, const Project& project, const ArtSource& art) {
  std::vector<Finding> findings;
  const HeldShapes held(asset);
  std::vector<RoleShapes> roles;
  for (const Role& role : project.roles) {
    RoleShapes shapes{asset, role, {}};
    for (const Frame& frame : asset.frames) {
      const ShapePlace* place = held.find(frame.id, role.name);
      const auto sheet = place == nullptr || frame.lost ? nullptr : art(frame.sheet);
      if (sheet == nullptr) continue;
      PixelMask ink = cropped(sheet->firm, frame.rect);
      // A frame without ink has a finding of its own.
      if (countOf(ink) == 0) continue;
      shapes.all.push_back({&frame, place, place->shape(), std::move(ink)});
    }
    if (!shapes.all.empty()) roles.push_back(std::move(shapes));
  }
  for (const RoleShapes& shapes : roles) {
    checkOffInk(shapes, findings);
    checkPolygons(shapes, project.profile.polygonPoints, findings);
    std::vector<Measures> measures;
    for (const Seen& seen : shapes.all) {
      measures.push_back(sharesOf(seen.shape, seen.ink, recipeOf(shapes, seen).region));
    }
    // What only notices may reach into the air as far as it likes.
    if (shapes.role.duty == Duty::Stops) {
      checkShare(shapes, measures, &Measures::air, shapes.role.mostAir, rules::kShapeAir,
                 ", which holds less.", FitStyle::Balanced, findings);
    }
    checkShare(shapes, measures, &Measures::bareInk, shapes.role.mostBareInk, rules::kShapeBareInk,
               ", which leaves none.", FitStyle::Snug, findings);
    checkStale(shapes, findings);
    checkJumps(shapes, findings);
  }
  for (const RoleShapes& sensor : roles) {
    if (sensor.role.duty != Duty::Notices) continue;
    for (const RoleShapes& body : roles) {
      if (body.role.duty == Duty::Stops) checkSensor(sensor, body, findings);
    }
  }
  return findings;
}

}  // namespace amber
