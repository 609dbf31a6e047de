#include "core/fit/styles/polygon/outline_fit.h"

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <optional>
#include <utility>

#include "core/geometry/enclosing_circle.h"
#include "core/image/ink/ink_runs.h"
#include "core/image/outline.h"
#include "core/image/row_hull.h"

namespace amber {
namespace {

// A corner, and how far from the ring it may be.
struct Corner {
  Vertex at;
  double off = 0;
};

Vertex operator-(Vertex a, Vertex b) {
  return {a.x - b.x, a.y - b.y};
}

// Above 0 where b points to the right of a.
double cross(Vertex a, Vertex b) {
  return a.x * b.y - a.y * b.x;
}

// The directions in which a chord from one corner may go on.
class Cone {
 public:
  explicit Cone(double tolerance)
      : tolerance_(tolerance), squaredTolerance_(tolerance * tolerance) {}

  struct Look {
    bool ends;    // whether the chord may end there
    bool goesOn;  // whether it may pass it
  };

  /// The corner at `to` from the start, so far away squared. The chord can end there if it then
  /// covers what was passed, is near enough to it, and goes past it but for the tolerance. Passed,
  /// it narrows the cone.
  Look at(Vertex to, double squared) {
    // Of directions that are not there yet these are 0.
    const double rightOfLeft = cross(left_, to);
    const double rightOfLimit = cross(limit_, to);
    const bool ends =
        rightOfLeft <= 0 && rightOfLimit >= 0 &&
        (squared >= farthest_ || std::sqrt(squared) >= std::sqrt(farthest_) - tolerance_);
    if (!any_ || rightOfLeft < 0) left_ = to;
    any_ = true;
    farthest_ = std::max(farthest_, squared);
    // The corner may lie that far to the right: the chord turns left by no more than that.
    if (squared > squaredTolerance_ && narrows(to, rightOfLimit, squared)) {
      // The direction is as long as it happens to be.
      const double along = std::sqrt(squared - squaredTolerance_);
      limit_ = {to.x * along + to.y * tolerance_, to.y * along - to.x * tolerance_};
      limited_ = true;
    }
    const bool goesOn =
        !limited_ || (cross(limit_, left_) >= 0 && left_.x * to.x + left_.y * to.y >= 0);
    return {ends, goesOn};
  }

 private:
  // Whether this limit of the cone lies to the right of the current one. Computed without a square
  // root, which most corners do not need.
  bool narrows(Vertex to, double rightOfLimit, double squared) const {
    if (!limited_) return true;
    if (rightOfLimit <= 0) return false;
    const double ahead = tolerance_ * (limit_.x * to.x + limit_.y * to.y);
    return ahead <= 0 ||
           (squared - squaredTolerance_) * rightOfLimit * rightOfLimit > ahead * ahead;
  }

