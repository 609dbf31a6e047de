#pragma once

#include <vector>

#include "core/geometry/contact/convex_contact.h"
#include "core/geometry/point.h"
#include "core/geometry/shape.h"

namespace amber {

/// How an asset stands in the game: about its origin it is mirrored (left and right), made larger,
/// turned, in this order, and its origin then lies at a point.
struct Pose {
  GamePoint at;
  double scale = 1;  ///< Game px by art px, above 0.
  double turn = 0;   ///< Radians, clockwise on screen.
  bool mirrored = false;

  bool operator==(const Pose&) const = default;
};

/// Where a point lies in the game that is told from the asset's origin, art px.
GamePoint posed(OriginPoint point, const Pose& pose);

/// The convex pieces of a shape that is told from its origin, in game px: one of a box, a circle, a
/// capsule and a polygon without inward corners; the convex parts of another polygon; a box for
/// each run of a mask. A polygon with a fault has none.
/// Requires: a sound shape, a finite pose. Cost: as convexParts, linear for others.
std::vector<ConvexPiece> piecesOf(const Shape& shape, const Pose& pose);

}  // namespace amber
