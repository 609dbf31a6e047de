#include "core/checks/fit/role_shapes.h"

#include <algorithm>
#include <cmath>

#include "core/fit/styles/recipe_fit.h"

namespace amber {
namespace {

std::string percentText(double share) {
  return std::to_string(std::lround(share * 100)) + " %";
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

}  // namespace

// What only notices may reach into the air as far as it likes.
void checkAir(const RoleShapes& shapes, const std::vector<Measures>& measures,
              std::vector<Finding>& findings) {
  if (shapes.role.duty != Duty::Stops) return;
  checkShare(shapes, measures, &Measures::air, shapes.role.mostAir, rules::kShapeAir,
             ", which contains less air.", FitStyle::Balanced, findings);
}

void checkBareInk(const RoleShapes& shapes, const std::vector<Measures>& measures,
                  std::vector<Finding>& findings) {
  checkShare(shapes, measures, &Measures::bareInk, shapes.role.mostBareInk, rules::kShapeBareInk,
             ", which covers all ink.", FitStyle::Snug, findings);
}

}  // namespace amber
