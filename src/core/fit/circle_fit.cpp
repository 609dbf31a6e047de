#include "core/fit/circle_fit.h"

#include <array>
#include <cmath>
#include <numbers>
#include <vector>

#include "core/fit/coarse_ink.h"
#include "core/fit/pattern_search.h"
#include "core/fit/tally.h"
#include "core/geometry/convex_hull.h"
#include "core/geometry/enclosing_circle.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

using Numbers = std::array<double, 3>;

// How near to the best a search ends, px: that of a circle to be kept, and that of one on coarse
// ink, which only says where to look.
struct Fineness {
  double trimmed;  // how near to the least a trimmed circle's radius is
  double radius;   // of what a radius is told by
  double least;    // the finest step of a climb
};
constexpr Fineness kToKeep{0.125, kFinestFit / 2, kFinestFit};
constexpr Fineness kToStart{0.5, 0.125, 0.125};

Circle circleOf(const Numbers& n) {
  return {n[0], n[1], std::max(n[2], kLeastRadius)};
}

// The largest radius at which a circle about this centre holds no air, told by the nearest pixel
// centre without ink; 0 where that is the centre's own.
double innerRadius(const InkCounts& ink, double cx, double cy, double atMost) {
  double squared = atMost * atMost;
  const int y0 = static_cast<int>(std::floor(cy));
  for (int away = 0; away <= static_cast<int>(std::sqrt(squared)) + 1; ++away) {
    for (const int y : {y0 - away, y0 + away}) {
      const double dy = y + 0.5 - cy;
      if (dy * dy >= squared) continue;
      const double half = std::sqrt(squared - dy * dy);
      const int left = static_cast<int>(std::ceil(cx - half - 0.5));
      const int right = static_cast<int>(std::floor(cx + half - 0.5)) + 1;
      if (ink.inRow(y, left, right) == right - left) continue;
      for (int x = left; x < right; ++x) {
        const double dx = x + 0.5 - cx;
        if (!ink.test(x, y)) squared = std::min(squared, dx * dx + dy * dy);
      }
    }
  }
  return std::sqrt(squared);
}

// The least radius about a centre that leaves no more than that many pixels bare.
double radiusHolding(const InkCounts& ink, double cx, double cy, long long wanted, double enough,
                     double fine) {
  double low = 0;
  double high = enough;
  if (tallyOf(Circle{cx, cy, high}, ink).ink < wanted) return 1e9;
  while (high - low > fine) {
    const double middle = (low + high) / 2;
    (tallyOf(Circle{cx, cy, middle}, ink).ink >= wanted ? high : low) = middle;
  }
  return high;
}

Circle scaledUp(const Circle& c, const CoarseInk& squares) {
  return {squares.x + c.cx * squares.side, squares.y + c.cy * squares.side, c.r * squares.side};
}

struct Place {
  double x, y, score;
};

// So many squares are looked into; a figure takes some hundreds, ink of nothing but specks as many
// as it is given.
constexpr int kMostPlaces = 20000;

// The place of highest score, within `precision` of the best there is, for a score that changes by
// no more than the distance: squares of places, the most promising first. None in a square scores
// above its middle by more than half its diagonal.
template <class Score>
Place bestPlace(const PixelRect& bounds, double precision, const Score& score) {
  struct Square {
    Place middle;
    double half;
    double bound;
  };
  const auto less = [](const Square& a, const Square& b) { return a.bound < b.bound; };
  std::vector<Square> heap;
  Place best{0, 0, -1e18};
  const auto add = [&](double x, double y, double half) {
    const Place place{x, y, score(x, y)};
    heap.push_back({place, half, place.score + half * std::numbers::sqrt2});
    std::push_heap(heap.begin(), heap.end(), less);
    if (place.score > best.score) best = place;
  };
  const double half = std::max(0.5, std::min(bounds.w, bounds.h) / 8.0);
  for (double y = bounds.y + half; y < bounds.bottom() + half; y += 2 * half) {
    for (double x = bounds.x + half; x < bounds.right() + half; x += 2 * half) add(x, y, half);
  }
  for (int looked = 0; looked < kMostPlaces && !heap.empty(); ++looked) {
    std::pop_heap(heap.begin(), heap.end(), less);
    const Square square = heap.back();
    heap.pop_back();
    if (square.bound <= best.score + precision) break;
    const double quarter = square.half / 2;
    for (const double dy : {-quarter, quarter}) {
      for (const double dx : {-quarter, quarter}) {
        add(square.middle.x + dx, square.middle.y + dy, quarter);
      }
    }
  }
  return best;
}

}  // namespace

