#pragma once

#include <optional>

#include "core/fit/search/ink_study.h"
#include "core/geometry/shape.h"

namespace amber {

/// Circles fitted to a frame's ink, frame px. Nothing for a frame without ink.

/// The snug circle.
/// Laws:
///   1. Every ink pixel's square lies inside.
///   2. No smaller circle does so (but for rounding, 1e-9 of the radius).
/// Cost: linear in the rows of the ink's bounds, after sorting them.
std::optional<Circle> snugCircle(const InkStudy& ink);

/// The trimmed circle: small, with at most `loss` of the ink outside. Law 3: at most `loss` of the
/// ink is bare, and the circle is no larger than the snug one; on ink of up to kCoarseSide px, no
/// circle at any centre is smaller by more than 1/8 px. On larger ink the search starts at the
/// trimmed circle of the coarse ink. Requires: loss in [0, 1).
std::optional<Circle> trimmedCircle(const InkStudy& ink, double loss);

/// The balanced circle: of high overlap.
/// Law 4: it agrees at least as well as the snug and the inner circle, and no step of kFinestFit of
/// one of its numbers agrees better. Found by climbing from several places.
std::optional<Circle> balancedCircle(const InkStudy& ink);

/// About where the balanced circle lies, within an eighth of a px: for searches that start there.
std::optional<Circle> roughCircle(const InkStudy& ink);

/// The inner circle: the largest that holds no air.
/// Laws:
///   5. Every pixel whose centre is inside is ink.
///   6. No circle that holds no air is larger by more than kFinestFit, unless the ink is such that
///      after looking into 20,000 places that is still not known: dust, of which none is large.
/// Cost: some hundred circles' rows. Reference: A. H. Land, A. G. Doig, "An Automatic Method of
/// Solving Discrete Programming Problems", Econometrica 28, 1960: branch and bound, here over
/// squares of centres.
std::optional<Circle> innerCircle(const InkStudy& ink);

}  // namespace amber
