#pragma once

#include <array>
#include <cstddef>
#include <optional>
#include <vector>

#include "core/geometry/shape.h"

namespace amber {

/// A number of a shape that can be typed, with its name.
struct ShapeNumber {
  const char* name;
  double value;
};

/// The numbers of any shape, in the order in which they are named.
using ShapeNumbers = std::array<double, 5>;

/// A shape's numbers, frame px, at most five. Of a polygon those of one corner; none without one.
/// Requires: `corner` is one of the polygon's.
std::vector<ShapeNumber> numbersOf(const Shape& shape, std::optional<std::size_t> corner);

/// The shape with those numbers, in that order; a mask stays on whole px. A polygon is not changed:
/// its corners are moved on the stage.
Shape withNumbers(const Shape& shape, const ShapeNumbers& numbers);

}  // namespace amber
