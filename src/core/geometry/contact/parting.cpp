#include "core/geometry/contact/parting.h"
#include "core/geometry/vertex_math.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/geometry/convex_hull.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

struct Bounds {
  double left = kEndless;
  double top = kEndless;
  double right = -kEndless;
  double bottom = -kEndless;
};

Bounds boundsOf(const ConvexPiece& piece) {
  Bounds bounds;
  for (const Vertex& point : piece.points) {
    bounds.left = std::min(bounds.left, point.x - piece.radius);
    bounds.top = std::min(bounds.top, point.y - piece.radius);
    bounds.right = std::max(bounds.right, point.x + piece.radius);
    bounds.bottom = std::max(bounds.bottom, point.y + piece.radius);
  }
  return bounds;
}

std::vector<Bounds> boundsOf(const std::vector<ConvexPiece>& pieces) {
  std::vector<Bounds> bounds;
  bounds.reserve(pieces.size());
  for (const ConvexPiece& piece : pieces) bounds.push_back(boundsOf(piece));
  return bounds;
}

// How far apart bounds lie; 0 where they overlap.
double apart(const Bounds& a, const Bounds& b) {
  const double x = std::max({0.0, b.left - a.right, a.left - b.right});
  const double y = std::max({0.0, b.top - a.bottom, a.top - b.bottom});
  return std::hypot(x, y);
}

// A side of a difference, moved out by its radius, or the circle around a corner; radius 0 is a
// point, where two sides meet.
struct Side {
  Vertex from;
  Vertex to;
  double radius = 0;
  bool round = false;
  double distance = 0;  // From no translation at all.
};

Vertex nearestOn(const Side& side) {
  if (side.round) {
    const double length = std::hypot(side.from.x, side.from.y);
    if (length <= 0) return {0, -side.radius};
    const double by = 1 - side.radius / length;
    return {side.from.x * by, side.from.y * by};
  }
  const double dx = side.to.x - side.from.x;
  const double dy = side.to.y - side.from.y;
  const double squared = dx * dx + dy * dy;
  const double share =
      squared > 0 ? std::clamp(-(side.from.x * dx + side.from.y * dy) / squared, 0.0, 1.0) : 0;
  return {side.from.x + share * dx, side.from.y + share * dy};
}

void addSides(const ConvexPiece& piece, std::vector<Side>& sides) {
  const std::size_t n = piece.points.size();
  for (std::size_t i = 0; i < n; ++i) {
    const Vertex& p = piece.points[i];
    const Vertex& q = piece.points[i + 1 == n ? 0 : i + 1];
    if (piece.radius > 0) sides.push_back({p, p, piece.radius, true});
    const double length = std::hypot(q.x - p.x, q.y - p.y);
    if (length <= 0) continue;
    const double x = (q.y - p.y) / length * piece.radius;
    const double y = -(q.x - p.x) / length * piece.radius;
    sides.push_back({{p.x + x, p.y + y}, {q.x + x, q.y + y}});
  }
}

// Where two straight sides cross.
void addCrossings(const Side& a, const Side& b, std::vector<Vertex>& points) {
  const double ux = a.to.x - a.from.x;
  const double uy = a.to.y - a.from.y;
  const double vx = b.to.x - b.from.x;
  const double vy = b.to.y - b.from.y;
  const double across = ux * vy - uy * vx;
  if (across == 0) return;
  const double wx = b.from.x - a.from.x;
  const double wy = b.from.y - a.from.y;
  const double s = (wx * vy - wy * vx) / across;
  const double t = (wx * uy - wy * ux) / across;
  if (s < 0 || s > 1 || t < 0 || t > 1) return;
  points.push_back({a.from.x + s * ux, a.from.y + s * uy});
}

// Where a straight side crosses a circle.
void addRoundCrossings(const Side& line, const Side& circle, std::vector<Vertex>& points) {
  const double ux = line.to.x - line.from.x;
  const double uy = line.to.y - line.from.y;
  const double wx = line.from.x - circle.from.x;
  const double wy = line.from.y - circle.from.y;
  const double a = ux * ux + uy * uy;
  const double b = ux * wx + uy * wy;
  const double c = wx * wx + wy * wy - circle.radius * circle.radius;
  const double under = b * b - a * c;
  if (under < 0) return;
  for (const double root : {-std::sqrt(under), std::sqrt(under)}) {
    const double s = (root - b) / a;
    if (s >= 0 && s <= 1) points.push_back({line.from.x + s * ux, line.from.y + s * uy});
  }
}