std::optional<Circle> snugCircle(const InkCounts& ink) {
  if (ink.total() == 0) return std::nullopt;
  return leastCircleAround(convexHull(ink.corners()));
}

std::optional<Circle> innerCircle(const InkCounts& ink) {
  if (ink.total() == 0) return std::nullopt;
  const double atMost = std::min(ink.bounds().w, ink.bounds().h) / 2.0 + 1;
  const auto found = bestPlace(ink.bounds(), kFinestFit / 2,
                               [&](double x, double y) { return innerRadius(ink, x, y, atMost); });
  return Circle{found.x, found.y, found.score * (1 - 1e-9)};
}

namespace {

std::optional<Circle> trimmed(const InkCounts& ink, double loss, Fineness fine) {
  const auto snug = snugCircle(ink);
  if (!snug) return std::nullopt;
  const auto spare = static_cast<long long>(std::floor(loss * static_cast<double>(ink.total())));
  const long long wanted = std::max(1LL, ink.total() - spare);
  // Farther from its centre than this, a circle holds all.
  const double enough = snug->r * 3;
  const auto radiusAt = [&](double x, double y) {
    return radiusHolding(ink, x, y, wanted, enough, fine.radius);
  };
  Circle best = *snug;
  const auto consider = [&](double x, double y) {
    const double radius = std::max(radiusAt(x, y), kLeastRadius);
    if (radius < best.r) best = {x, y, radius};
  };
  if (const auto squares = coarse(ink)) {
    const Circle start = scaledUp(*trimmed(squares->ink, loss, kToStart), *squares);
    for (const auto& from : {std::array{start.cx, start.cy}, std::array{snug->cx, snug->cy}}) {
      const double step = squares->side;
      const auto centre = climbed(from, {step, step}, fine.least * 2,
                                  [&](const auto& c) { return -radiusAt(c[0], c[1]); });
      consider(centre[0], centre[1]);
    }
  } else {
    const auto found =
        bestPlace(ink.bounds(), fine.trimmed, [&](double x, double y) { return -radiusAt(x, y); });
    consider(found.x, found.y);
  }
  return best;
}

std::optional<Circle> balanced(const InkCounts& ink, Fineness fine) {
  const auto snug = snugCircle(ink);
  if (!snug) return std::nullopt;
  const auto score = [&](const Numbers& n) {
    return tallyOf(circleOf(n), ink).agreement(ink.total());
  };
  const Circle inner = *innerCircle(ink);
  const double equal = std::sqrt(static_cast<double>(ink.total()) / std::numbers::pi);
  std::vector<Numbers> starts{{snug->cx, snug->cy, snug->r}, {inner.cx, inner.cy, inner.r}};
  double step = equal / 4;
  if (const auto squares = coarse(ink)) {
    const Circle start = scaledUp(*balanced(squares->ink, kToStart), *squares);
    starts.push_back({start.cx, start.cy, start.r});
    step = squares->side;
  } else {
    const PixelRect& bounds = ink.bounds();
    const Circle half = *trimmed(ink, 0.25, kToStart);
    starts.push_back({snug->cx, snug->cy, equal});
    starts.push_back({inner.cx, inner.cy, equal});
    starts.push_back({bounds.x + bounds.w / 2.0, bounds.y + bounds.h / 2.0, equal});
    starts.push_back({half.cx, half.cy, half.r});
  }
  Numbers best = starts[0];
  double most = score(best);
  for (const Numbers& start : starts) {
    const Numbers found = climbed(start, {step, step, step}, fine.least, score);
    if (score(found) > most) {
      most = score(found);
      best = found;
    }
  }
  return circleOf(best);
}

}  // namespace

std::optional<Circle> trimmedCircle(const InkCounts& ink, double loss) {
  return trimmed(ink, loss, kToKeep);
}

std::optional<Circle> balancedCircle(const InkCounts& ink) {
  return balanced(ink, kToKeep);
}

}  // namespace amber
