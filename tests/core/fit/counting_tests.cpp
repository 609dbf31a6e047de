#include <QTest>
#include <algorithm>
#include <array>
#include <cmath>

#include "core/fit/measures/measures.h"
#include "core/fit/search/ink_counts.h"
#include "core/fit/search/pattern_search.h"
#include "core/fit/search/turning_radius.h"
#include "core/fit/styles/polygon/polygon_sums.h"
#include "core/geometry/convex_hull.h"
#include "core/geometry/line_sides.h"
#include "core/geometry/point_snap.h"
#include "core/geometry/round_rows.h"
#include "core/geometry/segment.h"
#include "core/image/row_hull.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

// A corner on the grid that searches use.
Vertex anyCorner(int most) {
  return {*rc::gen::inRange(-256, 256 * most) / 256.0, *rc::gen::inRange(-256, 256 * most) / 256.0};
}

// A star about a middle: it never crosses itself.
std::vector<Vertex> anyStar(int most) {
  const int corners = *rc::gen::inRange(3, 10);
  const Vertex middle = anyCorner(most);
  std::vector<Vertex> points;
  for (int i = 0; i < corners; ++i) {
    const double angle = 2 * std::numbers::pi * i / corners;
    const double r = *rc::gen::inRange(100, 256 * most) / 256.0;
    points.push_back({snappedToFit(middle.x + r * std::cos(angle)),
                      snappedToFit(middle.y + r * std::sin(angle))});
  }
  return points;
}

bool holdsCentre(const std::vector<Vertex>& points, int x, int y) {
  bool inside = false;
  const double px = x + 0.5;
  const double py = y + 0.5;
  for (std::size_t i = 0, before = points.size() - 1; i < points.size(); before = i++) {
    const Vertex a = points[i];
    const Vertex b = points[before];
    if ((a.y > py) == (b.y > py)) continue;
    if (px < a.x + (py - a.y) * (b.x - a.x) / (b.y - a.y)) inside = !inside;
  }
  return inside;
}

// Whether a centre lies so near an edge that rounding may decide.
bool isOnTheEdge(const std::vector<Vertex>& points, int x, int y) {
  for (std::size_t i = 0, before = points.size() - 1; i < points.size(); before = i++) {
    if (distanceToSegment({x + 0.5, y + 0.5}, points[before], points[i]) < 1e-6) return true;
  }
  return false;
}

}  // namespace

class InkCountsTest : public QObject {
  Q_OBJECT
 private slots:
  void rowsAreCountedAsTheirPixelsAre() {
    AMBER_PROPERTY("any stretch of any row, also beyond the ink", [] {
      const PixelMask ink = randomMask(40);
      const InkCounts counts(ink);
      RC_ASSERT(counts.total() == countOf(ink));
      RC_ASSERT(counts.depth() == 1);
      const int y = *rc::gen::inRange(-3, 44);
      const int x0 = *rc::gen::inRange(-5, 45);
      const int x1 = *rc::gen::inRange(-5, 45);
      const auto between = [&](int from, int to) {
        int sum = 0;
        for (int x = std::max(from, 0); x < std::min(to, ink.width()); ++x) {
          sum += y >= 0 && y < ink.height() && ink.test(x, y) ? 1 : 0;
        }
        return sum;
      };
      RC_ASSERT(counts.inRow(y, x0, x1) == between(x0, x1));
      RC_ASSERT(counts.leftOf(y, x0) == between(-5, x0));
      const auto bounds = boundsOf(ink);
      RC_ASSERT(counts.bounds() == bounds.value_or(PixelRect{}));
    });
  }

