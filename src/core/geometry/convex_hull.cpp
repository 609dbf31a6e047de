#include "core/geometry/convex_hull.h"

#include <algorithm>

namespace amber {
std::vector<Vertex> convexHull(std::vector<Vertex> points) {
  const auto before = [](Vertex a, Vertex b) { return a.x != b.x ? a.x < b.x : a.y < b.y; };
  std::sort(points.begin(), points.end(), before);
  points.erase(std::unique(points.begin(), points.end()), points.end());
  if (points.size() < 3) return points;
  std::vector<Vertex> hull;
  const auto add = [&](Vertex point, std::size_t least) {
    while (hull.size() >= least && turn(hull[hull.size() - 2], hull.back(), point) <= 0) {
      hull.pop_back();
    }
    hull.push_back(point);
  };
  // With y down, the upper chain from the left comes first.
  for (const Vertex& point : points) add(point, 2);
  const std::size_t lower = hull.size() + 1;
  for (auto point = points.rbegin() + 1; point != points.rend(); ++point) add(*point, lower);
  hull.pop_back();
  return hull;
}

}  // namespace amber
