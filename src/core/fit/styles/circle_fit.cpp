#include "core/fit/styles/circle_fit.h"

#include <array>
#include <cmath>
#include <numbers>
#include <vector>

#include "core/fit/search/coarse_ink.h"
#include "core/fit/search/pattern_search.h"
#include "core/fit/search/tally.h"
#include "core/fit/search/turning_radius.h"
#include "core/geometry/enclosing_circle.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

using Numbers = std::array<double, 3>;

// How near to the optimum a search ends, px: for the resulting circle, and for a circle on coarse
// ink, which only gives a starting place.
struct CircleFineness {
  double trimmed;  // how near to the least a trimmed circle's radius is
  double radius;   // of what a radius is told by
  double least;    // the finest step of a climb
};
constexpr CircleFineness kKeepCircle{0.125, kFinestFit / 2, kFinestFit};
constexpr CircleFineness kStartCircle{0.5, 0.125, 0.125};

Circle circleOf(const Numbers& n) {
  return {n[0], n[1], std::max(n[2], kLeastRadius)};
}

// The largest radius at which a circle with this centre contains no air: the distance to the
// nearest pixel centre without ink. 0 if that is the centre itself.
double innerRadius(const InkCounts& ink, double cx, double cy, double atMost) {
  double squared = atMost * atMost;
  const int y0 = static_cast<int>(std::floor(cy));
  for (int away = 0; away <= static_cast<int>(std::sqrt(squared)) + 1; ++away) {
    for (const int y : {y0 - away, y0 + away}) {
      const double dy = y + 0.5 - cy;
      if (dy * dy >= squared) continue;
      const double half = std::sqrt(squared - dy * dy);
      const int left = firstPixelFrom(cx - half);
      const int right = pixelAfter(cx + half);
      if (ink.inRow(y, left, right) == right - left) continue;
      for (int x = left; x < right; ++x) {
        const double dx = x + 0.5 - cx;
        if (!ink.test(x, y)) squared = std::min(squared, dx * dx + dy * dy);
      }
    }
  }
  return std::sqrt(squared);
}

Circle scaledUp(const Circle& c, const CoarseInk& squares) {
  return {squares.x + c.cx * squares.side, squares.y + c.cy * squares.side, c.r * squares.side};
}

// At most this many squares are searched. A figure needs some hundreds; ink that consists of specks
// uses all of them.
constexpr std::size_t kMostPlaces = 20000;

// Branch and bound over squares of places, larger squares first. `improves` tests whether a place
// is better than the best so far and then records it; `promises` tests whether some place within
// that distance, px, may be better by more than the precision of the search.
template <class Promises, class Improves>
void searchSquares(const PixelRect& bounds, const Promises& promises, const Improves& improves) {
  double half = std::max(0.5, std::min(bounds.w, bounds.h) / 8.0);
  std::vector<Vertex> squares;
  for (double y = bounds.y + half; y < bounds.bottom() + half; y += 2 * half) {
    for (double x = bounds.x + half; x < bounds.right() + half; x += 2 * half) {
      squares.push_back({x, y});
    }
  }
  for (std::size_t looked = 0; looked < kMostPlaces && !squares.empty(); half /= 2) {
    looked += squares.size();
    for (const Vertex& middle : squares) improves(middle.x, middle.y);
    std::vector<Vertex> quarters;
    for (const Vertex& middle : squares) {
      if (!promises(middle.x, middle.y, half * std::numbers::sqrt2)) continue;
      for (const double dy : {-half / 2, half / 2}) {
        for (const double dx : {-half / 2, half / 2}) {
          quarters.push_back({middle.x + dx, middle.y + dy});
        }
      }
    }
    squares = std::move(quarters);
  }
}

// A circle that is to leave no more than so many pixels bare, made smaller by moving it.
class Shrinking {
 public:
  // Requires: a start that leaves no more.
  Shrinking(const InkCounts& ink, long long spare, double fine, const Circle& start)
      : ink_(ink), spare_(spare), fine_(fine), best_(start) {}

  const Circle& best() const { return best_; }

  // Whether a circle with this centre is smaller than the best one by more than the precision. One
  // count of pixels rules out most centres; the smallest radius is searched only for the others.
  bool improves(double x, double y) {
    const double radius = best_.r - fine_;
    if (!holds({x, y, radius})) return false;
    best_ = {x, y, leastRadiusBelow(radius, fine_, [&](double r) { return holds({x, y, r}); })};
    return true;
  }

  bool promises(double x, double y, double away, double precision) const {
    return holds({x, y, best_.r - precision + away});
  }

 private:
  bool holds(const Circle& circle) const { return circle.r > 0 && !misses(circle, ink_, spare_); }

  const InkCounts& ink_;
  long long spare_;
  double fine_;
  Circle best_;
};

