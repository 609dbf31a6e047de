#pragma once

#include <vector>

#include "core/geometry/polygon.h"

namespace amber {

/// A convex shape: the least convex area around its points, grown by a radius, px. One point is a
/// circle, two are a capsule; more are a convex polygon, clockwise, without a point between two
/// others on a line. One routine serves all pairs.
struct ConvexPiece {
  std::vector<Vertex> points;
  double radius = 0;

  bool operator==(const ConvexPiece&) const = default;
};

/// Overlap or distance of two shapes, px. Shapes that only touch do not meet (see kTouching).
struct Contact {
  double depth = 0;  ///< The least distance by which the second must be moved to part them.
  Vertex normal;     ///< In which direction, of length 1. Unset where they do not meet.
  Vertex point;      ///< In the middle of the contact. Unset where they do not meet.
  double gap = 0;    ///< The least distance between them; 0 where they meet.

  bool meet() const { return depth > 0; }
};

/// Laws: 1. The second moved by depth times normal does not meet the first, and moved by any less
/// in any direction it does. 2. With the sides changed depth and gap are the same, and the normal
/// is the opposite where it is the only one. 3. Both moved together change nothing. 4. The point
/// lies within depth of both.
/// Requires: pieces of 1 point or more, finite. Cost: the product of the points. Reference: the
/// separating axis theorem, H. Minkowski, "Geometrie der Zahlen", 1896; that the depth is the
/// distance from the origin to the edge of the difference of the two, S. Cameron, R. Culley,
/// "Determining the Minimum Translational Distance between Two Convex Polyhedra", ICRA 1986.
Contact contactOf(const ConvexPiece& a, const ConvexPiece& b);

/// Whether they meet, with the same result as contactOf, but faster.
bool meet(const ConvexPiece& a, const ConvexPiece& b);

/// How deep a point lies in the piece, px: below 0 outside.
double depthAt(const ConvexPiece& piece, Vertex point);

}  // namespace amber
