#include "core/fit/styles/polygon/polygon_climb.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

#include "core/geometry/segment.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

constexpr double kBetter = 1e-10;
constexpr double kHollow = 0.01;    // pixels a px^2
constexpr double kHollowInner = 1;  // the same, of what is to be full
constexpr double kSettling = 1e-8;  // overlap a px^2
constexpr double kLeastTwiceArea = 2 * kLeastPolygonArea;

}  // namespace

long long PolygonGoal::wrong(const PolygonSums& sums, long long allInk) const {
  switch (style) {
    case FitStyle::Snug:
      return allInk - sums.ink + sums.cut;
    case FitStyle::Trimmed:
      return std::max(0LL, wanted - sums.ink);
    case FitStyle::Inner:
      return sums.pixels - sums.ink;
    case FitStyle::Balanced:
      break;
  }
  return 0;
}

// A tip that reaches out between rows of pixel centres holds none of them and costs nothing by
// count; so that no polygon ends in one, area that holds no pixels costs a little. Of overlap it
// only settles what is equal.
double PolygonGoal::worth(const PolygonSums& sums, long long allInk) const {
  const double hollow =
      std::max(0.0, sums.twiceArea / 2 - static_cast<double>(sums.pixels) / depth);
  switch (style) {
    case FitStyle::Snug:
      return -sums.twiceArea / 2;
    case FitStyle::Trimmed:
      return -static_cast<double>(sums.pixels) - kHollow * hollow;
    case FitStyle::Inner:
      return static_cast<double>(sums.pixels) - kHollowInner * hollow * depth;
    case FitStyle::Balanced:
      break;
  }
  const long long either = sums.pixels + allInk - sums.ink;
  if (either <= 0) return 0;
  return static_cast<double>(sums.ink) / static_cast<double>(either) - kSettling * hollow;
}

PolygonClimb::PolygonClimb(const InkCounts& ink, const PolygonGoal& goal,
                           std::vector<Vertex> points)
    : ink_(ink), goal_(goal), points_(std::move(points)) {
  sumUp();
}

void PolygonClimb::sumUp() {
  edges_.resize(points_.size());
  cutRows_.resize(points_.size());
  sum_ = {};
  for (std::size_t i = 0; i < points_.size(); ++i) {
    edges_[i] = sumsOf(ink_, points_[i], points_[after(i)], goal_.cuts());
    sum_ += edges_[i];
  }
  score_ = scoreOf(sum_);
}

double PolygonClimb::scoreOf(const PolygonSums& sums) const {
  return goal_.worth(sums, ink_.total()) -
         price_ * static_cast<double>(goal_.wrong(sums, ink_.total()));
}

// Whether the corners `first` to `first + count - 1`, which moved, leave the ring without fault:
// what did not move is not looked at again.
bool PolygonClimb::legalAround(std::size_t first, std::size_t count) const {
  const std::size_t n = points_.size();
  if (sum_.twiceArea < kLeastTwiceArea) return false;
  // Corners whose angle changed: those, and one on either side.
  std::size_t i = before(first);
  for (std::size_t k = 0; k < count + 2; ++k, i = after(i)) {
    const Vertex& a = points_[before(i)];
    const Vertex& b = points_[i];
    const Vertex& c = points_[after(i)];
    const double angle = turn(a, b, c);
    if (goal_.convex && angle < 0) return false;
    if (angle == 0 && (a.x - b.x) * (c.x - b.x) + (a.y - b.y) * (c.y - b.y) >= 0) return false;
  }
  if (goal_.convex || n == 3) return true;
  std::size_t edge = before(first);
  for (std::size_t k = 0; k <= count; ++k, edge = after(edge)) {
    const Vertex& a = points_[edge];
    const Vertex& b = points_[after(edge)];
    // Those that are not beside it, in their order.
    std::size_t other = after(after(edge));
    for (std::size_t m = 3; m < n; ++m, other = after(other)) {
      if (segmentsTouch(a, b, points_[other], points_[after(other)])) return false;
    }
  }
  return true;
}

// Whether a corner would move too far from the ink: farther than the ink is wide, or farther than
// the corner is now while bare ink makes every gain look good and a tip too thin to contain a pixel
// costs nothing. For styles without air: whether it would leave the ink by more than a pixel,
// because a tip between two rows contains no pixel.
bool PolygonClimb::strays(const Vertex& from, const Vertex& to) const {
  if (goal_.style == FitStyle::Inner) return leavesInk(to) && !leavesInk(from);
  const PixelRect& bounds = ink_.bounds();
  const double room = std::max(bounds.w, bounds.h) + 1.0;
  const double past = awayFromInk(to);
  return past > room && past > awayFromInk(from);
}

