#include "core/checks/finding.h"

#include "core/fit/keys/fit_edits.h"

namespace amber {

Remedy fittingRemedy(std::vector<FitOrder> orders) {
  return {
      Remedy::Takes::Time,
      [orders = std::move(orders)](const Project& project,
                                   const ArtSource& art) -> Result<std::vector<Edit>> {
        std::vector<Edit> edits;
        for (const FitOrder& order : orders) {
          for (Edit& edit : fittedShapes(project, order.frames, order.role, order.recipe, art)) {
            edits.push_back(std::move(edit));
          }
        }
        if (!edits.empty()) return edits;
        return failure(ErrorCode::BadValue,
                       "the recipe makes no shape from this ink; choose another recipe");
      }};
}

}  // namespace amber
