#include "core/geometry/enclosing_circle.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

// What rounding may leave outside, relative to the radius.
constexpr double kSlack = 1e-12;

double distance(const Circle& circle, Vertex point) {
  return std::hypot(point.x - circle.cx, point.y - circle.cy);
}

bool holds(const Circle& circle, Vertex point) {
  return distance(circle, point) <= circle.r * (1 + kSlack) + kSlack;
}

Circle through(Vertex a, Vertex b) {
  return {(a.x + b.x) / 2, (a.y + b.y) / 2, std::hypot(a.x - b.x, a.y - b.y) / 2};
}

// Of points on a line, the circle around the two that are farthest apart.
Circle through(Vertex a, Vertex b, Vertex c) {
  const double bx = b.x - a.x;
  const double by = b.y - a.y;
  const double cx = c.x - a.x;
  const double cy = c.y - a.y;
  const double twice = 2 * (bx * cy - by * cx);
  if (std::abs(twice) < 1e-9) {
    const Circle pairs[] = {through(a, b), through(a, c), through(b, c)};
    return *std::max_element(std::begin(pairs), std::end(pairs),
                             [](const Circle& p, const Circle& q) { return p.r < q.r; });
  }
  const double x = (cy * (bx * bx + by * by) - by * (cx * cx + cy * cy)) / twice;
  const double y = (bx * (cx * cx + cy * cy) - cx * (bx * bx + by * by)) / twice;
  return {a.x + x, a.y + y, std::hypot(x, y)};
}

}  // namespace

Circle leastCircleAround(const std::vector<Vertex>& points) {
  Circle circle{points.front().x, points.front().y, 0};
  for (std::size_t i = 1; i < points.size(); ++i) {
    if (holds(circle, points[i])) continue;
    circle = {points[i].x, points[i].y, 0};
    for (std::size_t j = 0; j < i; ++j) {
      if (holds(circle, points[j])) continue;
      circle = through(points[i], points[j]);
      for (std::size_t k = 0; k < j; ++k) {
        if (!holds(circle, points[k])) circle = through(points[i], points[j], points[k]);
      }
    }
  }
  for (const Vertex& point : points) circle.r = std::max(circle.r, distance(circle, point));
  return circle;
}

}  // namespace amber
