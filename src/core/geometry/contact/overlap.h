#pragma once

#include "core/geometry/shape.h"

namespace amber {

/// Whether two shapes of one kind, in one space, overlap by a positive area: touching edges do not
/// meet. Masks meet where they share a pixel; both must lie on the same grid of pixels.
/// Cost: of masks, linear in the runs of the rows that both have; of others, none.
bool overlap(const Box& a, const Box& b);
bool overlap(const Circle& a, const Circle& b);
/// Reference: V. Lumelsky, "On Fast Computation of Distance Between Line Segments", Information
/// Processing Letters 21, 1985.
bool overlap(const Capsule& a, const Capsule& b);
bool overlap(const MaskShape& a, const MaskShape& b);

/// The same of convex polygons (see convexParts). Requires: no fault, no inward corner.
/// Cost: the product of the points, less where an edge parts them. Reference: the separating axis
/// theorem, H. Minkowski, "Geometrie der Zahlen", 1896.
bool overlapConvex(const Polygon& a, const Polygon& b);

}  // namespace amber
