#include "core/geometry/polygon.h"

#include <algorithm>

#include "core/geometry/segments_near.h"
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

bool repeatsPoint(const std::vector<Vertex>& p) {
  for (std::size_t i = 0; i < p.size(); ++i) {
    if (std::find(p.begin() + static_cast<std::ptrdiff_t>(i) + 1, p.end(), p[i]) != p.end()) {
      return true;
    }
  }
  return false;
}

// Whether an edge has more in common with the next than the point between them, or anything with
// one that is not beside it.
bool touchesItself(const std::vector<Vertex>& p) {
  const std::size_t n = p.size();
  const auto after = [&](std::size_t i) { return i + 1 == n ? 0 : i + 1; };
  for (std::size_t i = 0; i < n; ++i) {
    const Vertex& b = p[after(i)];
    if (p[i] == b || foldsBack(p[i], b, p[after(after(i))])) return true;
  }
  // Asked of each pair once, by the edge of the lower number.
  const auto touch = [&](std::size_t i, std::size_t j) {
    return j > i + 1 && after(j) != i && segmentsTouch(p[i], p[i + 1], p[j], p[after(j)]);
  };
  // Of few edges it takes longer to find out which are near each other.
  constexpr std::size_t kFew = 16;
  if (n <= kFew) {
    for (std::size_t i = 0; i < n; ++i) {
      for (std::size_t j = i + 2; j < n; ++j) {
        if (touch(i, j)) return true;
      }
    }
    return false;
  }
  const SegmentsNear edges(p);
  for (std::size_t i = 0; i + 1 < n; ++i) {
    if (edges.anyNear(p[i], p[i + 1], [&](std::size_t j) { return touch(i, j); })) return true;
  }
  return false;
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
  // Where a point is repeated the edges at it touch.
  const bool touches = touchesItself(p);
  if (touches && repeatsPoint(p)) return PolygonFault::RepeatsPoint;
  const bool noArea = twiceArea(p) < 2 * kLeastPolygonArea;
  if (noArea && p.size() == 3) return PolygonFault::NoArea;
  if (touches) return PolygonFault::CrossesItself;
  return noArea ? PolygonFault::NoArea : PolygonFault::None;
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
