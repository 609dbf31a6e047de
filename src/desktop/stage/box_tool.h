#pragma once

#include <optional>

#include "core/geometry/point.h"
#include "core/geometry/shape.h"

namespace amber {

/// Moves and resizes a box by its eight handles and its inside, in frame px. Knows no widget: it is
/// fed press, move, release and Escape, and answers with the box as it would be.
class BoxTool {
 public:
  /// What a press at this point would take hold of. Low, middle and high place on each axis; the
  /// middle of both is the whole box.
  struct Grip {
    int x = 0;  ///< -1 left edge, 0 none, 1 right edge.
    int y = 0;  ///< -1 top edge, 0 none, 1 bottom edge.
    bool whole = false;

    bool operator==(const Grip&) const = default;
  };

  /// `reach`: how near a handle a press must be, frame px. Nothing away from the box.
  static std::optional<Grip> gripAt(const Box& box, FramePoint point, double reach);

  /// Begins a drag; false when nothing is there to take hold of.
  bool press(const Box& box, FramePoint point, double reach);
  /// The box for this pointer place. `step`: what edges snap to, px (1, 0.5), or 0 for none.
  Box move(FramePoint point, double step) const;
  /// Ends the drag, with the resulting box; nothing if it did not change.
  std::optional<Box> release(FramePoint point, double step);
  /// Ends the drag without a change.
  void cancel() { dragging_ = false; }

  bool dragging() const { return dragging_; }

 private:
  bool dragging_ = false;
  Grip grip_;
  Box original_;
  FramePoint pressed_;
};

}  // namespace amber
