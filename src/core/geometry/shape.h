#pragma once

#include <string_view>
#include <variant>
#include <vector>

#include "core/base/result.h"
#include "core/geometry/pixel_rect.h"
#include "core/geometry/polygon.h"

namespace amber {

/// Shapes, in px of the frame, or relative to the origin where stated. A pixel belongs to a shape
/// if its centre does.

/// An axis-parallel box: [x, x+w) x [y, y+h). Edges are closed at the low side and open at the high
/// side, so that two boxes side by side share no pixel.
struct Box {
  double x = 0;
  double y = 0;
  double w = 0;
  double h = 0;

  bool operator==(const Box&) const = default;
};

/// All points within r of (cx, cy), the edge included.
struct Circle {
  double cx = 0;
  double cy = 0;
  double r = 0;

  bool operator==(const Circle&) const = default;
};

/// All points within r of the segment from (ax, ay) to (bx, by), the edge included.
struct Capsule {
  double ax = 0;
  double ay = 0;
  double bx = 0;
  double by = 0;
  double r = 0;

  bool operator==(const Capsule&) const = default;
};

/// Set pixels [x0, x1) of a row, counted from the mask's corner.
struct MaskRun {
  int y = 0;
  int x0 = 0;
  int x1 = 0;

  bool operator==(const MaskRun&) const = default;
};

/// A pixel mask with its corner at (x, y), which is whole in a frame and may lie at halves relative
/// to an origin. Runs are ordered by row, then column, do not touch, and fill w x h to its edges.
struct MaskShape {
  double x = 0;
  double y = 0;
  int w = 0;
  int h = 0;
  std::vector<MaskRun> runs;

  bool operator==(const MaskShape&) const = default;
};

/// Some shape. Behaviour is in free functions.
using Shape = std::variant<Box, Circle, Capsule, Polygon, MaskShape>;

/// The kinds, in the order of the variant.
enum class ShapeKind { Box, Circle, Capsule, Polygon, Mask };
inline constexpr std::size_t kShapeKinds = std::variant_size_v<Shape>;

ShapeKind kindOf(const Shape& shape);

/// The kind's name in JSON and on screen: box, circle, capsule, polygon, mask.
std::string_view kindName(ShapeKind kind);
std::string_view kindName(const Shape& shape);

/// The shape moved by (dx, dy) px.
Shape moved(const Shape& shape, double dx, double dy);

/// Columns [x0, x1) of pixels.
struct PixelSpan {
  int x0 = 0;
  int x1 = 0;

  bool empty() const { return x0 >= x1; }
  int size() const { return x1 > x0 ? x1 - x0 : 0; }
};

/// The pixels of row y in a convex shape; empty for none. Requires: a valid shape. For all rows of
/// any shape see visitRows.
PixelSpan rowOf(const Box& box, int y);
PixelSpan rowOf(const Circle& circle, int y);
PixelSpan rowOf(const Capsule& capsule, int y);

/// The pixels whose centres are in the shape, as their least rectangle; empty when there is none.
/// Requires: a valid shape.
PixelRect pixelBounds(const Shape& shape);

/// How many pixels are in the shape. Requires: a valid shape.
long long pixelCount(const Shape& shape);

/// The shape's own bounds in px, not rounded.
Box bounds(const Shape& shape);

/// Whether the centre of pixel (x, y) is in the shape. To ask for many, ask by rows.
bool holdsPixel(const Shape& shape, int x, int y);

/// How many points describe the shape: 4 for a box, 1 for a circle, 2 for a capsule, a polygon's
/// corners, 0 for a mask.
int pointCount(const Shape& shape);

/// Validates a shape, regardless of its position. Errors (BadValue): a number that is not finite, a
/// side under kLeastBoxSide, a radius under kLeastRadius, a polygon with fewer than 3 or more than
/// kMostPolygonPoints points or in counter-clockwise order, a mask between pixels or with invalid
/// runs. A polygon with a fault (see PolygonFault) is accepted, because it may be work in progress;
/// the checks report it.
Result<void> validated(const Shape& shape);

/// The same for a shape on a frame of `frame` px. Errors (BadValue): also a reach of more than
/// kFarthestReach beyond the frame.
Result<void> validated(const Shape& shape, PixelSize frame);

}  // namespace amber
