// The snug capsule of capsule_fit.h: of the ink only its hull counts, so its search is one of its
// own.
#include <array>
#include <cmath>
#include <numbers>
#include <vector>

#include "core/fit/search/pattern_search.h"
#include "core/fit/styles/capsule_fit.h"
#include "core/fit/styles/circle_fit.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

// How thoroughly axes are tried: in how many directions, how many of them beside the middle on
// either side and how far apart, in shares of half the ink's width across, and from how many of the
// directions that are better than those beside them it is climbed.
struct Trying {
  int directions;
  int offsets;
  double offsetStep;
  std::size_t starts;
};
constexpr Trying kUsual{48, 3, 0.06, 12};
// On little ink single pixels make many directions as good, and each try costs little.
constexpr Trying kThorough{96, 6, 0.03, 24};
constexpr int kLittleInk = 24;  // px a side
// The radii tried about an axis, from the least on, in shares of half the ink's width across it.
constexpr int kRadii = 16;
constexpr double kRadiusStep = 0.03;
// If a capsule through the middle has this many times the smallest area so far, no parallel axis
// gives the smallest one.
constexpr double kMuchMore = 1.15;
// The finest turn of a search, radians, and its finest move beside it, px.
constexpr double kFinestTurn = 1.0 / 512;

std::vector<double> directions(CapsuleAxis axis, const Trying& trying) {
  if (axis == CapsuleAxis::Vertical) return {std::numbers::pi / 2};
  if (axis == CapsuleAxis::Horizontal) return {0};
  std::vector<double> angles;
  angles.reserve(static_cast<std::size_t>(trying.directions));
  for (int i = 0; i < trying.directions; ++i)
    angles.push_back(std::numbers::pi * i / trying.directions);
  return angles;
}

// What the search for the snug one may turn: nothing of a capsule that is to stand or axis.
double turnStep(CapsuleAxis axis, const Trying& trying) {
  return axis == CapsuleAxis::Any ? std::numbers::pi / (2 * trying.directions) : 0;
}

double areaOf(double length, double radius) {
  return std::numbers::pi * radius * radius + 2 * radius * length;
}

// A capsule around the hull: its direction, how far its axis lies from the middle of the hull
// across it, and its radius, or the least one where that is more.
struct Axis {
  double angle = 0;
  double offset = 0;
  double radius = 0;
};

struct Covering {
  Axis axis;
  double area = 1e18;
};

// The hull as seen along and across a direction.
class TurnedHull {
 public:
  explicit TurnedHull(const std::vector<Vertex>& points)
      : points_(points), along_(points.size()), across_(points.size()) {}

  void turnTo(double angle) {
    angle_ = angle;
    way_ = {std::cos(angle), std::sin(angle)};
    double least = 1e18;
    double most = -1e18;
    double first = 1e18;
    double last = -1e18;
    for (std::size_t i = 0; i < points_.size(); ++i) {
      along_[i] = points_[i].x * way_.x + points_[i].y * way_.y;
      across_[i] = points_[i].y * way_.x - points_[i].x * way_.y;
      least = std::min(least, across_[i]);
      most = std::max(most, across_[i]);
      first = std::min(first, along_[i]);
      last = std::max(last, along_[i]);
    }
    middle_ = (least + most) / 2;
    half_ = (most - least) / 2;
    range_ = last - first;
  }

  // The least area of a capsule about the axis.
  double area(double offset, double radius) const {
    radius = std::max(radius, half_ + std::abs(offset));
    const Ends ends = endsFor(offset, radius);
    return areaOf(ends.b - ends.a, radius);
  }

  // The best of a few radii about an axis.
  Covering bestAbout(double offset, double below = 1e18) const {
    Covering best{{}, below};
    const double least = half_ + std::abs(offset);
    for (int i = 0; i < kRadii; ++i) {
      const double radius = least + half_ * kRadiusStep * i;
      // It is at least as long as the ink that it contains, so most capsules can be ruled out here.
      if (areaOf(std::max(0.0, range_ - 2 * radius), radius) >= best.area) continue;
      const double there = area(offset, radius);
      if (there < best.area) best = {{angle_, offset, radius}, there};
    }
    return best;
  }

  double half() const { return half_; }

  // A hair is added so that rounding leaves no corner outside.
  Capsule capsule(double offset, double radius) const {
    radius = std::max(radius, half_ + std::abs(offset)) * (1 + 1e-9);
    const Ends ends = endsFor(offset, radius);
    const double across = middle_ + offset;
    return {ends.a * way_.x - across * way_.y, ends.a * way_.y + across * way_.x,
            ends.b * way_.x - across * way_.y, ends.b * way_.y + across * way_.x, radius};
  }