void addCircleCrossings(const Side& a, const Side& b, std::vector<Vertex>& points) {
  const double dx = b.from.x - a.from.x;
  const double dy = b.from.y - a.from.y;
  const double squared = dx * dx + dy * dy;
  if (squared == 0) return;
  const double along = (squared + a.radius * a.radius - b.radius * b.radius) / (2 * squared);
  const double under = a.radius * a.radius / squared - along * along;
  if (under < 0) return;
  for (const double aside : {-std::sqrt(under), std::sqrt(under)}) {
    points.push_back({a.from.x + along * dx - aside * dy, a.from.y + along * dy + aside * dx});
  }
}

// Translations that part all pieces, shortest first: looked for on the sides of all differences.
class UnionSearch {
  // A Minkowski difference with the outward normals of its edges, for fast point tests.
  struct Covering {
    ConvexPiece area;
    std::vector<Vertex> outward;

    explicit Covering(ConvexPiece piece) : area(std::move(piece)) {
      const std::size_t n = area.points.size();
      for (std::size_t i = 0; n > 2 && area.radius == 0 && i < n; ++i) {
        const Vertex& p = area.points[i];
        const Vertex& q = area.points[i + 1 == n ? 0 : i + 1];
        const double length = std::hypot(q.x - p.x, q.y - p.y);
        outward.push_back({(q.y - p.y) / length, (p.x - q.x) / length});
      }
    }

    // Whether the point lies deeper in it than a touch.
    bool holds(Vertex at) const {
      if (outward.empty()) return depthAt(area, at) > kTouching;
      for (std::size_t i = 0; i < outward.size(); ++i) {
        const Vertex& p = area.points[i];
        const double out = (at.x - p.x) * outward[i].x + (at.y - p.y) * outward[i].y;
        if (out >= -kTouching) return false;
      }
      return true;
    }
  };

 public:
  UnionSearch(const std::vector<ConvexPiece>& a, const std::vector<ConvexPiece>& b) {
    for (const ConvexPiece& p : a) {
      for (const ConvexPiece& q : b) differences_.emplace_back(differenceOf(p, q));
    }
    for (const Covering& difference : differences_) addSides(difference.area, sides_);
    // A straight side whose ends one difference holds lies in it as a whole: nothing ends there.
    std::erase_if(sides_, [this](const Side& side) {
      return !side.round && anyHolds([&](const Covering& difference) {
        return difference.holds(side.from) && difference.holds(side.to);
      });
    });
    for (Side& side : sides_) {
      const Vertex nearest = nearestOn(side);
      side.distance = std::hypot(nearest.x, nearest.y);
    }
    std::stable_sort(sides_.begin(), sides_.end(),
                     [](const Side& p, const Side& q) { return p.distance < q.distance; });
  }

  Vertex shortest() {
    for (const Side& side : sides_) {
      if (side.distance >= best_) break;
      consider(nearestOn(side));
      // A straight side may be left before its nearest point, where it ends.
      if (!side.round) {
        consider(side.from);
        consider(side.to);
      }
    }
    std::vector<Vertex> points;
    for (std::size_t i = 0; i < sides_.size() && sides_[i].distance < best_; ++i) {
      for (std::size_t k = 0; k < i; ++k) {
        points.clear();
        const Side& p = sides_[i];
        const Side& q = sides_[k];
        if (p.round && q.round) {
          addCircleCrossings(p, q, points);
        } else if (p.round || q.round) {
          addRoundCrossings(p.round ? q : p, p.round ? p : q, points);
        } else {
          addCrossings(p, q, points);
        }
        for (const Vertex& point : points) consider(point);
      }
    }
    return found_;
  }

 private:
  void consider(Vertex to) {
    const double length = std::hypot(to.x, to.y);
    if (length >= best_) return;
    if (anyHolds([&](const Covering& difference) { return difference.holds(to); })) return;
    best_ = length;
    found_ = to;
  }

