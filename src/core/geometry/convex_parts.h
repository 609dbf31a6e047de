#pragma once

#include <vector>

#include "core/geometry/polygon.h"

namespace amber {

/// Fewest points that a part may be limited to.
inline constexpr int kLeastPartPoints = 3;

/// Convex polygons, clockwise, that share only edges and together are the polygon; their corners
/// are corners of the polygon. Greedily few: cuts between two inward corners that resolve both come
/// first, then cuts that resolve one, the shortest first; unnecessary cuts are removed afterwards.
/// A part of more than `mostPoints` is cut further. A polygon with a fault (see PolygonFault) has
/// no parts. Requires: mostPoints at least kLeastPartPoints. Cost: at worst the square of the
/// inward corners times the corners; 60 corners take 0.06 ms. Reference: removal of unnecessary
/// cuts, S. Hertel, K. Mehlhorn, "Fast Triangulation of Simple Polygons", Foundations of
/// Computation Theory, 1983; cuts between inward corners first, B. Chazelle, D. Dobkin, "Optimal
/// Convex Decompositions", Computational Geometry, 1985.
std::vector<Polygon> convexParts(const Polygon& polygon, int mostPoints);

}  // namespace amber
