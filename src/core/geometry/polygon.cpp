#include "core/geometry/polygon.h"

#include <algorithm>

#include "core/geometry/line_sides.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

// Of three points on a line, whether c lies between a and b, ends included.
bool between(Vertex a, Vertex b, Vertex c) {
  return std::min(a.x, b.x) <= c.x && c.x <= std::max(a.x, b.x) && std::min(a.y, b.y) <= c.y &&
         c.y <= std::max(a.y, b.y);
}

bool apart(double a, double b) {
  return (a > 0 && b < 0) || (a < 0 && b > 0);
}

// Whether b's neighbours lie on one line on the same side of it, so that its edges cover each
// other.
bool foldsBack(Vertex a, Vertex b, Vertex c) {
  return turn(a, b, c) == 0 && (a.x - b.x) * (c.x - b.x) + (a.y - b.y) * (c.y - b.y) > 0;
}

}  // namespace

double twiceArea(const std::vector<Vertex>& points) {
  double sum = 0;
  for (std::size_t i = 0; i < points.size(); ++i) {
    const Vertex& p = points[i];
    const Vertex& q = points[i + 1 == points.size() ? 0 : i + 1];
    sum += p.x * q.y - q.x * p.y;
  }
  return sum;
}

bool segmentsTouch(Vertex a, Vertex b, Vertex c, Vertex d) {
  if (std::max(a.x, b.x) < std::min(c.x, d.x) || std::max(c.x, d.x) < std::min(a.x, b.x) ||
      std::max(a.y, b.y) < std::min(c.y, d.y) || std::max(c.y, d.y) < std::min(a.y, b.y)) {
    return false;
  }
  const double abc = turn(a, b, c);
  const double abd = turn(a, b, d);
  const double cda = turn(c, d, a);
  const double cdb = turn(c, d, b);
  if (apart(abc, abd) && apart(cda, cdb)) return true;
  return (abc == 0 && between(a, b, c)) || (abd == 0 && between(a, b, d)) ||
         (cda == 0 && between(c, d, a)) || (cdb == 0 && between(c, d, b));
}

PolygonFault faultOf(const Polygon& polygon) {
  const std::vector<Vertex>& p = polygon.points;
  const std::size_t n = p.size();
  for (std::size_t i = 0; i < n; ++i) {
    if (std::find(p.begin() + static_cast<std::ptrdiff_t>(i) + 1, p.end(), p[i]) != p.end()) {
      return PolygonFault::RepeatsPoint;
    }
  }
  if (twiceArea(p) < 2 * kLeastPolygonArea && n == 3) return PolygonFault::NoArea;
  LineSides sides(p);
  for (std::size_t i = 0; i < n; ++i) {
    const Vertex a = p[i];
    const Vertex b = p[(i + 1) % n];
    if (foldsBack(a, b, p[(i + 2) % n])) return PolygonFault::CrossesItself;
    // Most edges have both ends on one side of this one, which is all that is looked at of them.
    const std::size_t second = i + 2;
    if (second >= n) continue;
    sides.of(a, b, second);
    for (const std::size_t j : sides.changes(second + 1)) {
      if (segmentsTouch(a, b, p[j - 1], p[j])) return PolygonFault::CrossesItself;
    }
    // The edge from the last corner to the first, unless it is beside this one.
    if (i > 0 && segmentsTouch(a, b, p[n - 1], p[0])) return PolygonFault::CrossesItself;
  }
  return twiceArea(p) < 2 * kLeastPolygonArea ? PolygonFault::NoArea : PolygonFault::None;
}

bool isConvex(const Polygon& polygon) {
  const std::vector<Vertex>& p = polygon.points;
  const std::size_t n = p.size();
  for (std::size_t i = 0; i < n; ++i) {
    if (turn(p[i], p[(i + 1) % n], p[(i + 2) % n]) < 0) return false;
  }
  return true;
}

Polygon clockwise(Polygon polygon) {
  if (twiceArea(polygon.points) < 0) {
    std::reverse(polygon.points.begin() + 1, polygon.points.end());
  }
  return polygon;
}

}  // namespace amber
