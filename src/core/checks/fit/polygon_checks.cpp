#include "core/checks/fit/role_shapes.h"

#include <algorithm>

namespace amber {
namespace {

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

}  // namespace

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

}  // namespace amber
