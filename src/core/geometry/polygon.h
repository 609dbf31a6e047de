#pragma once

#include <cstddef>
#include <vector>

namespace amber {

/// A corner of a polygon, px of the space that its shape is in.
struct Vertex {
  double x = 0;
  double y = 0;

  bool operator==(const Vertex&) const = default;
};

/// A polygon: its corners, clockwise on screen, the last joined to the first. A point is inside if
/// an odd number of edges crosses to its left; low edges are closed and high ones open, as for a
/// box, so that adjacent polygons share no pixel.
struct Polygon {
  std::vector<Vertex> points;

  bool operator==(const Polygon&) const = default;
};

/// Twice the signed area of the triangle: above 0 where a, b, c turn clockwise on screen.
constexpr double turn(Vertex a, Vertex b, Vertex c) {
  return (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
}

/// Twice the signed area: above 0 for corners in clockwise order on screen.
double twiceArea(const std::vector<Vertex>& points);

/// The line through p and q, which are not at one height: its x at any y. Whoever asks where an
/// edge passes a row asks this, so that all agree.
class EdgeLine {
 public:
  constexpr EdgeLine(Vertex p, Vertex q) : x_(p.x), y_(p.y), slope_((q.x - p.x) / (q.y - p.y)) {}

  constexpr double at(double y) const { return x_ + (y - y_) * slope_; }

 private:
  double x_;
  double y_;
  double slope_;
};

/// The floor of a value within 2^20, to 2^-32, without a function call: with a large offset, a cast
/// rounds as floor does.
constexpr int floorOf(double value) {
  constexpr int kFar = 1 << 20;
  return static_cast<int>(value + kFar) - kFar;
}

/// The first pixel whose centre is at or past `edge`, which must be within 2^20 px. Exact to 2^-32
/// px, without a function call.
constexpr int firstPixelFrom(double edge) {
  constexpr int kFar = 1 << 20;
  return kFar - static_cast<int>(kFar - (edge - 0.5));
}

/// The pixel after the last one whose centre is at or before `edge`, with the same precision as
/// firstPixelFrom.
constexpr int pixelAfter(double edge) {
  constexpr int kFar = 1 << 20;
  return static_cast<int>(kFar + (edge + 0.5)) - kFar;
}

/// Whether two segments, ends included, have a point in common.
bool segmentsTouch(Vertex a, Vertex b, Vertex c, Vertex d);

/// What keeps a ring of points from being the edge of one area.
enum class PolygonFault {
  None,
  RepeatsPoint,
  CrossesItself,  ///< Or touches itself.
  NoArea,         ///< Less than kLeastPolygonArea.
};

/// The first of the faults that the polygon has. Requires: at least 3 points, all finite.
/// Cost: square in the points at worst, of which few are near each other; 60 points, 5 us.
PolygonFault faultOf(const Polygon& polygon);

/// Whether no corner turns inward. Requires: no fault.
bool isConvex(const Polygon& polygon);

/// The same ring with its corners in clockwise order; the first one stays first.
Polygon clockwise(Polygon polygon);

}  // namespace amber
