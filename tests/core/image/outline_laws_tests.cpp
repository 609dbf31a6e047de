#include <QTest>
#include <algorithm>
#include <cmath>

#include "core/cut/islands/islands.h"
#include "core/geometry/convex_hull.h"
#include "core/geometry/enclosing_circle.h"
#include "core/geometry/polygon.h"
#include "core/geometry/segment.h"
#include "core/image/ink/bridges.h"
#include "core/image/outline.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

std::vector<Vertex> anyPoints() {
  std::vector<Vertex> points;
  // On few places, so that some fall together and many lie on lines.
  const int most = *rc::gen::element(3, 8, 60);
  for (int i = *rc::gen::inRange(1, 14); i > 0; --i) {
    points.push_back({*rc::gen::inRange(0, most) / 2.0, *rc::gen::inRange(0, most) / 2.0});
  }
  return points;
}

double twice(const std::vector<Vertex>& ring) {
  double area = 0;
  for (std::size_t i = 0, before = ring.size() - 1; i < ring.size(); before = i++) {
    area += ring[before].x * ring[i].y - ring[i].x * ring[before].y;
  }
  return area;
}

}  // namespace

class OutlineLawsTest : public QObject {
  Q_OBJECT
 private slots:
  void aHullHoldsItsPointsAndTurnsOneWay() {
    AMBER_PROPERTY("any points", [] {
      const std::vector<Vertex> points = anyPoints();
      const std::vector<Vertex> hull = convexHull(points);
      RC_ASSERT(!hull.empty() && hull.size() <= points.size());
      for (const Vertex& corner : hull) {
        RC_ASSERT(std::find(points.begin(), points.end(), corner) != points.end());
        RC_ASSERT(std::tie(hull[0].x, hull[0].y) <= std::tie(corner.x, corner.y));
      }
      for (std::size_t i = 0; i < hull.size() && hull.size() > 2; ++i) {
        const Vertex& next = hull[(i + 1) % hull.size()];
        RC_ASSERT(turn(hull[i], next, hull[(i + 2) % hull.size()]) > 0);
        for (const Vertex& point : points) RC_ASSERT(turn(hull[i], next, point) >= 0);
      }
      RC_ASSERT(convexHull(hull) == hull);
    });
  }

  void theLeastCircleHoldsAllAndNoneOfTwoOrThreePointsNeedsMore() {
    AMBER_PROPERTY("any points", [] {
      const std::vector<Vertex> points = anyPoints();
      const Circle circle = leastCircleAround(points);
      for (const Vertex& point : points) {
        RC_ASSERT(std::hypot(point.x - circle.cx, point.y - circle.cy) <= circle.r * (1 + 1e-12));
      }
      // Some two or three points carry it: around them alone it is as large.
      double most = 0;
      for (const Vertex& a : points) {
        for (const Vertex& b : points) {
          for (const Vertex& c : points) most = std::max(most, leastCircleAround({a, b, c}).r);
        }
      }
      RC_ASSERT(std::abs(most - circle.r) <= 1e-9 * (1 + circle.r));
    });
  }

  void theDistanceToASegmentIsTheLeastToItsPoints() {
    AMBER_PROPERTY("any segment", [] {
      const std::vector<Vertex> points = anyPoints();
      const Vertex a = points.front();
      const Vertex b = points.back();
      const Vertex p{*rc::gen::inRange(-20, 60) / 2.0, *rc::gen::inRange(-20, 60) / 2.0};
      double least = 1e9;
      for (int i = 0; i <= 1000; ++i) {
        const double t = i / 1000.0;
        least =
            std::min(least, std::hypot(a.x + (b.x - a.x) * t - p.x, a.y + (b.y - a.y) * t - p.y));
      }
      const double found = distanceToSegment(p, a, b);
      RC_ASSERT(found <= least + 1e-9 && found >= least - 0.05);
      RC_ASSERT(std::abs(distanceToSegment(p, b, a) - found) < 1e-9);
    });
  }