  void inksLaidOverEachOtherCountAsOftenAsTheyCome() {
    AMBER_PROPERTY("sums over frames, and over squares", [] {
      const PixelMask first = randomMask(20);
      PixelMask second(first.width(), first.height());
      for (int y = 0; y < first.height(); ++y) {
        for (int x = 0; x < first.width(); ++x) {
          if ((x * 3 + y) % 4 != 0) second.set(x, y);
        }
      }
      const InkCounts counts(std::vector<PixelMask>{first, second});
      RC_ASSERT(counts.depth() == 2);
      RC_ASSERT(counts.total() == countOf(first) + countOf(second));
      if (counts.total() == 0) return;
      const int side = *rc::gen::inRange(1, 6);
      const InkCounts squares(counts, side);
      RC_ASSERT(squares.total() == counts.total());
      RC_ASSERT(squares.depth() == 2 * side * side);
      // A loss of nothing spares nothing, and one pixel is always held.
      RC_ASSERT(counts.spare(0) == 0);
      RC_ASSERT(counts.spare(0.999999) <= counts.total() - 1);
    });
  }

  void aPolygonsSumsAreThoseOfItsPixels() {
    AMBER_PROPERTY("stars over any ink", [] {
      const PixelMask ink = randomMask(24);
      const InkCounts counts(ink);
      std::vector<Vertex> points = anyStar(20);
      const PolygonSums sums = sumsOf(counts, points, Cuts::Counted);
      long long most = 0;
      long long least = 0;
      for (int y = 0; y < ink.height(); ++y) {
        for (int x = 0; x < ink.width(); ++x) {
          if (!ink.test(x, y)) continue;
          const bool edge = isOnTheEdge(points, x, y);
          const bool inside = holdsCentre(points, x, y);
          most += inside || edge ? 1 : 0;
          least += inside && !edge ? 1 : 0;
        }
      }
      RC_ASSERT(sums.ink >= least && sums.ink <= most);
      double area = 0;
      for (std::size_t i = 0, before = points.size() - 1; i < points.size(); before = i++) {
        area += points[before].x * points[i].y - points[i].x * points[before].y;
      }
      RC_ASSERT(std::abs(sums.twiceArea - area) < 1e-6);
      // A corner moved changes only the edges at it.
      const std::size_t moved = *rc::gen::inRange<std::size_t>(0, points.size());
      const std::size_t n = points.size();
      const Vertex before = points[(moved + n - 1) % n];
      const Vertex after = points[(moved + 1) % n];
      PolygonSums other = sums;
      other -= sumsOf(counts, before, points[moved], Cuts::Counted);
      other -= sumsOf(counts, points[moved], after, Cuts::Counted);
      points[moved] = anyCorner(20);
      other += sumsOf(counts, before, points[moved], Cuts::Counted);
      other += sumsOf(counts, points[moved], after, Cuts::Counted);
      const PolygonSums again = sumsOf(counts, points, Cuts::Counted);
      RC_ASSERT(other.ink == again.ink && other.pixels == again.pixels);
      RC_ASSERT(other.cut == again.cut);
    });
  }

  void anEdgeCutsTheInkWhoseSquaresItPassesThrough() {
    AMBER_PROPERTY("any edge", [] {
      const PixelMask ink = randomMask(20);
      const InkCounts counts(ink);
      const Vertex p = anyCorner(18);
      const Vertex q = anyCorner(18);
      if (p == q) return;
      // A square is passed through when corners of it lie on both sides within the edge's reach.
      long long surely = 0;
      for (int y = 0; y < ink.height(); ++y) {
        for (int x = 0; x < ink.width(); ++x) {
          if (!ink.test(x, y)) continue;
          // Well inside it: some point of the edge, of many, is more than a 64th px from its sides.
          bool through = false;
          for (int i = 0; i <= 400 && !through; ++i) {
            const double u = p.x + (q.x - p.x) * i / 400;
            const double v = p.y + (q.y - p.y) * i / 400;
            through = u > x + 1 / 64.0 && u < x + 1 - 1 / 64.0 && v > y + 1 / 64.0 &&
                      v < y + 1 - 1 / 64.0;
          }
          surely += through ? 1 : 0;
        }
      }
      const long long cut = cutBy(counts, p, q);
      RC_ASSERT(cut >= surely);
      RC_ASSERT(cut == cutBy(counts, q, p));
      // With a limit, the result is exact or above the limit.
      const long long most = *rc::gen::inRange<long long>(0, 12);
      int from = 0;
      const long long stopped = cutBy(counts, p, q, most, from);
      RC_ASSERT((stopped > most) == (cut > most));
      if (cut <= most) RC_ASSERT(stopped == cut);
    });
  }
};
AMBER_TEST(InkCountsTest);

