#pragma once

#include <vector>

#include "core/geometry/polygon.h"

namespace amber {

/// Fewest points that a part may be limited to.
inline constexpr int kLeastPartPoints = 3;

/// Convex polygons, clockwise, that share only edges and together are the polygon; their corners
/// are its own. As few as greedy choice finds: a cut from one inward corner to another that mends
/// both comes first, then one that mends one, each time the shortest; what turns out not to be
/// needed is taken out again. A part of more than `mostPoints` is cut further. A polygon with a
/// fault (see PolygonFault) has no parts.
/// Requires: mostPoints at least kLeastPartPoints.
/// Cost: in the worst case the square of the inward corners by the corners; 60 corners, 0.06 ms.
/// Reference: that needless cuts are taken out, S. Hertel, K. Mehlhorn, "Fast Triangulation of
/// Simple Polygons", Foundations of Computation Theory, 1983; that cuts between inward corners come
/// first, B. Chazelle, D. Dobkin, "Optimal Convex Decompositions", Computational Geometry, 1985.
std::vector<Polygon> convexParts(const Polygon& polygon, int mostPoints);

}  // namespace amber