  void anOutlineGoesRoundItsIslandAndNothingElse() {
    AMBER_PROPERTY("the first island of any mask", [] {
      const PixelMask mask = randomMask(16);
      const std::vector<Vertex> outline = outlineOf(mask);
      RC_ASSERT(outline.empty() == (countOf(mask) == 0));
      if (outline.empty()) return;
      double length = 0;
      for (std::size_t i = 0; i < outline.size(); ++i) {
        const Vertex& a = outline[i];
        const Vertex& b = outline[(i + 1) % outline.size()];
        const Vertex& c = outline[(i + 2) % outline.size()];
        // Vertical and level edges take turns.
        RC_ASSERT((a.x == b.x) != (a.y == b.y));
        RC_ASSERT((a.x == b.x) == (b.y == c.y));
        length += std::abs(a.x - b.x) + std::abs(a.y - b.y);
      }
      // Clockwise, it holds the island and its holes: at least a pixel, at most its bounds.
      RC_ASSERT(twice(outline) >= 2);
      RC_ASSERT(edgeMiddles(outline).size() == static_cast<std::size_t>(length));
    });
  }

  void theLargestIslandIsOneOfThoseThereAre() {
    AMBER_PROPERTY("any mask", [] {
      const PixelMask mask = randomMask(16);
      const PixelMask largest = largestIsland(mask);
      RC_ASSERT(intersection(mask, largest) == largest);
      long long most = 0;
      // Before any are gathered by their bounds.
      PixelMask left = mask;
      while (countOf(left) > 0) {
        const PixelMask one = largestIsland(left);
        RC_ASSERT(countOf(one) > 0);
        most = std::max(most, countOf(one));
        left = difference(left, one);
      }
      RC_ASSERT(countOf(largest) == most);
      if (most > 0) RC_ASSERT(islandCount(largest, 1) == 1);
    });
  }

  void bridgesJoinAllIslandsAndTakeNothingAway() {
    AMBER_PROPERTY("any mask", [] {
      const PixelMask mask = randomMask(20);
      const PixelMask joined = bridged(mask);
      RC_ASSERT(intersection(mask, joined) == mask);
      RC_ASSERT(islandCount(joined, 1) <= 1);
      if (islandCount(mask, 1) <= 1) RC_ASSERT(joined == mask);
      RC_ASSERT(bridged(joined) == joined);
    });
  }

  void aHullOfInkHoldsEveryPixelsSquare() {
    AMBER_PROPERTY("any mask", [] {
      const PixelMask mask = randomMask(16);
      const std::vector<Vertex> hull = hullOf(mask);
      RC_ASSERT(hull.empty() == (countOf(mask) == 0));
      for (int y = 0; y < mask.height(); ++y) {
        for (int x = 0; x < mask.width(); ++x) {
          if (!mask.test(x, y)) continue;
          for (const Vertex corner : {Vertex{1.0 * x, 1.0 * y}, Vertex{x + 1.0, 1.0 * y},
                                      Vertex{1.0 * x, y + 1.0}, Vertex{x + 1.0, y + 1.0}}) {
            for (std::size_t i = 0; i < hull.size(); ++i) {
              RC_ASSERT(turn(hull[i], hull[(i + 1) % hull.size()], corner) >= 0);
            }
          }
        }
      }
    });
  }

  void whatIsResetWithinARectangleIsNothingElse() {
    AMBER_PROPERTY("any rectangle, also past the mask", [] {
      const PixelMask mask = randomMask(70);
      PixelMask rest = mask;
      const PixelRect area{*rc::gen::inRange(-5, 75), *rc::gen::inRange(-5, 75),
                           *rc::gen::inRange(0, 80), *rc::gen::inRange(0, 80)};
      resetWithin(rest, area);
      RC_ASSERT(countWithin(rest, area) == 0);
      RC_ASSERT(countOf(rest) == countOf(mask) - countWithin(mask, area));
      RC_ASSERT(intersection(mask, rest) == rest);
    });
  }
};
AMBER_TEST(OutlineLawsTest);

#include "outline_laws_tests.moc"
