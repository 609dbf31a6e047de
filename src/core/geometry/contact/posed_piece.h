#pragma once

#include <memory>

#include "core/geometry/contact/convex_contact.h"

namespace amber {

/// Where a piece stands: turned about (0,0), then moved.
struct PiecePlace {
  double x = 0;
  double y = 0;
  double cosine = 1;
  double sine = 0;

  Vertex of(Vertex point) const {
    return {x + point.x * cosine - point.y * sine, y + point.x * sine + point.y * cosine};
  }
};

/// A convex piece with a position, tested for overlap with others. It holds an inscribed and a
/// circumscribed circle, which decide most tests, and its sides. Cheap to copy.
class PosedPiece {
 public:
  /// Requires: a piece of 1 point or more, finite, as the place. Cost: the points.
  explicit PosedPiece(ConvexPiece piece, const PiecePlace& place = {});

  /// Stands elsewhere. Cost: a few operations.
  void moveTo(const PiecePlace& place);

  /// Whether they meet, with the same result as contactOf for the moved pieces. Cost: a few
  /// operations if the circles decide, otherwise the product of the points, four at once.
  bool meets(const PosedPiece& other) const {
    const double dx = x_ - other.x_;
    const double dy = y_ - other.y_;
    const double squared = dx * dx + dy * dy;
    const double within = within_ + other.within_;
    const double around = around_ + other.around_;
    // Half of those that are asked meet, so no jump hangs on that alone.
    const bool sure = squared < within * within;
    const bool open = squared < around * around;
    return sure == open ? sure : meetsByOutline(other);
  }

 private:
  struct Outline;

  bool meetsByOutline(const PosedPiece& other) const;
  PiecePlace seenFrom(const PosedPiece& viewer) const;

  double x_ = 0;  // Of both circles' middle, where the piece stands.
  double y_ = 0;
  double within_ = 0;  // The radius of the circle within, less what is not sure, px.
  double around_ = 0;  // And of the one around, and what is not sure.
  double cosine_ = 1;
  double sine_ = 0;
  std::shared_ptr<const Outline> outline_;
};

}  // namespace amber
