#pragma once

#include <string_view>
#include <variant>

#include "core/base/result.h"
#include "core/geometry/pixel_rect.h"
#include "core/geometry/point.h"

namespace amber {

/// An axis-parallel box, in px of the frame (or relative to the origin, where that is said):
/// [x, x+w) x [y, y+h). Edges are closed at the low side and open at the high side, so that two
/// boxes side by side share no pixel.
struct Box {
  double x = 0;
  double y = 0;
  double w = 0;
  double h = 0;

  bool operator==(const Box&) const = default;
};

/// Some shape. Behaviour is in free functions.
using Shape = std::variant<Box>;

/// The kind's name in JSON and on screen.
std::string_view kindName(const Shape& shape);

/// The shape moved by (dx, dy) px.
Shape moved(const Shape& shape, double dx, double dy);

/// The pixels whose centres are in the shape, as their least rectangle; empty when there is none.
/// Requires: a valid shape.
PixelRect pixelBounds(const Shape& shape);

/// The shape's own bounds in px, not rounded.
Box bounds(const Shape& shape);

/// Whether the centre of pixel (x, y) is in the shape.
bool holdsPixel(const Shape& shape, int x, int y);

/// How many points describe the shape: 4 for a box.
int pointCount(const Shape& shape);

/// The time of one overlap test against a like shape, as a multiple of box against box. A box
/// is the unit, hence 1.
double testCost(const Shape& shape);

/// Nothing when the shape is sound on a frame of `frame` px, or what is wrong with it: a number
/// that is not finite, a side under kLeastBoxSide, or a reach of more than kFarthestReach.
Result<void> validated(const Shape& shape, PixelSize frame);

}  // namespace amber
