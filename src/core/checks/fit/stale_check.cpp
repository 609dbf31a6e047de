#include "core/checks/fit/role_shapes.h"

#include "core/fit/keys/refit.h"

namespace amber {
namespace {

// What was fitted together was laid over the others at its origin.
std::string changedText(const Seen& seen) {
  const auto& recipe = seen.place->key->recipe;
  const std::string what = recipe && recipe->together ? "the art or the origin of " : "the art of ";
  return what + seen.frame->name + " has changed";
}

}  // namespace

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
  finding.fix = "Refit the outdated shapes.";
  finding.remedy = fitsOf(shapes, stale, [](const Recipe& recipe) { return recipe; });
  findings.push_back(std::move(finding));
}

}  // namespace amber