  double tolerance_;
  double squaredTolerance_;
  bool any_ = false;
  bool limited_ = false;
  Vertex left_;
  Vertex limit_;
  double farthest_ = 0;  // squared, of the corners passed
};

// The highest corner, of several the leftmost: on the hull, so that chords begin outside.
std::size_t highest(const std::vector<Vertex>& ring) {
  double top = ring[0].y;
  for (const Vertex& corner : ring) top = std::min(top, corner.y);
  std::size_t best = ring.size();
  for (std::size_t i = 0; i < ring.size(); ++i) {
    if (ring[i].y == top && (best == ring.size() || ring[i].x < ring[best].x)) best = i;
  }
  return best;
}

std::vector<Corner> chords(const std::vector<Vertex>& ring, double tolerance) {
  const std::size_t n = ring.size();
  const std::size_t start = highest(ring);
  const auto at = [&](std::size_t i) {
    const std::size_t place = start + i;
    return ring[place < n ? place : place - n];
  };
  std::vector<Corner> corners;
  corners.reserve(n / 2 + 1);
  for (std::size_t i = 0; i < n;) {
    const Vertex from = at(i);
    corners.push_back({from, 0});
    Cone cone(tolerance);
    std::size_t best = i + 1;
    for (std::size_t j = i + 1; j <= n; ++j) {
      const Vertex to = (j == n ? at(0) : at(j)) - from;
      const double squared = to.x * to.x + to.y * to.y;
      if (squared == 0) break;
      const Cone::Look look = cone.at(to, squared);
      if (look.ends) best = j;
      if (!look.goesOn) break;
    }
    i = best;
  }
  return corners;
}

// Where the edges before and after the one from b to c meet, on the left of it: only between two
// corners that turn right.
std::optional<Vertex> meeting(Vertex a, Vertex b, Vertex c, Vertex d) {
  if (turn(a, b, c) <= 0 || turn(b, c, d) <= 0) return std::nullopt;
  const Vertex u = b - a;
  const Vertex v = c - d;
  const double across = cross(v, u);
  if (across <= 1e-9) return std::nullopt;
  const double along = cross(v, c - b) / across;
  return along > 0 ? std::optional(Vertex{b.x + u.x * along, b.y + u.y * along}) : std::nullopt;
}

// Corners are near each other: nothing overflows that hypot would guard against.
double distance(Vertex a, Vertex b) {
  const Vertex way = b - a;
  return std::sqrt(way.x * way.x + way.y * way.y);
}

// One round of taking out edges whose neighbours meet within the tolerance; whether any did.
bool takeEdgesOut(std::vector<Corner>& corners, double tolerance) {
  const std::size_t n = corners.size();
  if (n < 5) return false;
  std::size_t left = 0;  // so many corners, those before the one looked at, are left
  for (std::size_t i = 0; i < n; ++i) {
    const bool any = left < i;
    // The neighbours of the first corner are not changed.
    if (i >= 1 && i + 2 < n && n - (any ? 1 : 0) > 4) {
      const Corner& b = corners[i];
      const Corner& c = corners[i + 1];
      const auto there = meeting(corners[left - 1].at, b.at, c.at, corners[i + 2].at);
      if (there) {
        const double off = std::min(distance(*there, b.at) + b.off, distance(*there, c.at) + c.off);
        if (off <= tolerance) {
          corners[left++] = {*there, off};
          ++i;
          continue;
        }
      }
    }
    corners[left++] = corners[i];
  }
  corners.resize(left);
  return left < n;
}

bool anySet(const PixelMask& mask, int y, int x0, int x1) {
  x0 = std::max(x0, 0);
  x1 = std::min(x1, mask.width());
  if (x0 >= x1) return false;
  const std::uint64_t* row = mask.row(y);
  const int first = x0 >> 6;
  const int last = (x1 - 1) >> 6;
  const std::uint64_t from = ~std::uint64_t{0} << (x0 & 63);
  const std::uint64_t to = ~std::uint64_t{0} >> (63 - ((x1 - 1) & 63));
  // Most stretches are of one word.
  if (first == last) return (row[first] & from & to) != 0;
  if ((row[first] & from) != 0 || (row[last] & to) != 0) return true;
  return std::any_of(row + first + 1, row + last, [](std::uint64_t word) { return word != 0; });
}

// Whether an edge passes through a pixel's square.
bool cutsAny(const PixelMask& island, const std::vector<Vertex>& points) {
  constexpr double kTouch = 1e-9;
  for (std::size_t i = 0; i < points.size(); ++i) {
    Vertex p = points[i];
    Vertex q = points[i + 1 == points.size() ? 0 : i + 1];
    if (p.y > q.y) std::swap(p, q);
    const int first = std::max(floorOf(p.y + kTouch), 0);
    const int end = std::min(-floorOf(-(q.y - kTouch)), island.height());
    const bool level = p.y == q.y;
    const EdgeLine line(p, level ? Vertex{q.x, q.y + 1} : q);
    double last = level ? p.x : line.at(std::max<double>(first, p.y));
    for (int y = first; y < end; ++y) {
      const double next = level ? q.x : line.at(std::min<double>(y + 1, q.y));
      const auto [from, to] = std::minmax(last, next);
      if (anySet(island, y, floorOf(from + kTouch), -floorOf(-(to - kTouch)))) return true;
      last = next;
    }
  }
  return false;
}

}  // namespace

std::vector<Vertex> coveringWithin(const std::vector<Vertex>& ring, double tolerance) {
  std::vector<Corner> corners = chords(ring, tolerance);
  while (takeEdgesOut(corners, tolerance)) {
  }
  std::vector<Vertex> points;
  points.reserve(corners.size());
  for (const Corner& corner : corners) points.push_back(corner.at);
  return points;
}

std::vector<Vertex> coveringInk(const PixelMask& island, const std::vector<Vertex>& outline,
                                double tolerance) {
  constexpr double kLeastTolerance = 0.1;
  for (double within = tolerance; within >= kLeastTolerance; within /= 2) {
    std::vector<Vertex> points = coveringWithin(outline, within);
    if (!cutsAny(island, points)) return points;
  }
  return outline;
}

FrameOutlines outlinesOf(const PixelMask& ink, double tolerance) {
  FrameOutlines all;
  const InkRuns runs(ink);
  const std::vector<std::uint32_t> island = runs.largestIsland();
  if (island.empty()) return all;
  const int top = runs[island.front()].y;
  const int bottom = runs[island.back()].y + 1;
  RowHull hull(bottom - top);
  int left = ink.width();
  int right = 0;
  for (std::size_t i = 0; i < island.size();) {
    const InkRun& run = runs[island[i]];
    int x1 = run.x1;
    for (++i; i < island.size() && runs[island[i]].y == run.y; ++i) {
      x1 = runs[island[i]].x1;
    }
    hull.add(run.y, run.x0, x1);
    left = std::min(left, run.x0);
    right = std::max(right, x1);
  }
  all.box = {1.0 * left, 1.0 * top, 1.0 * right - left, 1.0 * bottom - top};
  all.hull = hull.corners();
  all.circle = leastCircleAround(all.hull);
  all.outline = runs.outlineFrom(island.front());
  all.polygon.points = coveringWithin(all.outline, tolerance);
  // Only where ink is cut must be known whose it is.
  if (cutsAny(ink, all.polygon.points)) {
    all.polygon.points = coveringInk(largestIsland(ink), all.outline, tolerance);
  }
  return all;
}

}  // namespace amber
