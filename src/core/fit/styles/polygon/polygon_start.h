#pragma once

#include <optional>
#include <vector>

#include "core/fit/search/ink_counts.h"
#include "core/geometry/polygon.h"

namespace amber {

/// The ring with corners removed, the one with the smallest triangle first, until `most` remain.
/// Requires: most at least 3. Cost: n log n. Reference: M. Visvalingam, J. D. Whyatt, "Line
/// Generalisation by Repeated Elimination of Points", The Cartographic Journal 30, 1993.
std::vector<Vertex> thinned(const std::vector<Vertex>& ring, std::size_t most);

/// Of all polygons whose corners are at most `points` of the ring, in its order, the one of highest
/// overlap with the ink, near enough: of those through one corner, that is moved on twice. It may
/// cross itself. Empty where the ring has fewer than 3 corners, or all polygons go the wrong way
/// round. Cost: points x ring^2, and ring^2 edges of sums.
/// Reference: J. C. Perez, E. Vidal, "Optimum Polygonal Approximation of Digitized Curves", Pattern
/// Recognition Letters 15, 1994; the share is turned into sums as W. Dinkelbach, "On Nonlinear
/// Fractional Programming", Management Science 13, 1967.
std::vector<Vertex> bestThrough(const InkCounts& ink, const std::vector<Vertex>& ring,
                                std::size_t points);

/// A convex polygon of at most `points` corners around a convex one: edges are removed, the one
/// whose removal adds the least area first. Requires: a convex ring of at least 3 corners,
/// clockwise; points at least 3.
std::vector<Vertex> circumscribed(std::vector<Vertex> hull, std::size_t points);

/// The least of the triangles around a convex polygon whose sides lie along its edges or in one of
/// 24 directions. For a polygon of many corners, around one of 16 around it.
std::optional<std::vector<Vertex>> leastTriangle(const std::vector<Vertex>& hull);

}  // namespace amber
