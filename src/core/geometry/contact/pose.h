#pragma once

#include <vector>

#include "core/geometry/contact/convex_contact.h"
#include "core/geometry/point.h"
#include "core/geometry/shape.h"

namespace amber {

/// The pose of an asset in the game: it is mirrored (left and right) about its origin, scaled and
/// turned, in this order, and its origin is then moved to a point.
struct Pose {
  GamePoint at;
  double scale = 1;  ///< Game px by art px, above 0.
  double turn = 0;   ///< Radians, clockwise on screen.
  bool mirrored = false;

  bool operator==(const Pose&) const = default;
};

/// The position in the game of a point given in art px relative to the origin.
GamePoint posed(OriginPoint point, const Pose& pose);

/// The convex pieces, in game px, of a shape given relative to its origin: one for a box, circle,
/// capsule or polygon without inward corners; the convex parts of any other polygon; one box for
/// each run of a mask. A polygon with a fault has none. Requires: a valid shape and a finite pose.
/// Cost: as convexParts, linear for other shapes.
std::vector<ConvexPiece> piecesOf(const Shape& shape, const Pose& pose);

}  // namespace amber