std::optional<Circle> inner(const InkCounts& ink) {
  if (ink.total() == 0) return std::nullopt;
  const double atMost = std::min(ink.bounds().w, ink.bounds().h) / 2.0 + 1;
  Circle best{0, 0, 0};
  const auto improves = [&](double x, double y) {
    if (holdsAir(Circle{x, y, best.r + kFinestFit / 8}, ink)) return false;
    const double radius = innerRadius(ink, x, y, atMost);
    if (radius <= best.r) return false;
    best = {x, y, radius};
    return true;
  };
  const auto promises = [&](double x, double y, double away) {
    const double radius = best.r + kFinestFit * 0.75 - away;
    return radius <= 0 || !holdsAir(Circle{x, y, radius}, ink);
  };
  searchSquares(ink.bounds(), promises, improves);
  best.r *= 1 - 1e-9;
  return best;
}

}  // namespace

std::optional<Circle> snugCircle(const InkStudy& ink) {
  return foundOnce(ink.finds().snugCircle, [&] {
    return ink.counts().total() == 0 ? std::nullopt : std::optional(leastCircleAround(ink.hull()));
  });
}

std::optional<Circle> innerCircle(const InkStudy& ink) {
  return foundOnce(ink.finds().innerCircle, [&] { return inner(ink.counts()); });
}

namespace {

std::optional<Circle> trimmed(const InkStudy& study, double loss, CircleFineness fine) {
  const InkCounts& ink = study.counts();
  const auto snug = snugCircle(study);
  if (!snug) return std::nullopt;
  Shrinking search(ink, ink.spare(loss), fine.radius, *snug);
  const auto climb = [&](double x, double y, double step) {
    climbedWhere(std::array{x, y}, {step, step}, fine.least * 2,
                 [&](const auto& c) { return search.improves(c[0], c[1]); });
  };
  if (const CoarseInk* squares = study.coarse()) {
    const Circle start = scaledUp(*trimmed(squares->ink, loss, kStartCircle), *squares);
    search.improves(start.cx, start.cy);
    climb(search.best().cx, search.best().cy, squares->side);
  } else {
    climb(snug->cx, snug->cy, snug->r / 4);
    searchSquares(
        ink.bounds(),
        [&](double x, double y, double away) { return search.promises(x, y, away, fine.trimmed); },
        [&](double x, double y) { return search.improves(x, y); });
  }
  Circle best = search.best();
  best.r = std::max(best.r, kLeastRadius);
  return best.r < snug->r ? best : *snug;
}

std::optional<Circle> balanced(const InkStudy& study, CircleFineness fine) {
  const InkCounts& ink = study.counts();
  const auto snug = snugCircle(study);
  if (!snug) return std::nullopt;
  const auto score = [&](const Numbers& n) {
    return tallyOf(circleOf(n), ink).overlap(ink.total());
  };
  const Circle inner = *innerCircle(study);
  Numbers best{snug->cx, snug->cy, snug->r};
  double most = score(best);
  const auto consider = [&](const Numbers& circle) {
    const double overlap = score(circle);
    if (overlap <= most) return;
    most = overlap;
    best = circle;
  };
  consider({inner.cx, inner.cy, inner.r});
  if (const CoarseInk* squares = study.coarse()) {
    const Circle start = scaledUp(*roughCircle(squares->ink), *squares);
    consider({start.cx, start.cy, start.r});
    const double step = squares->side;
    best = climbed(best, {step, step, step}, fine.least, score);
  } else {
    const double equal = std::sqrt(static_cast<double>(ink.total()) / std::numbers::pi);
    const PixelRect& bounds = ink.bounds();
    const Circle half = *trimmed(study, 0.25, kStartCircle);
    for (const Numbers& start :
         {best, Numbers{inner.cx, inner.cy, inner.r}, Numbers{snug->cx, snug->cy, equal},
          Numbers{inner.cx, inner.cy, equal}, Numbers{half.cx, half.cy, half.r},
          Numbers{bounds.x + bounds.w / 2.0, bounds.y + bounds.h / 2.0, equal}}) {
      consider(climbed(start, {equal / 4, equal / 4, equal / 4}, fine.least, score));
    }
  }
  return circleOf(best);
}

}  // namespace

std::optional<Circle> trimmedCircle(const InkStudy& ink, double loss) {
  return trimmed(ink, loss, kKeepCircle);
}

std::optional<Circle> roughCircle(const InkStudy& ink) {
  return foundOnce(ink.finds().roughCircle, [&] { return balanced(ink, kStartCircle); });
}

std::optional<Circle> balancedCircle(const InkStudy& ink) {
  return foundOnce(ink.finds().balancedCircle, [&] { return balanced(ink, kKeepCircle); });
}

}  // namespace amber
