#include "core/variant/refit_orders.h"

namespace amber {

void RefitOrders::add(FrameRef frame, const std::string& role, const Recipe& recipe) {
  for (Order& known : orders_) {
    if (known.role == role && known.recipe == recipe) return known.frames.push_back(frame);
  }
  orders_.push_back({{frame}, role, recipe});
}

}  // namespace amber
