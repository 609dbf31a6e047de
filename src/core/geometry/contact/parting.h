#pragma once

#include <vector>

#include "core/geometry/contact/convex_contact.h"

namespace amber {

/// So many pairs of pieces are looked at for the least translation; of more, it is told for the
/// convex hulls of both, which parts them too, though not by least.
inline constexpr std::size_t kMostDifferences = 1200;

/// How two shapes of one or more convex pieces lie to each other: the least translation of the
/// second that parts all their pieces, and the least distance between any where none meet. The
/// point is that of the pair of pieces that lie deepest in each other. No pieces meet nothing, and
/// their gap is infinite.
/// Laws: those of contactOf. The least translation counts wherever it leads, into a hole too.
/// Cost: for one piece each as contactOf; else the pieces' product times that of their points, and
/// the square of those edges of their differences that lie within the depth. Reference: the union
/// of the pieces' convex differences, P. Agarwal, E. Flato, D. Halperin, "Polygon Decomposition for
/// Efficient Construction of Minkowski Sums", Computational Geometry 21, 2002; its nearest point is
/// one of an edge, or one where two edges cross.
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
