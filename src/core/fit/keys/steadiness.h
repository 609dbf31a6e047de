#pragma once

#include <optional>
#include <string_view>

#include "core/fit/keys/held_shapes.h"
#include "core/geometry/point.h"
#include "core/project/project.h"

namespace amber {

/// Intersection over union of two shapes, aligned at the origins of their frames: 1 for equal
/// shapes at equal places relative to the origin, 0 for disjoint shapes, 1 if neither contains a
/// pixel. Shapes and origins in px of their frames. Requires: valid shapes. Cost: linear in the
/// pixels of the smallest window around both, by words.
double likeness(const Shape& shape, FramePoint origin, const Shape& other, FramePoint otherOrigin);

/// The steadiness of the shape of a role at a step of an animation: its likeness to the shape of
/// the previous step. The previous step of the first one is the last step if the animation repeats,
/// and the second if it goes back and forth. Nothing if one of the two frames has no shape of the
/// role, or there is no previous step. Requires: animation, shapes and step of the same asset.
std::optional<double> steadinessAt(const Asset& asset, const Animation& animation,
                                   const HeldShapes& shapes, std::string_view role,
                                   std::size_t step);

}  // namespace amber