double PolygonClimb::awayFromInk(const Vertex& p) const {
  const PixelRect& bounds = ink_.bounds();
  return std::max({bounds.x - p.x, p.x - bounds.right(), bounds.y - p.y, p.y - bounds.bottom()});
}

bool PolygonClimb::reachesPast() const {
  const bool inner = goal_.style == FitStyle::Inner;
  return std::any_of(points_.begin(), points_.end(), [&](const Vertex& point) {
    return inner ? leavesInk(point) : awayFromInk(point) > kFarthestReach;
  });
}

bool PolygonClimb::leavesInk(const Vertex& p) const {
  const PixelRect& bounds = ink_.bounds();
  // Farther away all is as far; and there a number may be too large for an int.
  const auto place = [](double value, int low, int size) {
    return floorOf(std::clamp(value, low - 2.0, low + size + 2.0));
  };
  const int x = place(p.x, bounds.x, bounds.w);
  const int y = place(p.y, bounds.y, bounds.h);
  return ink_.inRow(y - 1, x - 1, x + 2) == 0 && ink_.inRow(y, x - 1, x + 2) == 0 &&
         ink_.inRow(y + 1, x - 1, x + 2) == 0;
}

// Puts the corners from `first` on at new places, of which there are one or two, snapped, if that
// scores higher and leaves no fault.
template <std::size_t N>
bool PolygonClimb::tryMove(std::size_t first, std::array<Vertex, N> to) {
  for (Vertex& place : to) place = {snappedToFit(place.x), snappedToFit(place.y)};
  // The edges that change, and the corners that they join.
  std::array<std::size_t, N + 1> places;
  places[0] = before(first);
  for (std::size_t k = 0; k < N; ++k) places[k + 1] = k == 0 ? first : after(places[k]);
  std::array<Vertex, N + 2> path;
  path[0] = points_[places[0]];
  for (std::size_t k = 0; k < N; ++k) path[k + 1] = to[k];
  path[N + 1] = points_[after(places[N])];

  PolygonSums sum = sum_;
  for (const std::size_t place : places) sum -= edges_[place];
  std::array<PolygonSums, N + 1> now;
  for (std::size_t k = 0; k <= N; ++k) {
    now[k].twiceArea = path[k].x * path[k + 1].y - path[k + 1].x * path[k].y;
    sum.twiceArea += now[k].twiceArea;
  }
  if (goal_.style == FitStyle::Snug) {
    // It is worth its area alone, less what it cuts: mostly that is known before all is counted.
    const double room = (-sum.twiceArea / 2 - score_ - kBetter) / price_;
    if (room <= 0) return false;
    const auto most = static_cast<long long>(room);
    for (std::size_t k = 0; k <= N; ++k) {
      now[k].cut = cutBy(ink_, path[k], path[k + 1], most - sum.cut, cutRows_[places[k]]);
      sum.cut += now[k].cut;
      if (sum.cut > most) return false;
    }
  }
  for (std::size_t k = 0; k <= N; ++k) {
    const PolygonSums held = sumsOf(ink_, path[k], path[k + 1], Cuts::NotCounted);
    now[k].pixels = held.pixels;
    now[k].ink = held.ink;
    sum.pixels += held.pixels;
    sum.ink += held.ink;
  }
  const double score = scoreOf(sum);
  if (score <= score_ + kBetter) return false;
  for (std::size_t k = 0; k < N; ++k) {
    if (strays(points_[places[k + 1]], to[k])) return false;
  }
  std::swap(sum, sum_);
  std::array<Vertex, N> from;
  for (std::size_t k = 0; k < N; ++k) from[k] = std::exchange(points_[places[k + 1]], to[k]);
  if (!legalAround(first, N)) {
    for (std::size_t k = 0; k < N; ++k) points_[places[k + 1]] = from[k];
    sum_ = sum;
    return false;
  }
  for (std::size_t k = 0; k <= N; ++k) edges_[places[k]] = now[k];
  score_ = score;
  return true;
}

// Along the two edges at the corner, in both directions; for the snug style, which is fast to
// evaluate, also along the axes.
bool PolygonClimb::moveCorner(std::size_t i, double step) {
  bool moved = false;
  const auto go = [&](Vertex way) {
    double length = step;
    while (tryMove<1>(i, {{{points_[i].x + way.x * length, points_[i].y + way.y * length}}})) {
      moved = true;
      length *= 2;
    }
  };
  if (goal_.style == FitStyle::Snug) {
    for (const Vertex way : {Vertex{1, 0}, Vertex{-1, 0}, Vertex{0, 1}, Vertex{0, -1}}) go(way);
  }
  for (const std::size_t other : {before(i), after(i)}) {
    const double dx = points_[i].x - points_[other].x;
    const double dy = points_[i].y - points_[other].y;
    const double length = std::sqrt(dx * dx + dy * dy);
    go({dx / length, dy / length});
    go({-dx / length, -dy / length});
  }
  return moved;
}

