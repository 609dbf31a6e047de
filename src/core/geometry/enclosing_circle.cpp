#include "core/geometry/enclosing_circle.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstddef>

namespace amber {
namespace {

// What rounding may leave outside, relative to the radius.
constexpr double kSlack = 1e-12;

// Of px: nothing overflows that hypot would guard against.
double lengthOf(double x, double y) {
  return std::sqrt(x * x + y * y);
}

double distance(const Circle& circle, Vertex point) {
  return lengthOf(point.x - circle.cx, point.y - circle.cy);
}

bool holds(const Circle& circle, Vertex point) {
  return distance(circle, point) <= circle.r * (1 + kSlack) + kSlack;
}

Circle through(Vertex a, Vertex b) {
  return {(a.x + b.x) / 2, (a.y + b.y) / 2, lengthOf(a.x - b.x, a.y - b.y) / 2};
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
  return {a.x + x, a.y + y, lengthOf(x, y)};
}

// The points that carry a circle: they lie on its edge, and it is the least around them.
struct Support {
  std::array<Vertex, 3> points;
  std::size_t count = 0;

  const Vertex* begin() const { return points.data(); }
  const Vertex* end() const { return points.data() + count; }
};

// The least circle around a few support points and one more that lies on its edge; leaves those
// that carry it in `support`.
Circle leastWith(Support& support, Vertex outer) {
  Circle best{0, 0, 1e300};
  Support carriers;
  const auto consider = [&](const Circle& circle, const Support& on) {
    if (circle.r >= best.r) return;
    const auto inside = [&](const Vertex& point) { return holds(circle, point); };
    if (!std::all_of(support.begin(), support.end(), inside)) return;
    best = circle;
    carriers = on;
  };
  for (std::size_t i = 0; i < support.count; ++i) {
    const Vertex a = support.points[i];
    consider(through(a, outer), {{a, outer}, 2});
    for (std::size_t j = i + 1; j < support.count; ++j) {
      const Vertex b = support.points[j];
      consider(through(a, b, outer), {{a, b, outer}, 3});
    }
  }
  support = carriers;
  return best;
}

}  // namespace

Circle leastCircleAround(const std::vector<Vertex>& points) {
  Support support{{points.front()}, 1};
  Circle circle{points.front().x, points.front().y, 0};
  // Each round the circle grows; there are few circles for it to be.
  while (true) {
    const Vertex* outer = nullptr;
    double most = 0;
    for (const Vertex& point : points) {
      const double dx = point.x - circle.cx;
      const double dy = point.y - circle.cy;
      const double squared = dx * dx + dy * dy;
      if (squared <= most) continue;
      most = squared;
      outer = &point;
    }
    if (outer == nullptr || holds(circle, *outer)) break;
    const Circle next = leastWith(support, *outer);
    if (next.r <= circle.r) break;
    circle = next;
  }
  double most = 0;
  for (const Vertex& point : points) {
    const double dx = point.x - circle.cx;
    const double dy = point.y - circle.cy;
    most = std::max(most, dx * dx + dy * dy);
  }
  // What is rounded here may be rounded otherwise where it is asked whether a point is inside.
  constexpr double kHair = 1e-15;
  circle.r = std::max(circle.r, std::sqrt(most) * (1 + kHair));
  return circle;
}

}  // namespace amber
