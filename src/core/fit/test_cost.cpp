#include "core/fit/test_cost.h"

#include <array>

namespace amber {

double testCost(ShapeKind kind) {
  constexpr std::array<double, kShapeKinds> kCosts = {1, 1, 1.8, 4.9};
  return kCosts[static_cast<std::size_t>(kind)];
}

}  // namespace amber
