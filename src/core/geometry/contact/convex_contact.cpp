#include "core/geometry/contact/convex_contact.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/geometry/tolerances.h"
#include "core/geometry/vertex_math.h"

namespace amber {
namespace {

// Edge i, from its point to the next; the one of a capsule is seen from both sides.
struct Edge {
  Vertex from;
  Vertex along;    // Of length 1.
  Vertex outward;  // Of length 1.
  double length;
};

std::size_t edgeCount(const ConvexPiece& piece) {
  return piece.points.size() == 1 ? 0 : piece.points.size();
}

Edge edgeOf(const ConvexPiece& piece, std::size_t i) {
  const Vertex from = piece.points[i];
  const Vertex along = piece.points[i + 1 == piece.points.size() ? 0 : i + 1] - from;
  const double length = lengthOf(along);
  if (length <= 0) return {from, {1, 0}, {0, -1}, 0};
  const Vertex unit = along * (1 / length);
  return {from, unit, {unit.y, -unit.x}, length};
}

// The least that points reach along a direction, from a base.
double leastReach(const std::vector<Vertex>& points, Vertex base, Vertex direction) {
  double least = kEndless;
  for (const Vertex& point : points) least = std::min(least, dot(point - base, direction));
  return least;
}

// The edge whose outward side the other piece's points lie farthest on.
struct Parting {
  double apart = -kEndless;  // Below 0: how deep the other reaches past the edge.
  Edge edge{};
  bool ofFirst = true;
};

Parting widestParting(const ConvexPiece& a, const ConvexPiece& b) {
  Parting widest;
  const auto look = [&](const ConvexPiece& own, const ConvexPiece& other, bool first) {
    for (std::size_t i = 0; i < edgeCount(own); ++i) {
      const Edge edge = edgeOf(own, i);
      const double apart = leastReach(other.points, edge.from, edge.outward);
      if (apart > widest.apart) widest = {apart, edge, first};
    }
  };
  look(a, b, true);
  look(b, a, false);
  return widest;
}

struct Nearest {
  double distance = kEndless;
  Vertex onA;
  Vertex onB;
};

// The nearest points of two cores that do not overlap: one of them is a corner.
Nearest nearestPoints(const ConvexPiece& a, const ConvexPiece& b) {
  Nearest nearest;
  const auto look = [&](const ConvexPiece& corners, const ConvexPiece& sides, bool cornersOfA) {
    for (const Vertex& corner : corners.points) {
      const std::size_t edges = std::max<std::size_t>(1, edgeCount(sides));
      for (std::size_t i = 0; i < edges; ++i) {
        Vertex on = sides.points[0];
        if (edgeCount(sides) > 0) {
          const Edge edge = edgeOf(sides, i);
          on = edge.from +
               edge.along * std::clamp(dot(corner - edge.from, edge.along), 0.0, edge.length);
        }
        const double distance = lengthOf(corner - on);
        if (distance < nearest.distance) {
          nearest = {distance, cornersOfA ? corner : on, cornersOfA ? on : corner};
        }
      }
    }
  };
  look(a, b, true);
  look(b, a, false);
  return nearest;
}

bool hasArea(const ConvexPiece& piece) {
  return piece.points.size() > 2;
}

bool segmentsCross(const ConvexPiece& a, const ConvexPiece& b) {
  return a.points.size() == 2 && b.points.size() == 2 &&
         segmentsTouch(a.points[0], a.points[1], b.points[0], b.points[1]);
}

// The middle of the part of the crossed edge that the other piece covers, half of the depth inside.
Vertex middleOf(const Parting& parting, const ConvexPiece& own, const ConvexPiece& other) {
  double low = kEndless;
  double high = -kEndless;
  for (const Vertex& point : other.points) {
    const Vertex from = point - parting.edge.from;
    if (dot(from, parting.edge.outward) > parting.apart + kTouching) continue;
    low = std::min(low, dot(from, parting.edge.along));
    high = std::max(high, dot(from, parting.edge.along));
  }
  low = std::clamp(low, 0.0, parting.edge.length);
  high = std::clamp(high, 0.0, parting.edge.length);
  const double out = (own.radius + parting.apart - other.radius) / 2;
  return parting.edge.from + parting.edge.along * ((low + high) / 2) + parting.edge.outward * out;
}

// Whether an edge of a polygon without radius has all of the other's points on its outer side.
bool edgeParts(const std::vector<Vertex>& own, const std::vector<Vertex>& other) {
  Vertex from = own.back();
  // A point that lay deep behind one edge lies so behind most.
  std::size_t likely = 0;
  for (const Vertex& to : own) {
    const Vertex along = to - from;
    const auto depthOf = [&](const Vertex& point) {
      return along.x * (point.y - from.y) - along.y * (point.x - from.x);
    };
    // No longer than that is deep enough for sure, without a root.
    const double deep = kTouching * (std::abs(along.x) + std::abs(along.y));
    double most = depthOf(other[likely]);
    for (std::size_t i = 0; most <= deep && i < other.size(); ++i) {
      const double depth = depthOf(other[i]);
      if (depth <= most) continue;
      most = depth;
      likely = i;
    }
    if (most <= deep && most <= kTouching * lengthOf(along)) return true;
    from = to;
  }
  return false;
}

// Whether a circle meets a polygon without radius.
bool circleMeets(Vertex middle, double radius, const std::vector<Vertex>& polygon) {
  const double reach = radius - kTouching;
  if (reach <= 0) return false;
  bool inside = true;
  Vertex from = polygon.back();
  for (const Vertex& to : polygon) {
    const Vertex along = to - from;
    const Vertex at = middle - from;
    const double out = along.y * at.x - along.x * at.y;
    if (out > 0) {
      inside = false;
      const double squared = dot(along, along);
      if (out * out >= reach * reach * squared) return false;
      // Beside the edge the distance is to the edge; before its start, to the corner. A point
      // beyond its end is before the start of the next edge, or beside it.
      const double share = dot(at, along);
      if (share >= 0 ? share <= squared : dot(at, at) < reach * reach) return true;
    }
    from = to;
  }
  if (inside) return true;
  return std::any_of(polygon.begin(), polygon.end(), [&](const Vertex& corner) {
    return dot(middle - corner, middle - corner) < reach * reach;
  });
}

}  // namespace

Contact contactOf(const ConvexPiece& a, const ConvexPiece& b) {
  const double reach = a.radius + b.radius;
  const Parting widest = widestParting(a, b);
  const bool area = hasArea(a) || hasArea(b);
  if (area ? widest.apart > 0 : !segmentsCross(a, b)) {
    const Nearest nearest = nearestPoints(a, b);
    const double depth = reach - nearest.distance;
    if (depth <= kTouching) return {0, {}, {}, std::max(0.0, -depth)};
    // Nearer than that the direction is what rounding makes of it.
    if (nearest.distance > kTouching) {
      const Vertex normal = (nearest.onB - nearest.onA) * (1 / nearest.distance);
      const Vertex point = nearest.onA + normal * ((a.radius + nearest.distance - b.radius) / 2);
      return {depth, normal, point, 0};
    }
  }
  // No edge, and one upon the other: any way is as short.
  if (widest.apart == -kEndless) {
    if (reach <= kTouching) return {};
    return {reach, {0, -1}, a.points[0] + Vertex{0, -1} * ((a.radius - b.radius) / 2), 0};
  }
  const double depth = reach - std::min(0.0, widest.apart);
  if (depth <= kTouching) return {};
  const Vertex normal = widest.ofFirst ? widest.edge.outward : widest.edge.outward * -1;
  return {depth, normal, middleOf(widest, widest.ofFirst ? a : b, widest.ofFirst ? b : a), 0};
}

bool meet(const ConvexPiece& a, const ConvexPiece& b) {
  const bool plainA = hasArea(a) && a.radius == 0;
  const bool plainB = hasArea(b) && b.radius == 0;
  if (plainA && plainB) return !edgeParts(a.points, b.points) && !edgeParts(b.points, a.points);
  const bool pointA = a.points.size() == 1;
  const bool pointB = b.points.size() == 1;
  if (pointA && pointB) {
    const double reach = a.radius + b.radius - kTouching;
    const Vertex off = b.points[0] - a.points[0];
    return reach > 0 && dot(off, off) < reach * reach;
  }
  if (plainA && pointB) return circleMeets(b.points[0], b.radius, a.points);
  if (pointA && plainB) return circleMeets(a.points[0], a.radius, b.points);
  return contactOf(a, b).meet();
}

double depthAt(const ConvexPiece& piece, Vertex point) {
  double apart = -kEndless;
  for (std::size_t i = 0; hasArea(piece) && i < edgeCount(piece); ++i) {
    const Edge edge = edgeOf(piece, i);
    apart = std::max(apart, dot(point - edge.from, edge.outward));
  }
  if (hasArea(piece) && apart <= 0) return piece.radius - apart;
  return piece.radius - nearestPoints(piece, {{point}, 0}).distance;
}

}  // namespace amber
