#include "core/fit/outline_fit.h"

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <optional>
#include <utility>

#include "core/geometry/enclosing_circle.h"
#include "core/image/outline.h"

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
  explicit Cone(double tolerance) : tolerance_(tolerance) {}

  /// Whether the corner at `to` from the start can end the chord: it covers what was passed, is
  /// near enough to it, and goes past it but for the tolerance.
  bool reaches(Vertex to, double squared) const {
    const bool covers = !any_ || cross(left_, to) <= 0;
    const bool near = !limited_ || cross(limit_, to) >= 0;
    return covers && near &&
           (squared >= farthest_ || std::sqrt(squared) >= std::sqrt(farthest_) - tolerance_);
  }
  /// Narrows the cone by a corner that the chord passes; false once nothing is left.
  bool pass(Vertex to, double squared) {
    if (!any_ || cross(left_, to) < 0) left_ = to;
    any_ = true;
    farthest_ = std::max(farthest_, squared);
    // The corner may lie that far to the right: the chord turns left by no more than that. One that
    // lies to the left of the limit as it is narrows nothing.
    if (squared > tolerance_ * tolerance_ && (!limited_ || cross(limit_, to) > 0)) {
      // The direction is as long as it happens to be.
      const double along = std::sqrt(squared - tolerance_ * tolerance_);
      const Vertex turned{to.x * along + to.y * tolerance_, to.y * along - to.x * tolerance_};
      if (!limited_ || cross(limit_, turned) > 0) limit_ = turned;
      limited_ = true;
    }
    return !limited_ || (cross(limit_, left_) >= 0 && left_.x * to.x + left_.y * to.y >= 0);
  }

 private:
  double tolerance_;
  bool any_ = false;
  bool limited_ = false;
  Vertex left_;
  Vertex limit_;
  double farthest_ = 0;  // squared, of the corners passed
};

// The highest corner, of several the leftmost: on the hull, so that chords begin outside.
std::size_t highest(const std::vector<Vertex>& ring) {
  return static_cast<std::size_t>(
      std::min_element(ring.begin(), ring.end(),
                       [](Vertex a, Vertex b) { return a.y != b.y ? a.y < b.y : a.x < b.x; }) -
      ring.begin());
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
      if (cone.reaches(to, squared)) best = j;
      if (!cone.pass(to, squared)) break;
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
  std::vector<Corner> left;
  left.reserve(n);
  bool any = false;
  for (std::size_t i = 0; i < n; ++i) {
    // The first corner's neighbours stay as they are.
    if (i >= 1 && i + 2 < n && n - (any ? 1 : 0) > 4) {
      const Corner& b = corners[i];
      const Corner& c = corners[i + 1];
      const auto there = meeting(left.back().at, b.at, c.at, corners[i + 2].at);
      if (there) {
        const double off = std::min(distance(*there, b.at) + b.off, distance(*there, c.at) + c.off);
        if (off <= tolerance) {
          left.push_back({*there, off});
          any = true;
          ++i;
          continue;
        }
      }
    }
    left.push_back(corners[i]);
  }
  corners = std::move(left);
  return any;
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
  const PixelMask island = largestIsland(ink);
  all.outline = outlineOf(island);
  if (all.outline.empty()) return all;
  const PixelRect bounds = *boundsOf(island);
  all.box = {1.0 * bounds.x, 1.0 * bounds.y, 1.0 * bounds.w, 1.0 * bounds.h};
  all.hull = hullOf(island);
  all.circle = leastCircleAround(all.hull);
  all.polygon.points = coveringInk(island, all.outline, tolerance);
  return all;
}

}  // namespace amber
