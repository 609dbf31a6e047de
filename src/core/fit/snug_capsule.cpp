// The snug capsule of capsule_fit.h: of the ink only its hull counts, so its search is one of its
// own.
#include <array>
#include <cmath>
#include <numbers>
#include <vector>

#include "core/fit/capsule_fit.h"
#include "core/fit/circle_fit.h"
#include "core/fit/pattern_search.h"
#include "core/geometry/convex_hull.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

constexpr double kPi = std::numbers::pi;
constexpr int kDirections = 48;
// What is tried of a direction before climbing, in shares of half the ink's width across it.
constexpr int kOffsets = 5;
constexpr double kOffsetStep = 0.03;
constexpr int kRadii = 16;
constexpr double kRadiusStep = 0.03;
constexpr std::size_t kStarts = 12;
// The finest turn of a search, radians, and its finest move beside it, px.
constexpr double kFinestTurn = 1.0 / 512;

std::vector<double> directions(CapsuleLie lie) {
  if (lie == CapsuleLie::Upright) return {kPi / 2};
  if (lie == CapsuleLie::Lying) return {0};
  std::vector<double> angles;
  angles.reserve(kDirections);
  for (int i = 0; i < kDirections; ++i) angles.push_back(kPi * i / kDirections);
  return angles;
}

// What the search for the snug one may turn: nothing of a capsule that is to stand or lie.
double turnStep(CapsuleLie lie) {
  return lie == CapsuleLie::Any ? kPi / (2 * kDirections) : 0;
}

// The points along and across a direction.
struct Turned {
  std::vector<double> along;
  std::vector<double> across;
  double least = 0;  // across
  double most = 0;
  double range = 0;  // along
};

Turned turnedTo(const std::vector<Vertex>& points, double angle) {
  const double dx = std::cos(angle);
  const double dy = std::sin(angle);
  Turned turned;
  for (const Vertex& p : points) {
    turned.along.push_back(p.x * dx + p.y * dy);
    turned.across.push_back(p.y * dx - p.x * dy);
  }
  const auto [least, most] = std::minmax_element(turned.across.begin(), turned.across.end());
  turned.least = *least;
  turned.most = *most;
  const auto [first, last] = std::minmax_element(turned.along.begin(), turned.along.end());
  turned.range = *last - *first;
  return turned;
}

// The shortest capsule of this radius about an axis at `across` that holds all points; its ends
// along the axis. Each point asks both ends to reach it.
struct Ends {
  double a;
  double b;
};

Ends endsFor(const Turned& points, double across, double radius) {
  Ends ends{1e18, -1e18};
  for (std::size_t i = 0; i < points.along.size(); ++i) {
    const double off = points.across[i] - across;
    const double reach = std::sqrt(std::max(0.0, radius * radius - off * off));
    ends.a = std::min(ends.a, points.along[i] + reach);
    ends.b = std::max(ends.b, points.along[i] - reach);
  }
  // All points within one disc about a place between.
  if (ends.a > ends.b) ends.a = ends.b = (ends.a + ends.b) / 2;
  return ends;
}

double areaOf(double length, double radius) {
  return kPi * radius * radius + 2 * radius * length;
}

// The least radius at which an axis at `across` has all points within reach.
double leastRadius(const Turned& points, double across) {
  return std::max(points.most - across, across - points.least);
}

Capsule capsuleAt(const Turned& points, double angle, double across, double radius) {
  const Ends ends = endsFor(points, across, radius);
  const double dx = std::cos(angle);
  const double dy = std::sin(angle);
  return {ends.a * dx - across * dy, ends.a * dy + across * dx, ends.b * dx - across * dy,
          ends.b * dy + across * dx, radius};
}

// A hair is added so that rounding leaves no corner outside.
Capsule covering(const std::vector<Vertex>& points, double angle, double across, double extra) {
  const Turned turned = turnedTo(points, angle);
  return capsuleAt(turned, angle, across, (leastRadius(turned, across) + extra) * (1 + 1e-9));
}

// The ends must reach every point; the pure score is the area.
double snugScore(const std::vector<Vertex>& points, double angle, double across, double extra) {
  if (extra < 0) return -1e18;
  const Turned turned = turnedTo(points, angle);
  const double radius = leastRadius(turned, across) + extra;
  const Ends ends = endsFor(turned, across, radius);
  return -areaOf(ends.b - ends.a, radius);
}

// A capsule in a direction that covers the hull: where its axis lies across it, and by how much its
// radius is more than the least.
struct Covering {
  double angle, across, extra, area;
};

// The best of a few offsets and radii.
Covering bestCovering(const std::vector<Vertex>& hull, double angle) {
  const Turned turned = turnedTo(hull, angle);
  const double middle = (turned.least + turned.most) / 2;
  const double half = (turned.most - turned.least) / 2;
  Covering best{angle, middle, 0, 1e18};
  for (int shift = -kOffsets; shift <= kOffsets; ++shift) {
    const double across = middle + half * kOffsetStep * shift;
    const double least = leastRadius(turned, across);
    for (int i = 0; i < kRadii; ++i) {
      const double extra = half * kRadiusStep * i;
      // It is no shorter than what it holds; most need not be looked at any closer.
      const double radius = least + extra;
      if (areaOf(std::max(0.0, turned.range - 2 * radius), radius) >= best.area) continue;
      const Ends ends = endsFor(turned, across, radius);
      const double area = areaOf(ends.b - ends.a, radius);
      if (area < best.area) best = {angle, across, extra, area};
    }
  }
  return best;
}

}  // namespace

double areaOf(const Capsule& capsule) {
  return areaOf(std::hypot(capsule.bx - capsule.ax, capsule.by - capsule.ay), capsule.r);
}

std::optional<Capsule> snugCapsule(const InkCounts& ink, CapsuleLie lie) {
  if (ink.total() == 0) return std::nullopt;
  const std::vector<Vertex> hull = convexHull(ink.corners());
  std::vector<Covering> starts;
  starts.reserve(kDirections);
  for (const double angle : directions(lie)) starts.push_back(bestCovering(hull, angle));
  std::stable_sort(starts.begin(), starts.end(),
                   [](const Covering& a, const Covering& b) { return a.area < b.area; });
  starts.resize(std::min<std::size_t>(starts.size(), kStarts));
  // Beside the snug circle, as a capsule without length.
  const Circle circle = *snugCircle(ink);
  Capsule best{circle.cx, circle.cy, circle.cx, circle.cy, circle.r};
  const double step = std::max(0.125, ink.bounds().w / 32.0);
  for (const Covering& start : starts) {
    // First the direction, each at its best; then all three numbers together.
    const auto turned = climbed(std::array{start.angle}, {turnStep(lie)}, kFinestTurn,
                                [&](const auto& n) { return -bestCovering(hull, n[0]).area; });
    const Covering there = bestCovering(hull, turned[0]);
    const auto found =
        climbed(std::array{there.angle, there.across, there.extra}, {turnStep(lie) / 8, step, step},
                kFinestTurn, [&](const auto& n) { return snugScore(hull, n[0], n[1], n[2]); });
    const Capsule capsule = covering(hull, found[0], found[1], found[2]);
    if (areaOf(capsule) < areaOf(best)) best = capsule;
  }
  return best;
}

}  // namespace amber
