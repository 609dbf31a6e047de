#pragma once

#include <optional>

#include "core/geometry/point_snap.h"

namespace amber {

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
    const FramePoint end = readable(snapped(point, snap));
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
