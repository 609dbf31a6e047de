#include "core/geometry/contact/pose.h"

#include <algorithm>
#include <cmath>

#include "core/geometry/convex_parts.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

// A pose, made ready to move many points.
class Mover {
 public:
  explicit Mover(const Pose& pose)
      : pose_(pose),
        // Straight is exactly straight.
        cosine_(pose.turn == 0 ? pose.scale : std::cos(pose.turn) * pose.scale),
        sine_(pose.turn == 0 ? 0 : std::sin(pose.turn) * pose.scale) {}

  Vertex operator()(double x, double y) const {
    if (pose_.mirrored) x = -x;
    return {pose_.at.x + x * cosine_ - y * sine_, pose_.at.y + x * sine_ + y * cosine_};
  }

  ConvexPiece around(std::vector<Vertex> points, double radius = 0) const {
    for (Vertex& point : points) point = (*this)(point.x, point.y);
    // A mirror turns the order round.
    if (pose_.mirrored) std::reverse(points.begin(), points.end());
    return {std::move(points), radius * pose_.scale};
  }

  ConvexPiece box(double x, double y, double w, double h) const {
    return around({{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}});
  }

 private:
  const Pose& pose_;
  double cosine_;
  double sine_;
};

// Points on the line between their two neighbours are not corners.
std::vector<Vertex> cornersOf(const std::vector<Vertex>& points) {
  std::vector<Vertex> corners;
  for (std::size_t i = 0; i < points.size(); ++i) {
    const Vertex& before = points[(i + points.size() - 1) % points.size()];
    const Vertex& after = points[(i + 1) % points.size()];
    if (turn(before, points[i], after) != 0) corners.push_back(points[i]);
  }
  return corners;
}

struct Pieces {
  const Mover& move;

  std::vector<ConvexPiece> operator()(const Box& box) const {
    return {move.box(box.x, box.y, box.w, box.h)};
  }
  std::vector<ConvexPiece> operator()(const Circle& circle) const {
    return {move.around({{circle.cx, circle.cy}}, circle.r)};
  }
  std::vector<ConvexPiece> operator()(const Capsule& capsule) const {
    const Vertex a{capsule.ax, capsule.ay};
    const Vertex b{capsule.bx, capsule.by};
    return {a == b ? move.around({a}, capsule.r) : move.around({a, b}, capsule.r)};
  }
  std::vector<ConvexPiece> operator()(const Polygon& polygon) const {
    if (faultOf(polygon) != PolygonFault::None) return {};
    if (isConvex(polygon)) return {move.around(cornersOf(polygon.points))};
    std::vector<ConvexPiece> pieces;
    for (const Polygon& part : convexParts(polygon, kMostPolygonPoints)) {
      pieces.push_back(move.around(cornersOf(part.points)));
    }
    return pieces;
  }
  std::vector<ConvexPiece> operator()(const MaskShape& mask) const {
    std::vector<ConvexPiece> pieces;
    pieces.reserve(mask.runs.size());
    for (const MaskRun& run : mask.runs) {
      pieces.push_back(move.box(mask.x + run.x0, mask.y + run.y, run.x1 - run.x0, 1));
    }
    return pieces;
  }
};

}  // namespace

GamePoint posed(OriginPoint point, const Pose& pose) {
  const Vertex at = Mover(pose)(point.x, point.y);
  return {at.x, at.y};
}

std::vector<ConvexPiece> piecesOf(const Shape& shape, const Pose& pose) {
  const Mover move(pose);
  return std::visit(Pieces{move}, shape);
}

}  // namespace amber
