#pragma once

#include <optional>

#include "core/fit/search/ink_study.h"
#include "core/geometry/shape.h"
#include "core/project/values/recipe.h"

namespace amber {

/// Capsules fitted to a frame's ink, frame px. Nothing for a frame without ink. Where a circle
/// serves as well, the two ends are the same point.

/// The snug capsule. Laws:
/// 1. The square of every ink pixel lies inside.
/// 2. Its area is at most 1 % above the smallest one found by trying every direction, offset and
///    radius in small steps.
/// Cost: some thousand passes over the corners of the ink's hull.
std::optional<Capsule> snugCapsule(const InkStudy& ink, CapsuleAxis axis);

/// The trimmed capsule: small, and leaving at most `loss` of the ink bare.
/// Law 3: at most `loss` of the ink is bare, and its area is at most the snug one's.
/// Requires: loss 0 up to, but not including, 1.
std::optional<Capsule> trimmedCapsule(const InkStudy& ink, CapsuleAxis axis, double loss);

/// The balanced capsule: of high overlap.
/// Law 4: it agrees at least as well as the snug one and as the balanced circle.
std::optional<Capsule> balancedCapsule(const InkStudy& ink, CapsuleAxis axis);

/// The inner capsule: large, and without air.
/// Law 5: every pixel whose centre is inside is ink, and it holds at least as many as the inner
/// circle.
std::optional<Capsule> innerCapsule(const InkStudy& ink, CapsuleAxis axis);

/// Its area as geometry has it, px^2.
double areaOf(const Capsule& capsule);

}  // namespace amber
