#pragma once

#include <optional>
#include <vector>

#include "core/cut/hand_cut.h"
#include "core/geometry/point.h"
#include "desktop/stage/box_tool.h"

namespace amber {

/// Draws rectangles on a sheet, and chooses, moves and resizes those that are there, in whole sheet
/// px. Knows no widget.
class RectsTool {
 public:
  enum class Adding { No, Yes };  ///< Whether a choice adds to what is chosen.

  /// What was there when the pointer went down: takes hold of an edge, a corner or the inside of
  /// the rectangle under it, or begins a new one. The chosen rectangles go first, so that their
  /// handles can be taken where others lie over them. `reach`: how near an edge a press must be,
  /// sheet px.
  void press(const std::vector<PixelRect>& rects, SheetPoint point, double reach, Adding adding,
             PixelSize sheet);
  /// The rectangles for this pointer place.
  std::vector<PixelRect> move(SheetPoint point) const;
  /// Ends the drag; the new list, or nothing when nothing changed.
  std::optional<std::vector<PixelRect>> release(SheetPoint point);
  void cancel() { state_ = State::Idle; }

  bool dragging() const { return state_ != State::Idle; }
  const std::vector<std::size_t>& chosen() const { return chosen_; }
  void choose(std::vector<std::size_t> chosen) { chosen_ = std::move(chosen); }
  /// Forgets choices that the list no longer has.
  void keepWithin(std::size_t count);

  /// The handle that a press here would grab, and its rectangle.
  std::optional<BoxTool::Grip> gripAt(const std::vector<PixelRect>& rects, SheetPoint point,
                                      double reach) const;

 private:
  enum class State { Idle, Drawing, Reshaping };

  std::optional<std::size_t> heldAt(const std::vector<PixelRect>& rects, SheetPoint point,
                                    double reach) const;

  State state_ = State::Idle;
  std::vector<PixelRect> original_;
  std::vector<std::size_t> chosen_;
  std::size_t held_ = 0;
  SheetPoint pressed_;
  PixelSize sheet_;
  BoxTool box_;
  bool moving_ = false;  // the whole rectangle, and with it all that is chosen
};

}  // namespace amber