class SearchesTest : public QObject {
  Q_OBJECT
 private slots:
  void aClimbEndsWhereNoStepHelps() {
    AMBER_PROPERTY("a hill with its top anywhere", [] {
      const double x = *rc::gen::inRange(-200, 200) / 4.0;
      const double y = *rc::gen::inRange(-200, 200) / 4.0;
      const auto score = [&](const std::array<double, 2>& at) {
        return -(at[0] - x) * (at[0] - x) - 3 * std::abs(at[1] - y);
      };
      const std::array<double, 2> start{*rc::gen::inRange(-50, 50) * 1.0,
                                        *rc::gen::inRange(-50, 50) * 1.0};
      const auto top = climbed<2>(start, {8, 8}, 0.25, score);
      RC_ASSERT(score(top) >= score(start));
      RC_ASSERT(std::abs(top[0] - x) <= 0.25 && std::abs(top[1] - y) <= 0.25);
    });
  }

  void aClimbOnAPlainStaysWhereItIs() {
    const auto top = climbed<1>({5.0}, {4}, 0.5, [](const std::array<double, 1>&) { return 1; });
    QCOMPARE(top[0], 5.0);
  }

  void aRadiusIsFoundFromBothSides() {
    AMBER_PROPERTY("where something begins to hold", [] {
      const double edge = *rc::gen::inRange(0, 400) / 16.0;
      const double fine = 1.0 / *rc::gen::inRange(4, 200);
      const auto holds = [&](double radius) { return radius >= edge; };
      const double from = edge + *rc::gen::inRange(0, 320) / 16.0;
      const double least = leastRadiusBelow(from, fine, holds);
      RC_ASSERT(holds(least) && least - edge <= fine + 1e-12);
      const double most = edge + *rc::gen::inRange(1, 320) / 16.0;
      const double low = std::max(0.0, edge - *rc::gen::inRange(1, 320) / 16.0);
      if (holds(low)) return;
      const double found = mostRadiusAbove(low, most, fine, holds);
      RC_ASSERT(!holds(found) && edge - found <= fine + 1e-12);
    });
    // Where nothing ever holds, the most there is.
    QCOMPARE(mostRadiusAbove(1, 9, 0.1, [](double) { return false; }), 9.0);
  }
};
AMBER_TEST(SearchesTest);

class RoundRowsTest : public QObject {
  Q_OBJECT

  template <class Rows, class Round>
  static void holdTogether(const Rows& rows, const Round& round) {
    SpanBlock block;
    const int top = *rc::gen::inRange(rows.first() - 2, rows.end() + 1);
    rows.rows(top, block);
    for (int i = 0; i < SpanBlock::kRows; ++i) {
      const int y = top + i;
      const PixelSpan one = rows.row(y);
      const PixelSpan slow = rowOf(round, y);
      RC_ASSERT(one.x0 == slow.x0 && one.x1 == slow.x1);
      if (y < rows.first() || y >= rows.end()) {
        RC_ASSERT(one.x0 >= one.x1);
        continue;
      }
      // Many rows at once give the same result as one row, except for empty ones.
      if (one.x0 < one.x1) RC_ASSERT(block.x0[i] == one.x0 && block.x1[i] == one.x1);
    }
  }

 private slots:
  void rowsOfACircleAreItsPixels() {
    AMBER_PROPERTY("any circle", [] {
      const Circle circle{*rc::gen::inRange(-64, 640) / 16.0, *rc::gen::inRange(-64, 640) / 16.0,
                          *rc::gen::inRange(1, 400) / 16.0};
      holdTogether(CircleRows(circle), circle);
      const int y = *rc::gen::inRange(-10, 60);
      const PixelSpan span = rowOf(circle, y);
      for (int x = -30; x < 80; ++x) {
        const double past = std::hypot(x + 0.5 - circle.cx, y + 0.5 - circle.cy) - circle.r;
        if (std::abs(past) < 1e-9) continue;
        RC_ASSERT((past < 0) == (x >= span.x0 && x < span.x1));
      }
    });
  }