 private:
  struct Ends {
    double a;
    double b;
  };

  // The ends along the axis of the shortest capsule that holds all points, each of which asks both
  // ends to reach it.
  Ends endsFor(double offset, double radius) const {
    Ends ends{1e18, -1e18};
    for (std::size_t i = 0; i < along_.size(); ++i) {
      const double off = across_[i] - middle_ - offset;
      const double reach = std::sqrt(std::max(0.0, radius * radius - off * off));
      ends.a = std::min(ends.a, along_[i] + reach);
      ends.b = std::max(ends.b, along_[i] - reach);
    }
    // All points within one disc about a place between.
    if (ends.a > ends.b) ends.a = ends.b = (ends.a + ends.b) / 2;
    return ends;
  }

  const std::vector<Vertex>& points_;
  std::vector<double> along_;
  std::vector<double> across_;
  double angle_ = 0;
  Vertex way_;
  double middle_ = 0;  // across
  double half_ = 0;
  double range_ = 0;  // along
};

// Directions in which the best about the middle is smaller than in those beside them, the smallest
// first.
std::vector<Covering> hopefulDirections(TurnedHull& hull, CapsuleAxis axis, const Trying& trying) {
  std::vector<Covering> all;
  double least = 1e18;
  for (const double angle : directions(axis, trying)) {
    hull.turnTo(angle);
    all.push_back(hull.bestAbout(0));
    least = std::min(least, all.back().area);
  }
  for (Covering& best : all) {
    if (best.area > kMuchMore * least) continue;
    hull.turnTo(best.axis.angle);
    for (int i = 1; i <= trying.offsets; ++i) {
      for (const double way : {-1.0, 1.0}) {
        const Covering there = hull.bestAbout(way * i * trying.offsetStep * hull.half(), best.area);
        if (there.area < best.area) best = there;
      }
    }
  }
  std::vector<Covering> hopeful;
  for (std::size_t i = 0; i < all.size(); ++i) {
    const double before = all[(i + all.size() - 1) % all.size()].area;
    const double after = all[(i + 1) % all.size()].area;
    if (all[i].area <= before && all[i].area <= after) hopeful.push_back(all[i]);
  }
  std::stable_sort(hopeful.begin(), hopeful.end(),
                   [](const Covering& a, const Covering& b) { return a.area < b.area; });
  hopeful.resize(std::min(hopeful.size(), trying.starts));
  return hopeful;
}

std::optional<Capsule> snug(const InkStudy& ink, CapsuleAxis axis) {
  if (ink.counts().total() == 0) return std::nullopt;
  TurnedHull hull(ink.hull());
  // Beside the snug circle, as a capsule without length.
  const Circle circle = *snugCircle(ink);
  Capsule best{circle.cx, circle.cy, circle.cx, circle.cy, circle.r};
  const PixelRect& bounds = ink.counts().bounds();
  const double step = std::max(0.125, bounds.w / 32.0);
  const Trying& trying = std::max(bounds.w, bounds.h) <= kLittleInk ? kThorough : kUsual;
  const double turn = turnStep(axis, trying);
  for (const Covering& start : hopefulDirections(hull, axis, trying)) {
    // First direction and axis, each at its best radius; then all three numbers together.
    Covering covering = start;
    climbedWhere(std::array{start.axis.angle, start.axis.offset}, {turn, step}, kFinestTurn * 8,
                 [&](const auto& n) {
                   hull.turnTo(n[0]);
                   const Covering there = hull.bestAbout(n[1]);
                   if (there.area >= covering.area) return false;
                   covering = there;
                   return true;
                 });
    const auto found =
        climbed(std::array{covering.axis.angle, covering.axis.offset, covering.axis.radius},
                {turn / 8, step / 4, step / 4}, kFinestTurn, [&](const auto& n) {
                  hull.turnTo(n[0]);
                  return -hull.area(n[1], n[2]);
                });
    hull.turnTo(found[0]);
    const Capsule capsule = hull.capsule(found[1], found[2]);
    if (amber::areaOf(capsule) < amber::areaOf(best)) best = capsule;
  }
  return best;
}

}  // namespace

double areaOf(const Capsule& capsule) {
  return areaOf(std::hypot(capsule.bx - capsule.ax, capsule.by - capsule.ay), capsule.r);
}

std::optional<Capsule> snugCapsule(const InkStudy& ink, CapsuleAxis axis) {
  return foundOnce(ink.finds().snugCapsules[static_cast<std::size_t>(axis)],
                   [&] { return snug(ink, axis); });
}

}  // namespace amber
