#pragma once

#include <cmath>
#include <optional>

#include "core/geometry/point.h"

namespace amber {

/// What a dragged point snaps to.
enum class PointSnap { PixelCorner, PixelCentre, Free };

/// The point as snapping leaves it.
inline FramePoint snapped(FramePoint point, PointSnap snap) {
  switch (snap) {
    case PointSnap::PixelCorner:
      return {std::round(point.x), std::round(point.y)};
    case PointSnap::PixelCentre:
      return {std::floor(point.x) + 0.5, std::floor(point.y) + 0.5};
    case PointSnap::Free:
      break;
  }
  // Free still means a number that can be read: hundredths of a pixel.
  return {std::round(point.x * 100) / 100, std::round(point.y * 100) / 100};
}

/// Drags one point, in frame px. Knows no widget. A press anywhere takes the point there.
class PointTool {
 public:
  void press(FramePoint original) {
    dragging_ = true;
    original_ = original;
  }
  /// Ends the drag; the point, or nothing when it is where it was.
  std::optional<FramePoint> release(FramePoint point, PointSnap snap) {
    if (!dragging_) return std::nullopt;
    dragging_ = false;
    const FramePoint end = snapped(point, snap);
    if (end == original_) return std::nullopt;
    return end;
  }
  void cancel() { dragging_ = false; }
  bool dragging() const { return dragging_; }

 private:
  bool dragging_ = false;
  FramePoint original_;
};

}  // namespace amber
