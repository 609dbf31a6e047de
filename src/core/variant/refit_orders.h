#pragma once

#include <string>
#include <vector>

#include "core/project/selection.h"
#include "core/project/values/recipe.h"

namespace amber {

/// Shapes to be fitted on many frames, those of one role by one recipe together, in the order in
/// which each came first.
class RefitOrders {
 public:
  struct Order {
    std::vector<FrameRef> frames;
    std::string role;
    Recipe recipe;
  };

  void add(FrameRef frame, const std::string& role, const Recipe& recipe);
  const std::vector<Order>& all() const { return orders_; }

 private:
  std::vector<Order> orders_;
};

}  // namespace amber