  void rowsOfACapsuleAreItsPixels() {
    AMBER_PROPERTY("any capsule, also of no length", [] {
      const auto number = [] { return *rc::gen::inRange(-64, 640) / 16.0; };
      Capsule capsule{number(), number(), number(), number(), *rc::gen::inRange(1, 200) / 16.0};
      if (*rc::gen::inRange(0, 8) == 0) {
        capsule.bx = capsule.ax;
        capsule.by = capsule.ay;
      }
      if (*rc::gen::inRange(0, 8) == 0) capsule.by = capsule.ay;
      holdTogether(CapsuleRows(capsule), capsule);
      const int y = *rc::gen::inRange(-10, 60);
      const PixelSpan span = rowOf(capsule, y);
      for (int x = -30; x < 80; ++x) {
        const double past = distanceToSegment({x + 0.5, y + 0.5}, {capsule.ax, capsule.ay},
                                              {capsule.bx, capsule.by}) -
                            capsule.r;
        if (std::abs(past) < 1e-7) continue;
        RC_ASSERT((past < 0) == (x >= span.x0 && x < span.x1));
      }
    });
  }

  void aHullOfRowsIsThatOfTheirCorners() {
    AMBER_PROPERTY("any ink", [] {
      const PixelMask ink = randomMask(20);
      RowHull hull(ink.height());
      std::vector<Vertex> corners;
      for (int y = 0; y < ink.height(); ++y) {
        int x0 = ink.width();
        int x1 = 0;
        for (int x = 0; x < ink.width(); ++x) {
          if (!ink.test(x, y)) continue;
          x0 = std::min(x0, x);
          x1 = x + 1;
          for (const int u : {x, x + 1}) {
            for (const int v : {y, y + 1}) corners.push_back({1.0 * u, 1.0 * v});
          }
        }
        if (x0 < x1) hull.add(y, x0, x1);
      }
      if (corners.empty()) return;
      std::vector<Vertex> found = hull.corners();
      std::vector<Vertex> expected = convexHull(corners);
      RC_ASSERT(found.size() == expected.size());
      // The same ring, begun anywhere.
      const auto first = std::find(found.begin(), found.end(), expected.front());
      RC_ASSERT(first != found.end());
      std::rotate(found.begin(), first, found.end());
      RC_ASSERT(found == expected);
    });
  }

  void sidesOfALineAreTurns() {
    AMBER_PROPERTY("any points", [] {
      std::vector<Vertex> points;
      for (int i = *rc::gen::inRange(0, 11); i > 0; --i) points.push_back(anyCorner(30));
      const Vertex a = anyCorner(30);
      const Vertex b = anyCorner(30);
      LineSides sides(points);
      const std::vector<double>& found = sides.of(a, b);
      RC_ASSERT(found.size() == points.size());
      for (std::size_t i = 0; i < points.size(); ++i) RC_ASSERT(found[i] == turn(a, b, points[i]));
    });
  }

  void pointsSnapTheSameEverywhere() {
    AMBER_PROPERTY("what lies n px further on snaps n px further on", [] {
      const FramePoint point{*rc::gen::inRange(-4000, 4000) / 64.0,
                             *rc::gen::inRange(-4000, 4000) / 64.0};
      const int by = *rc::gen::inRange(-50, 50);
      for (const PointSnap snap : {PointSnap::PixelCorner, PointSnap::PixelCentre}) {
        const FramePoint here = snapped(point, snap);
        const FramePoint there = snapped({point.x + by, point.y + by}, snap);
        RC_ASSERT(there.x == here.x + by && there.y == here.y + by);
        RC_ASSERT(std::abs(here.x - point.x) <= 0.5 && std::abs(here.y - point.y) <= 0.5);
        RC_ASSERT(snapped(here, snap).x == here.x);
      }
      RC_ASSERT(snapped(point, PointSnap::Free).x == point.x);
      RC_ASSERT(std::abs(readable(point).x - point.x) <= 0.005 + 1e-9);
    });
  }
};
AMBER_TEST(RoundRowsTest);

#include "counting_tests.moc"
