#include "core/checks/fit/role_shapes.h"

namespace amber {

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

}  // namespace amber