// An edge moved across itself, and turned about its middle and its ends' far sides.
bool PolygonClimb::moveEdge(std::size_t i, double step) {
  bool moved = false;
  for (const auto& [atI, atNext] :
       {std::pair(1.0, 1.0), std::pair(-1.0, -1.0), std::pair(1.0, -1.0), std::pair(-1.0, 1.0)}) {
    double length = step;
    while (true) {
      const Vertex p = points_[i];
      const Vertex q = points_[after(i)];
      const double along = std::sqrt((q.x - p.x) * (q.x - p.x) + (q.y - p.y) * (q.y - p.y));
      const double nx = (q.y - p.y) / along * length;
      const double ny = (p.x - q.x) / along * length;
      if (!tryMove<2>(
              i, {{{p.x + nx * atI, p.y + ny * atI}, {q.x + nx * atNext, q.y + ny * atNext}}})) {
        break;
      }
      moved = true;
      length *= 2;
    }
  }
  return moved;
}

void PolygonClimb::climb(double step, double least, double price) {
  price_ = price;
  score_ = scoreOf(sum_);
  const std::size_t n = points_.size();
  for (double size = step; size >= least; size /= 2) {
    // A corner is looked at again when it or one beside it has moved since.
    std::vector<bool> waiting(n, true);
    bool any = true;
    // What is still moving after so many rounds moves by ever less.
    for (int round = 0; round < 16 && any; ++round) {
      any = false;
      for (std::size_t i = 0; i < n; ++i) {
        if (!waiting[i]) continue;
        waiting[i] = false;
        const bool corner = moveCorner(i, size);
        const bool edge = moveEdge(i, size);
        if (!corner && !edge) continue;
        any = true;
        waiting[before(i)] = waiting[i] = waiting[after(i)] = true;
        if (edge) waiting[after(after(i))] = true;
      }
    }
  }
}

// Takes out the corner without which the score is highest; false where none may be taken.
bool PolygonClimb::takeSpareOut() {
  if (points_.size() < 4) return false;
  std::size_t spare = points_.size();
  double highest = -1e300;
  for (std::size_t i = 0; i < points_.size(); ++i) {
    PolygonSums sum = sum_;
    sum -= edges_[before(i)];
    sum -= edges_[i];
    sum += sumsOf(ink_, points_[before(i)], points_[after(i)], goal_.cuts());
    const double score = scoreOf(sum);
    if (score <= highest || sum.twiceArea < kLeastTwiceArea) continue;
    highest = score;
    spare = i;
  }
  if (spare == points_.size()) return false;
  points_.erase(points_.begin() + static_cast<std::ptrdiff_t>(spare));
  sumUp();
  return true;
}

void PolygonClimb::relocate(const std::vector<Vertex>& places, std::size_t most, int rounds,
                            double step, double least, double price) {
  rounds += static_cast<int>(most - std::min(most, points_.size()));
  price_ = price;
  score_ = scoreOf(sum_);
  for (int round = 0; round < rounds; ++round) {
    const PolygonClimb start = *this;
    if (points_.size() >= most && !takeSpareOut()) return;
    // The place that helps its nearest edge most.
    double best = -1e300;
    std::size_t bestEdge = 0;
    Vertex bestPlace;
    for (const Vertex& place : places) {
      std::size_t edge = 0;
      double nearest = 1e300;
      for (std::size_t i = 0; i < points_.size(); ++i) {
        const double distance = distanceToSegment(place, points_[i], points_[after(i)]);
        if (distance < nearest) {
          nearest = distance;
          edge = i;
        }
      }
      if (nearest < kBetter) continue;
      PolygonSums sum = sum_;
      sum -= edges_[edge];
      sum += sumsOf(ink_, points_[edge], place, goal_.cuts());
      sum += sumsOf(ink_, place, points_[after(edge)], goal_.cuts());
      const double score = scoreOf(sum);
      if (score <= best) continue;
      best = score;
      bestEdge = edge;
      bestPlace = place;
    }
    bool better = false;
    if (best > -1e300) {
      points_.insert(points_.begin() + static_cast<std::ptrdiff_t>(bestEdge) + 1, bestPlace);
      sumUp();
      const Polygon ring{points_};
      if (faultOf(ring) == PolygonFault::None && (!goal_.convex || isConvex(ring))) {
        climb(step, least, price);
        better = score_ > start.score_ + kBetter;
      }
    }
    if (better) continue;
    points_ = start.points_;
    edges_ = start.edges_;
    cutRows_ = start.cutRows_;
    sum_ = start.sum_;
    score_ = start.score_;
    return;
  }
}

}  // namespace amber