  // Whether one of them does; what did so last is asked first, for it mostly does again.
  template <class Holds>
  bool anyHolds(Holds holds) {
    if (holds(differences_[likely_])) return true;
    for (std::size_t i = 0; i < differences_.size(); ++i) {
      if (!holds(differences_[i])) continue;
      likely_ = i;
      return true;
    }
    return false;
  }

  std::vector<Covering> differences_;
  std::size_t likely_ = 0;
  std::vector<Side> sides_;
  double best_ = kEndless;
  Vertex found_;
};

// One convex polygon around all pieces; around a circle, a square.
ConvexPiece hullOf(const std::vector<ConvexPiece>& pieces) {
  std::vector<Vertex> points;
  for (const ConvexPiece& piece : pieces) {
    const double r = piece.radius;
    for (const Vertex& p : piece.points) {
      if (r > 0) {
        points.insert(
            points.end(),
            {{p.x - r, p.y - r}, {p.x + r, p.y - r}, {p.x + r, p.y + r}, {p.x - r, p.y + r}});
      } else {
        points.push_back(p);
      }
    }
  }
  return {convexHull(std::move(points)), 0};
}

}  // namespace

Contact deepestOf(const std::vector<ConvexPiece>& a, const std::vector<ConvexPiece>& b) {
  Contact deepest;
  deepest.gap = kEndless;
  const std::vector<Bounds> boundsA = boundsOf(a);
  const std::vector<Bounds> boundsB = boundsOf(b);
  for (std::size_t i = 0; i < a.size(); ++i) {
    for (std::size_t k = 0; k < b.size(); ++k) {
      const double far = apart(boundsA[i], boundsB[k]);
      if (far > 0 && (deepest.meet() || far >= deepest.gap)) continue;
      const Contact contact = contactOf(a[i], b[k]);
      const bool better = contact.meet() ? contact.depth > deepest.depth
                                         : !deepest.meet() && contact.gap < deepest.gap;
      if (better) deepest = contact;
    }
  }
  return deepest;
}

Contact partingOf(const std::vector<ConvexPiece>& a, const std::vector<ConvexPiece>& b) {
  Contact contact = deepestOf(a, b);
  if (!contact.meet() || (a.size() == 1 && b.size() == 1)) return contact;
  if (a.size() * b.size() > kMostDifferences) return contactOf(hullOf(a), hullOf(b));
  const Vertex to = UnionSearch(a, b).shortest();
  const double depth = std::hypot(to.x, to.y);
  if (depth <= 0) return contact;
  contact.depth = depth;
  contact.normal = {to.x / depth, to.y / depth};
  return contact;
}

bool anyMeet(const std::vector<ConvexPiece>& a, const std::vector<ConvexPiece>& b) {
  const std::vector<Bounds> boundsB = boundsOf(b);
  return std::any_of(a.begin(), a.end(), [&](const ConvexPiece& p) {
    const Bounds bounds = boundsOf(p);
    for (std::size_t k = 0; k < b.size(); ++k) {
      if (apart(bounds, boundsB[k]) <= 0 && meet(p, b[k])) return true;
    }
    return false;
  });
}

ConvexPiece differenceOf(const ConvexPiece& a, const ConvexPiece& b) {
  std::vector<Vertex> points;
  points.reserve(a.points.size() * b.points.size());
  for (const Vertex& p : a.points) {
    for (const Vertex& q : b.points) points.push_back({p.x - q.x, p.y - q.y});
  }
  return {convexHull(std::move(points)), a.radius + b.radius};
}

std::vector<ConvexPiece> moved(std::vector<ConvexPiece> pieces, double dx, double dy) {
  for (ConvexPiece& piece : pieces) {
    for (Vertex& point : piece.points) {
      point.x += dx;
      point.y += dy;
    }
  }
  return pieces;
}

std::vector<ConvexPiece> mirrored(std::vector<ConvexPiece> pieces) {
  for (ConvexPiece& piece : pieces) {
    for (Vertex& point : piece.points) point.x = -point.x;
    // A mirror turns the order round.
    std::reverse(piece.points.begin(), piece.points.end());
  }
  return pieces;
}

}  // namespace amber
