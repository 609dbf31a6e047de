#include "core/fit/styles/polygon/polygon_fit.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include "core/fit/search/ink_study.h"
#include "core/fit/styles/box_fit.h"
#include "core/fit/styles/polygon/outline_fit.h"
#include "core/fit/styles/polygon/polygon_climb.h"
#include "core/fit/styles/polygon/polygon_start.h"
#include "core/geometry/convex_hull.h"
#include "core/geometry/segment.h"
#include "core/image/ink/bridges.h"
#include "core/image/outline.h"

namespace amber {
namespace {

// Corners of the outline that a polygon is led through; more show no more of it, nor do as many on
// squares.
constexpr std::size_t kMostCorners = 48;
constexpr std::size_t kMostOnSquares = 32;
constexpr double kCoarseStep = 0.5;
constexpr int kLittleInk = 24;  // px a side
// Larger ink is first looked at in so many squares a side.
constexpr int kSquares = 32;
constexpr double kLeastStep = 0.25;
constexpr double kLeastSnugStep = 1.0 / 16;
// What a wrong pixel costs: first little, so that corners find their way, then more than any
// polygon gains.
constexpr double kLowPrice = 2;
constexpr double kHighPrice = 1e6;
// How often corners are taken elsewhere: on little ink, and where that has been done on squares.
constexpr int kRelocations = 6;
constexpr int kFewRelocations = 1;

// The first step of a climb, px.
double stepFor(const InkCounts& ink) {
  const double size = std::max(ink.bounds().w, ink.bounds().h);
  return std::exp2(std::ceil(std::log2(std::max(1.0, size / 32))));
}

}  // namespace

// What climbs on one ink start from, whatever the style.
struct PolygonGround::Level {
  InkCounts ink;
  std::size_t points = 0;
  bool convex = false;
  std::vector<Vertex> ring;  // thinned outline
  std::vector<Vertex> hull;
  int relocations = kRelocations;
  double step = stepFor(ink);
  mutable std::optional<std::vector<std::vector<Vertex>>> starts = {};
};

namespace {

using Level = PolygonGround::Level;

struct Fitting {
  const Level& on;
  PolygonGoal goal;
};

bool fits(const Level& on, const std::vector<Vertex>& points) {
  if (points.size() < 3 || points.size() > on.points) return false;
  const Polygon polygon{points};
  return faultOf(polygon) == PolygonFault::None && (!on.convex || isConvex(polygon));
}

// Where climbing starts, best first: at the best polygon through the outline, through the hull.
const std::vector<std::vector<Vertex>>& starts(const Level& on) {
  return foundOnce(on.starts, [&] {
    std::vector<std::vector<Vertex>> all;
    const auto add = [&](std::vector<Vertex> points) {
      if (fits(on, points)) all.push_back(std::move(points));
    };
    std::vector<Vertex> through = bestThrough(on.ink, on.ring, on.points);
    if (on.convex) {
      add(convexHull(through));
      add(bestThrough(on.ink, convexHull(on.ring), on.points));
    } else {
      add(std::move(through));
      if (all.empty()) add(bestThrough(on.ink, convexHull(on.ring), on.points));
    }
    return all;
  });
}

// Polygons about which nothing is wrong, whatever the ink.
std::vector<std::vector<Vertex>> safeStarts(const Fitting& fitting) {
  if (fitting.goal.style == FitStyle::Inner) {
    const auto inner = innerBox(fitting.on.ink);
    // Of squares perhaps none is full.
    if (!inner || inner->w <= 0 || inner->h <= 0) return {};
    const Box box = *inner;
    const double right = box.x + box.w;
    const double bottom = box.y + box.h;
    if (fitting.on.points < 4) return {{{box.x, box.y}, {right, bottom}, {box.x, bottom}}};
    return {{{box.x, box.y}, {right, box.y}, {right, bottom}, {box.x, bottom}}};
  }
  std::vector<std::vector<Vertex>> starts = {circumscribed(fitting.on.hull, fitting.on.points)};
  if (fitting.on.points == 3) {
    if (auto least = leastTriangle(fitting.on.hull)) starts.push_back(std::move(*least));
    // A triangle has few ways to turn over; so it starts in all four.
    const PixelRect& b = fitting.on.ink.bounds();
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
    if (climb.wrong() != 0 || climb.reachesPast()) return;
    if (found_ && climb.worth() <= worth_) return;
    // On dust, a corner may end up on an edge, within the precision of the moves.
    if (faultOf(Polygon{climb.points()}) != PolygonFault::None) return;
    found_ = climb.points();
    worth_ = climb.worth();
  }
  const std::optional<std::vector<Vertex>>& found() const { return found_; }
  // Whether something better is known than what was found.
  bool isBeatenBy(const PolygonClimb& climb) const {
    return climb.wrong() == 0 && !climb.reachesPast() && (!found_ || climb.worth() > worth_);
  }

 private:
  std::optional<std::vector<Vertex>> found_;
  double worth_ = 0;
};

// Climbs from the starts; from those about which nothing is wrong where the others lead nowhere, or
// where they are worth it.
void climbFromAll(const Fitting& fitting, double least, Best& best) {
  const FitStyle style = fitting.goal.style;
  const auto climb = [&](const std::vector<Vertex>& start, bool strict) {
    PolygonClimb polygon(fitting.on.ink, fitting.goal, start);
    if (style == FitStyle::Balanced) {
      polygon.climb(fitting.on.step, least, kHighPrice);
    } else {
      if (!strict) {
        polygon.climb(fitting.on.step, least, kLowPrice);
        if (polygon.wrong() != 0) polygon.climb(1, least, 4 * kLowPrice);
      }
      if (strict || polygon.wrong() != 0) polygon.climb(2, least, kHighPrice);
    }
    best.consider(polygon);
    polygon.relocate(fitting.on.ring, fitting.on.points, fitting.on.relocations, 2, least,
                     kHighPrice);
    best.consider(polygon);
  };
  for (const auto& start : starts(fitting.on)) climb(start, false);
  const bool onSquares = fitting.on.relocations == kFewRelocations;
  if ((style == FitStyle::Trimmed || onSquares) && best.found()) return;
  for (const auto& start : safeStarts(fitting)) climb(start, true);
}

// Where to look on large ink: what fits it in squares of several px.
std::optional<std::vector<Vertex>> foundOnSquares(const Fitting& squares) {
  const FitStyle style = squares.goal.style;
  if (style == FitStyle::Inner) {
    Best best;
    climbFromAll(squares, kCoarseStep, best);
    return best.found();
  }
  std::optional<std::vector<Vertex>> found;
  double highest = 0;
  // Half a square too much or too little is none of the ink's; so that is cheap.
  const auto climb = [&](const std::vector<Vertex>& start) {
    PolygonClimb polygon(squares.on.ink, squares.goal, start);
    polygon.climb(squares.on.step, kCoarseStep, kLowPrice);
    if (style != FitStyle::Snug) {
      polygon.relocate(squares.on.ring, squares.on.points, squares.on.relocations, 2, kCoarseStep,
                       kLowPrice);
    }
    if (found && polygon.score() <= highest) return;
    found = polygon.points();
    highest = polygon.score();
  };
  for (const auto& start : starts(squares.on)) climb(start);
  if (!found) {
    for (const auto& start : safeStarts(squares)) climb(start);
  }
  return found;
}

// How far what was found on squares is moved at first: what may hold nothing wrong has the squares'
// edges to fill, and what is to agree lies well already.
double firstStrictStep(FitStyle style, double side) {
  if (style == FitStyle::Inner) return side;
  return style == FitStyle::Balanced ? 1 : 2;
}

// What fits the squares, moved finely, or else what is found without them.
std::optional<Polygon> climbed(const Fitting& fitting,
                               const std::optional<std::vector<Vertex>>& found, double side) {
  const FitStyle style = fitting.goal.style;
  const double least = style == FitStyle::Snug ? kLeastSnugStep : kLeastStep;
  // On little ink every step counts, and costs little.
  const PixelRect& bounds = fitting.on.ink.bounds();
  const double coarse = std::max(bounds.w, bounds.h) <= kLittleInk ? least : kCoarseStep;
  Best best;
  if (found) {
    PolygonClimb polygon(fitting.on.ink, fitting.goal, *found);
    // What a low price leaves nothing wrong with is what a higher one would have made of it.
    const bool bare = style == FitStyle::Snug || style == FitStyle::Trimmed;
    if (style == FitStyle::Snug) {
      polygon.climb(side, coarse, 8 * kLowPrice);
      if (polygon.wrong() != 0) polygon.climb(1, coarse, 16 * kLowPrice);
    }
    if (style == FitStyle::Trimmed) polygon.climb(2, coarse, 2 * kLowPrice);
    if (!bare || polygon.wrong() != 0) {
      polygon.climb(firstStrictStep(style, side), coarse, kHighPrice);
    }
    best.consider(polygon);
    // Squares may have shown no use for some points that there is.
    if (polygon.points().size() < fitting.on.points) {
      polygon.relocate(fitting.on.ring, fitting.on.points, 0, 2, coarse, kHighPrice);
      best.consider(polygon);
    }
  }
  if (!best.found()) climbFromAll(fitting, coarse, best);
  // On dust and rings, coarse squares are misleading, so the safe start is better unchanged.
  if (style != FitStyle::Balanced) {
    for (const auto& start : safeStarts(fitting)) {
      PolygonClimb polygon(fitting.on.ink, fitting.goal, start);
      if (!best.isBeatenBy(polygon)) continue;
      best.consider(polygon);
      polygon.climb(fitting.on.step, coarse, kHighPrice);
      best.consider(polygon);
    }
  }
  if (!best.found()) return std::nullopt;
  PolygonClimb polygon(fitting.on.ink, fitting.goal, *best.found());
  polygon.climb(std::max(coarse / 2, least), least, kHighPrice);
  best.consider(polygon);
  return Polygon{*best.found()};
}

}  // namespace

PolygonGround::PolygonGround(std::vector<PixelMask> inks, const PolygonOptions& wish)
    : wish_(wish) {
  all_ = unitedMask(inks);
  if (wish.around == Around::Largest) {
    all_ = largestIsland(all_);
    for (PixelMask& ink : inks) ink = intersection(ink, all_);
  }
  // The bridges connect the outline from island to island. They are not ink, so they contain air.
  if (wish.around == Around::All) all_ = bridged(all_);
  InkCounts counts(inks);
  if (counts.total() == 0) return;
  const std::vector<Vertex> hull = counts.hull();
  const bool convex = wish.convex || wish.around == Around::Hull;
  const auto points = static_cast<std::size_t>(wish.points);
  outline_ = wish.around == Around::Hull ? hull : edgeMiddles(outlineOf(all_));
  const std::vector<Vertex> ring = thinned(outline_, std::max(kMostCorners, 2 * points));
  const PixelRect& bounds = counts.bounds();
  side_ = (std::max(bounds.w, bounds.h) + kSquares - 1) / kSquares;
  if (side_ > 1) {
    const auto scaledDown = [&](std::vector<Vertex> corners) {
      for (Vertex& p : corners) p = {(p.x - bounds.x) / side_, (p.y - bounds.y) / side_};
      return corners;
    };
    squares_ = std::make_unique<Level>(
        Level{InkCounts(counts, side_), points, convex,
              scaledDown(thinned(ring, std::max(kMostOnSquares, 2 * points))), scaledDown(hull),
              kFewRelocations});
  }
  fine_ = std::make_unique<Level>(Level{std::move(counts), points, convex, ring, hull});
}

PolygonGround::~PolygonGround() = default;
PolygonGround::PolygonGround(PolygonGround&&) noexcept = default;
PolygonGround& PolygonGround::operator=(PolygonGround&&) noexcept = default;

PolygonGround PolygonGround::of(std::size_t points) const {
  PolygonGround other;
  other.wish_ = wish_;
  other.side_ = side_;
  for (const auto& [from, to] : {std::pair(&fine_, &other.fine_), {&squares_, &other.squares_}}) {
    if (*from == nullptr) continue;
    *to = std::make_unique<Level>(**from);
    (*to)->points = points;
    (*to)->starts.reset();
  }
  return other;
}

bool PolygonGround::isNear(const Polygon& polygon) const {
  const std::size_t n = polygon.points.size();
  return std::all_of(outline_.begin(), outline_.end(), [&](const Vertex& place) {
    for (std::size_t i = 0; i < n; ++i) {
      const Vertex& next = polygon.points[i + 1 == n ? 0 : i + 1];
      if (distanceToSegment(place, polygon.points[i], next) <= wish_.tolerance) return true;
    }
    return false;
  });
}

std::optional<Polygon> PolygonGround::fitted(FitStyle style, double loss) const {
  if (!fine_) return std::nullopt;
  if (wish_.tolerance <= 0) return fittedWithAll(style, loss);
  if (style == FitStyle::Snug) {
    Polygon near{fine_->convex ? coveringWithin(fine_->hull, wish_.tolerance)
                               : coveringInk(all_, outlineOf(all_), wish_.tolerance)};
    if (near.points.size() <= fine_->points && faultOf(near) == PolygonFault::None) return near;
    return fittedWithAll(style, loss);
  }
  auto best = fittedWithAll(style, loss);
  if (!best || !isNear(*best)) return best;
  std::size_t low = 3;
  std::size_t high = best->points.size();
  while (low < high) {
    const std::size_t points = (low + high) / 2;
    auto fewer = of(points).fittedWithAll(style, loss);
    if (fewer && isNear(*fewer)) {
      high = points;
      best = std::move(fewer);
    } else {
      low = points + 1;
    }
  }
  return best;
}

std::optional<Polygon> PolygonGround::fittedWithAll(FitStyle style, double loss) const {
  const InkCounts& ink = fine_->ink;
  PolygonGoal goal{style, ink.total() - ink.spare(loss), fine_->convex, ink.depth()};
  std::optional<std::vector<Vertex>> found;
  if (squares_) {
    PolygonGoal onSquares = goal;
    onSquares.depth = squares_->ink.depth();
    found = foundOnSquares({*squares_, onSquares});
  }
  if (found) {
    for (Vertex& p : *found) {
      p = {ink.bounds().x + p.x * side_, ink.bounds().y + p.y * side_};
    }
  }
  return climbed({*fine_, goal}, found, side_);
}

std::optional<Polygon> polygonOf(const PixelMask& ink, const PolygonOptions& wish, FitStyle style,
                                 double loss) {
  return PolygonGround({ink}, wish).fitted(style, loss);
}

std::optional<Polygon> polygonOf(std::vector<PixelMask> inks, const PolygonOptions& wish,
                                 FitStyle style, double loss) {
  return PolygonGround(std::move(inks), wish).fitted(style, loss);
}

}  // namespace amber
