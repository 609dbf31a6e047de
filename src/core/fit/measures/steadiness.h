#pragma once

#include <optional>
#include <string_view>

#include "core/fit/keys/held_shapes.h"
#include "core/geometry/point.h"
#include "core/project/project.h"

namespace amber {

/// How much of two shapes is in both, laid over each other at their frames' origins: pixels in both
/// / pixels in either. 1 for the same shape at the same place relative to the origin, 0 for two
/// that do not meet, 1 for two that hold no pixel. Shapes and origins in px of their own frames.
/// Requires: valid shapes. Cost: linear in the pixels of the least window around both, by words.
double likeness(const Shape& shape, FramePoint origin, const Shape& other, FramePoint otherOrigin);

/// How steady a role's shape is at a step of an animation: its likeness to the one of the step
/// before; at the first step of an animation that repeats, to that of the last, and of one that
/// goes back and forth, to that of the second. Nothing where either frame has no shape of the role,
/// or there is no step before. Requires: the asset's own animation and shapes, a step of it.
std::optional<double> steadinessAt(const Asset& asset, const Animation& animation,
                                   const HeldShapes& shapes, std::string_view role,
                                   std::size_t step);

}  // namespace amber
