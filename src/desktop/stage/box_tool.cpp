#include "desktop/stage/box_tool.h"

#include <algorithm>
#include <cmath>

#include "core/geometry/tolerances.h"
#include "desktop/stage/snapped.h"

namespace amber {
namespace {

// -1, 0 or 1 as `value` is near the low edge, near neither, or near the high edge.
int nearEdge(double value, double low, double high, double reach) {
  const double toLow = std::abs(value - low);
  const double toHigh = std::abs(value - high);
  if (std::min(toLow, toHigh) > reach) return 0;
  return toLow <= toHigh ? -1 : 1;
}

// Moves one end of [start, start + length] by `by`, keeping the least length.
void resize(double& start, double& length, int end, double by, double step) {
  if (end < 0) {
    const double fixed = start + length;
    start = std::min(snapped(start + by, step), fixed - std::max(step, kLeastBoxSide));
    length = fixed - start;
  } else if (end > 0) {
    length = std::max(snapped(start + length + by, step) - start, std::max(step, kLeastBoxSide));
  }
}

}  // namespace

std::optional<BoxTool::Grip> BoxTool::gripAt(const Box& box, FramePoint point, double reach) {
  const double right = box.x + box.w;
  const double bottom = box.y + box.h;
  if (point.x < box.x - reach || point.x > right + reach || point.y < box.y - reach ||
      point.y > bottom + reach) {
    return std::nullopt;
  }
  const int x = nearEdge(point.x, box.x, right, reach);
  const int y = nearEdge(point.y, box.y, bottom, reach);
  return Grip{x, y, x == 0 && y == 0};
}

bool BoxTool::press(const Box& box, FramePoint point, double reach) {
  const auto grip = gripAt(box, point, reach);
  if (!grip) return false;
  dragging_ = true;
  grip_ = *grip;
  original_ = box;
  pressed_ = point;
  return true;
}

Box BoxTool::move(FramePoint point, double step) const {
  const double dx = point.x - pressed_.x;
  const double dy = point.y - pressed_.y;
  Box box = original_;
  if (grip_.whole) {
    box.x = original_.x + snapped(dx, step);
    box.y = original_.y + snapped(dy, step);
    return box;
  }
  resize(box.x, box.w, grip_.x, dx, step);
  resize(box.y, box.h, grip_.y, dy, step);
  return box;
}

std::optional<Box> BoxTool::release(FramePoint point, double step) {
  if (!dragging_) return std::nullopt;
  dragging_ = false;
  const Box box = move(point, step);
  if (box == original_) return std::nullopt;
  return box;
}

}  // namespace amber
