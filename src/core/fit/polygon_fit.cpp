#include "core/fit/polygon_fit.h"

#include <cmath>

#include "core/fit/box_fit.h"
#include "core/fit/outline_fit.h"
#include "core/fit/polygon_climb.h"
#include "core/fit/polygon_start.h"
#include "core/geometry/convex_hull.h"
#include "core/image/outline.h"

namespace amber {
namespace {

// Corners of the outline that a polygon is led through; more show no more of it.
constexpr std::size_t kMostCorners = 48;
constexpr double kCoarseStep = 0.5;
constexpr int kLittleInk = 24;  // px a side
constexpr double kLeastStep = 0.25;
constexpr double kLeastSnugStep = 1.0 / 16;
// What a wrong pixel costs: first little, so that corners find their way, then more than any
// polygon gains.
constexpr double kLowPrice = 2;
constexpr double kHighPrice = 1e6;
constexpr int kRelocations = 6;

struct Fitting {
  const InkCounts& ink;
  PolygonGoal goal;
  std::size_t points;
  std::vector<Vertex> ring;  // thinned outline
  std::vector<Vertex> hull;
  double step;
};

bool fits(const Fitting& fitting, const std::vector<Vertex>& points) {
  if (points.size() < 3 || points.size() > fitting.points) return false;
  const Polygon polygon{points};
  return faultOf(polygon) == PolygonFault::None && (!fitting.goal.convex || isConvex(polygon));
}

// Where climbing starts, best first: at the best polygon through the outline, through the hull.
std::vector<std::vector<Vertex>> starts(const Fitting& fitting) {
  std::vector<std::vector<Vertex>> all;
  const auto add = [&](std::vector<Vertex> points) {
    if (fits(fitting, points)) all.push_back(std::move(points));
  };
  std::vector<Vertex> through = bestThrough(fitting.ink, fitting.ring, fitting.points);
  if (fitting.goal.convex) {
    add(convexHull(through));
    add(bestThrough(fitting.ink, convexHull(fitting.ring), fitting.points));
  } else {
    add(std::move(through));
    if (all.empty()) add(bestThrough(fitting.ink, convexHull(fitting.ring), fitting.points));
  }
  return all;
}

// Polygons about which nothing is wrong, whatever the ink.
std::vector<std::vector<Vertex>> safeStarts(const Fitting& fitting) {
  if (fitting.goal.style == FitStyle::Inner) {
    const Box box = *innerBox(fitting.ink);
    const double right = box.x + box.w;
    const double bottom = box.y + box.h;
    if (fitting.points < 4) return {{{box.x, box.y}, {right, bottom}, {box.x, bottom}}};
    return {{{box.x, box.y}, {right, box.y}, {right, bottom}, {box.x, bottom}}};
  }
  std::vector<std::vector<Vertex>> starts = {circumscribed(fitting.hull, fitting.points)};
  if (fitting.points == 3) {
    if (auto least = leastTriangle(fitting.hull)) starts.push_back(std::move(*least));
    // A triangle has few ways to turn over; so it starts in all four.
    const PixelRect& b = fitting.ink.bounds();
    const double w = b.w;
    const double h = b.h;
    const double right = b.right();
    const double bottom = b.bottom();
    const double cx = b.x + w / 2;
    const double cy = b.y + h / 2;
    starts.push_back({{cx, b.y - h}, {right + w / 2, bottom}, {b.x - w / 2, bottom}});
    starts.push_back({{b.x - w / 2, 1.0 * b.y}, {right + w / 2, 1.0 * b.y}, {cx, bottom + h}});
    starts.push_back({{right + w, cy}, {1.0 * b.x, bottom + h / 2}, {1.0 * b.x, b.y - h / 2}});
    starts.push_back({{b.x - w, cy}, {right, b.y - h / 2}, {right, bottom + h / 2}});
  }
  return starts;
}

class Best {
 public:
  void consider(const PolygonClimb& climb) {
    if (climb.wrong() != 0 || (found_ && climb.worth() <= worth_)) return;
    found_ = climb.points();
    worth_ = climb.worth();
  }
  const std::optional<std::vector<Vertex>>& found() const { return found_; }

 private:
  std::optional<std::vector<Vertex>> found_;
  double worth_ = 0;
};

// Coarse climbs from every start; the best of them is then moved finely.
std::optional<Polygon> climbed(const Fitting& fitting) {
  Best best;
  const bool balanced = fitting.goal.style == FitStyle::Balanced;
  const double least = fitting.goal.style == FitStyle::Snug ? kLeastSnugStep : kLeastStep;
  // On little ink every step counts, and costs little.
  const PixelRect& bounds = fitting.ink.bounds();
  const double coarse = std::max(bounds.w, bounds.h) <= kLittleInk ? least : kCoarseStep;
  const auto climb = [&](const std::vector<Vertex>& start, bool strict) {
    PolygonClimb polygon(fitting.ink, fitting.goal, start);
    if (!strict && !balanced) {
      polygon.climb(fitting.step, coarse, kLowPrice);
      polygon.climb(1, coarse, 4 * kLowPrice);
    }
    polygon.climb(balanced ? fitting.step : 2, coarse, kHighPrice);
    best.consider(polygon);
    polygon.relocate(fitting.ring, kRelocations, 2, coarse, kHighPrice);
    best.consider(polygon);
  };
  for (const auto& start : starts(fitting)) climb(start, false);
  for (const auto& start : safeStarts(fitting)) climb(start, true);
  if (!best.found()) return std::nullopt;
  PolygonClimb polygon(fitting.ink, fitting.goal, *best.found());
  polygon.climb(coarse, least, kHighPrice);
  best.consider(polygon);
  return Polygon{*best.found()};
}

}  // namespace

std::optional<Polygon> polygonOf(const PixelMask& ink, const PolygonWish& wish, FitStyle style,
                                 double loss) {
  return polygonOf(std::vector<PixelMask>{ink}, wish, style, loss);
}

std::optional<Polygon> polygonOf(std::vector<PixelMask> inks, const PolygonWish& wish,
                                 FitStyle style, double loss) {
  PixelMask all = unitedMask(inks);
  if (wish.around == Around::Largest) {
    all = largestIsland(all);
    for (PixelMask& ink : inks) ink = intersection(ink, all);
  }
  const InkCounts counts(inks);
  if (counts.total() == 0) return std::nullopt;
  const auto spare = static_cast<long long>(std::floor(loss * static_cast<double>(counts.total())));
  const std::vector<Vertex> hull = convexHull(counts.corners());
  const std::vector<Vertex> outline =
      wish.around == Around::Largest ? edgeMiddles(outlineOf(all)) : hull;
  const auto points = static_cast<std::size_t>(wish.points);
  if (style == FitStyle::Snug && wish.tolerance > 0) {
    Polygon near{wish.convex || wish.around == Around::All
                     ? coveringWithin(hull, wish.tolerance)
                     : coveringInk(all, outlineOf(all), wish.tolerance)};
    if (near.points.size() <= points && faultOf(near) == PolygonFault::None) return near;
  }
  const double size = std::max(counts.bounds().w, counts.bounds().h);
  return climbed({counts,
                  {style, std::max(1LL, counts.total() - spare),
                   wish.convex || wish.around == Around::All, counts.depth()},
                  points,
                  thinned(outline, std::max(kMostCorners, 2 * points)),
                  hull,
                  std::exp2(std::ceil(std::log2(std::max(1.0, size / 32))))});
}

}  // namespace amber
