#pragma once

#include <vector>

#include "core/geometry/contact/convex_contact.h"

namespace amber {

/// For at most this many pairs of pieces the minimum translation is computed; for more, that of the
/// two convex hulls, which also separates them, but is not the minimum.
inline constexpr std::size_t kMostDifferences = 1200;

/// Overlap or distance of two shapes of one or more convex pieces: the minimum translation of the
/// second that separates all pieces, and the smallest distance if none meet. The point is that of
/// the pair of pieces with the deepest overlap. A shape without pieces meets nothing, at infinite
/// distance. Laws: those of contactOf. The minimum translation may lead anywhere, also into a hole.
/// Cost: as contactOf for one piece each; otherwise the product of the pieces times that of their
/// points, and the square of the edges of their differences that lie within the depth. Reference:
/// the union of the pieces' Minkowski differences, P. Agarwal, E. Flato, D. Halperin, "Polygon
/// Decomposition for Efficient Construction of Minkowski Sums", Computational Geometry 21, 2002;
/// its nearest boundary point is on an edge, or where two edges cross.
Contact partingOf(const std::vector<ConvexPiece>& a, const std::vector<ConvexPiece>& b);

/// The deepest contact of any two pieces; where none meet, the least gap between any.
/// Cost: the pairs of pieces whose bounds are near, each as contactOf.
Contact deepestOf(const std::vector<ConvexPiece>& a, const std::vector<ConvexPiece>& b);

/// Whether any pieces meet.
bool anyMeet(const std::vector<ConvexPiece>& a, const std::vector<ConvexPiece>& b);

/// All translations of the second piece that make it meet the first: their difference, itself
/// convex. Cost: the product of the points, times its logarithm.
ConvexPiece differenceOf(const ConvexPiece& a, const ConvexPiece& b);

/// The same pieces on the other side of the upright line through (0,0).
std::vector<ConvexPiece> mirrored(std::vector<ConvexPiece> pieces);

/// The same pieces moved.
std::vector<ConvexPiece> moved(std::vector<ConvexPiece> pieces, double dx, double dy);

}  // namespace amber
