#pragma once

#include <optional>
#include <vector>

#include "core/geometry/point.h"
#include "core/geometry/shape.h"
#include "desktop/stage/box_tool.h"

namespace amber {

/// What corners, ends and edges snap to.
struct ShapeSnap {
  double step = 1;              ///< px: 1, 0.5, or 0 for none.
  std::vector<Vertex> corners;  ///< Points that draw a moved corner to themselves, before the step.
  double reach = 0;             ///< From how near they do, px.
  std::optional<double> mirror;  ///< The upright line that both sides are kept symmetric about.
};

/// Moves a shape by its inside, and resizes and bends it by its handles, in frame px: a box's sides
/// and corners, a circle's rim, a capsule's ends and flanks, a polygon's corners; pressing a
/// polygon's edge puts a corner there. Knows no widget: it is fed press, move, release and Escape,
/// and answers with the shape as it would be.
class ShapeTool {
 public:
  enum class Part { Whole, Side, Rim, End, Corner, Edge };
  struct Grip {
    Part part = Part::Whole;
    std::size_t index = 0;  ///< Of the end, the corner, or the edge's first corner.
    BoxTool::Grip side;     ///< Of a box.

    bool operator==(const Grip&) const = default;
  };

  /// What a press at this point would take hold of. `reach`: how near a handle it must be, px.
  static std::optional<Grip> gripAt(const Shape& shape, FramePoint point, double reach);
  /// Where handles are drawn; those of a polygon are its corners.
  static std::vector<Vertex> handlesOf(const Shape& shape);

  /// Begins a drag; false when nothing is there to take hold of.
  bool press(const Shape& shape, FramePoint point, double reach);
  /// The shape for this pointer place.
  Shape move(FramePoint point, const ShapeSnap& snap) const;
  /// Ends the drag, with the resulting shape; nothing if it did not change.
  std::optional<Shape> release(FramePoint point, const ShapeSnap& snap);
  /// Ends the drag without a change.
  void cancel() { dragging_ = false; }

  bool dragging() const { return dragging_; }
  const Grip& grip() const { return grip_; }

 private:
  Shape moveCorner(Polygon polygon, FramePoint point, const ShapeSnap& snap) const;
  Shape moveEnd(Capsule capsule, FramePoint point, const ShapeSnap& snap) const;
  Shape moveRim(FramePoint point, const ShapeSnap& snap) const;
  Shape moveWhole(FramePoint point, const ShapeSnap& snap) const;

  bool dragging_ = false;
  Grip grip_;
  BoxTool box_;
  Shape original_;
  FramePoint pressed_;
};

/// The polygon without one of its corners; nothing where 3 are left, or what remains has a fault.
std::optional<Polygon> withoutCorner(const Polygon& polygon, std::size_t corner);

/// The polygon with a corner at another place, clockwise; with a mirror line its counterpart, the
/// corner that was nearest to its mirror image within `reach`, goes along.
Polygon withCornerAt(const Polygon& polygon, std::size_t corner, Vertex to,
                     const std::optional<double>& mirror, double reach);

}  // namespace amber
