#include <QTest>
#include <cmath>

#include "core/geometry/contact/overlap.h"
#include "core/geometry/convex_hull.h"
#include "core/geometry/enclosing_circle.h"
#include "core/image/orientation.h"
#include "core/image/shape_pixels.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

class ShapeTest : public QObject {
  Q_OBJECT
 private slots:
  void unsoundBoxesAreNamed() {
    QVERIFY(validated(Box{0, 0, 4, 4}, {8, 8}));
    QVERIFY(!validated(Box{0, 0, 0, 4}, {8, 8}));
    QVERIFY(!validated(Box{0, 0, -4, 4}, {8, 8}));
    QVERIFY(!validated(Box{std::nan(""), 0, 4, 4}, {8, 8}));
    QVERIFY(!validated(Box{-2000, 0, 4, 4}, {8, 8}));
  }

  void unsoundShapesOfOtherKindsAreNamed() {
    QVERIFY(validated(Circle{4, 4, 3}, {8, 8}));
    QVERIFY(!validated(Circle{4, 4, 0.1}, {8, 8}));
    QVERIFY(!validated(Circle{4, 4, 5000}, {8, 8}));
    QVERIFY(validated(Capsule{4, 4, 4, 4, 1}, {8, 8}));
    QVERIFY(!validated(Capsule{4, std::nan(""), 4, 4, 1}, {8, 8}));
    const auto mask = [](int w, int h, std::vector<MaskRun> runs) {
      return validated(MaskShape{0, 0, w, h, std::move(runs)}, {8, 8}).has_value();
    };
    QVERIFY(mask(3, 2, {{0, 0, 2}, {1, 2, 3}}));
    QVERIFY(!validated(MaskShape{0.5, 0, 1, 1, {{0, 0, 1}}}, {8, 8}));
    QVERIFY(!mask(3, 2, {}));
    QVERIFY(!mask(3, 2, {{0, 0, 2}, {1, 1, 1}, {1, 2, 3}}));
    QVERIFY(!mask(3, 2, {{1, 0, 2}, {0, 2, 3}}));
    QVERIFY(!mask(3, 1, {{0, 0, 2}, {0, 2, 3}}));
    QVERIFY(!mask(4, 2, {{0, 0, 2}, {1, 2, 3}}));
    QVERIFY(!mask(3, 2, {{0, 0, 2}, {1, 2, 9}}));
  }

  void pixelsOfAShapeAreThoseItHolds() {
    AMBER_PROPERTY("rows, pixels and single pixels agree", [] {
      // So that no pixel's centre lies on an edge, where rounding decides.
      const auto any = [](int least, int most) {
        return *rc::gen::inRange(2 * least, 2 * most) / 7.0 + 0.013;
      };
      const Shape shapes[] = {
          Box{any(-20, 60), any(-20, 60), any(2, 40), any(2, 40)},
          Circle{any(-20, 60), any(-20, 60), any(1, 40)},
          Capsule{any(-20, 60), any(-20, 60), any(-20, 60), any(-20, 60), any(1, 30)},
          *maskShapeOf(someMask(), *rc::gen::inRange(-3, 4), *rc::gen::inRange(-3, 4))};
      for (const Shape& shape : shapes) {
        const PixelRect window{-40, -40, 100, 100};
        const PixelMask pixels = pixelsOf(shape, window);
        const PixelRect held = pixelBounds(shape);
        for (int y = -20; y < 30; ++y) {
          for (int x = -20; x < 30; ++x) {
            RC_ASSERT(pixels.test(x + 40, y + 40) == holdsPixel(shape, x, y));
            RC_ASSERT(held.contains(x, y) || !holdsPixel(shape, x, y));
          }
        }
        // Moved by whole px, it holds the pixels that lie as much further on.
        const Shape there = moved(shape, 5, -3);
        for (int y = -10; y < 20; ++y) {
          for (int x = -10; x < 20; ++x) {
            RC_ASSERT(holdsPixel(there, x + 5, y - 3) == holdsPixel(shape, x, y));
          }
        }
      }
    });
  }

  void aTurnTakesTheShapeAlongWithItsPixels() {
    AMBER_PROPERTY("turned shapes", [] {
      const PixelSize frame{*rc::gen::inRange(4, 12), *rc::gen::inRange(4, 12)};
      const Shape shapes[] = {Circle{2.3, 3.1, 1.9}, Capsule{1.2, 1.1, 3.3, 2.6, 1.15},
                              *maskShapeOf(someMask(), 1, 0)};
      for (const SheetTurn turn :
           {SheetTurn::Right, SheetTurn::Left, SheetTurn::MirrorX, SheetTurn::MirrorY}) {
        for (const Shape& shape : shapes) {
          const Shape there = turned(shape, frame, turn);
          for (int y = -4; y < 14; ++y) {
            for (int x = -4; x < 14; ++x) {
              const PixelRect at = turned(PixelRect{x, y, 1, 1}, frame, turn);
              RC_ASSERT(holdsPixel(there, at.x, at.y) == holdsPixel(shape, x, y));
            }
          }
        }
      }
    });
  }

 private:
  static PixelMask someMask() {
    PixelMask mask = randomMask(9);
    mask.set(0, 0);
    return mask;
  }
};
AMBER_TEST(ShapeTest);

class OverlapTest : public QObject {
  Q_OBJECT
 private slots:
  void touchingEdgesDoNotMeet() {
    QVERIFY(!overlap(Box{0, 0, 4, 4}, Box{4, 0, 4, 4}));
    QVERIFY(overlap(Box{0, 0, 4, 4}, Box{3.9, 3.9, 4, 4}));
    QVERIFY(!overlap(Circle{0, 0, 2}, Circle{4, 0, 2}));
    QVERIFY(overlap(Circle{0, 0, 2}, Circle{3.9, 0, 2}));
    QVERIFY(!overlap(Capsule{0, 0, 4, 0, 1}, Capsule{2, 2, 2, 6, 1}));
    QVERIFY(overlap(Capsule{0, 0, 4, 0, 1}, Capsule{2, 1.9, 2, 6, 1}));
    QVERIFY(overlap(Capsule{0, 0, 4, 4, 0.5}, Capsule{0, 4, 4, 0, 0.5}));
    QVERIFY(!overlap(Capsule{0, 0, 4, 0, 1}, Capsule{6, 0, 9, 0, 1}));
    QVERIFY(overlap(Capsule{1, 1, 1, 1, 1}, Capsule{2, 1, 2, 1, 1}));
  }

  void capsulesMeetWhereTheirSegmentsComeNearEnough() {
    AMBER_PROPERTY("capsules", [] {
      const auto any = [] { return *rc::gen::inRange(-40, 41) / 4.0; };
      const Capsule a{any(), any(), any(), any(), *rc::gen::inRange(1, 12) / 4.0};
      const Capsule b{any(), any(), any(), any(), *rc::gen::inRange(1, 12) / 4.0};
      double least = 1e18;
      for (int i = 0; i <= 200; ++i) {
        for (int j = 0; j <= 200; ++j) {
          const double s = i / 200.0;
          const double t = j / 200.0;
          least = std::min(least, std::hypot(a.ax + s * (a.bx - a.ax) - b.ax - t * (b.bx - b.ax),
                                             a.ay + s * (a.by - a.ay) - b.ay - t * (b.by - b.ay)));
        }
      }
      // Differences below the resolution of the samples are not checked.
      if (std::abs(least - a.r - b.r) < 0.15) return;
      RC_ASSERT(overlap(a, b) == (least < a.r + b.r));
    });
  }

  void masksMeetWhereTheyShareAPixel() {
    AMBER_PROPERTY("masks", [] {
      PixelMask a = randomMask(9);
      PixelMask b = randomMask(9);
      a.set(0, 0);
      b.set(0, 0);
      const int dx = *rc::gen::inRange(-10, 11);
      const int dy = *rc::gen::inRange(-10, 11);
      bool share = false;
      for (int y = 0; y < a.height(); ++y) {
        for (int x = 0; x < a.width(); ++x) {
          share = share ||
                  (a.test(x, y) && b.rect().contains(x - dx, y - dy) && b.test(x - dx, y - dy));
        }
      }
      RC_ASSERT(overlap(*maskShapeOf(a, 0, 0), *maskShapeOf(b, dx, dy)) == share);
    });
  }
};
AMBER_TEST(OverlapTest);

class HullTest : public QObject {
  Q_OBJECT
 private slots:
  void hullsOfFewPoints() {
    QVERIFY(convexHull({}).empty());
    QCOMPARE(convexHull({{1, 1}, {1, 1}}).size(), std::size_t{1});
    QCOMPARE(convexHull({{0, 0}, {1, 1}, {2, 2}, {3, 3}}).size(), std::size_t{2});
    QCOMPARE(convexHull({{0, 0}, {2, 0}, {2, 2}, {0, 2}, {1, 1}, {1, 0}}).size(), std::size_t{4});
  }

  void everyPointLiesInItsHullAndInTheLeastCircle() {
    AMBER_PROPERTY("hull and circle", [] {
      std::vector<Vertex> points;
      const int count = *rc::gen::inRange(1, 30);
      for (int i = 0; i < count; ++i) {
        points.push_back({*rc::gen::inRange(-20, 21) / 2.0, *rc::gen::inRange(-20, 21) / 2.0});
      }
      const std::vector<Vertex> hull = convexHull(points);
      for (std::size_t i = 0; hull.size() > 2 && i < hull.size(); ++i) {
        const Vertex a = hull[i];
        const Vertex b = hull[(i + 1) % hull.size()];
        for (const Vertex& p : points) {
          RC_ASSERT((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) >= 0);
        }
      }
      const Circle circle = leastCircleAround(hull);
      for (const Vertex& p : points) {
        RC_ASSERT(std::hypot(p.x - circle.cx, p.y - circle.cy) <= circle.r);
      }
    });
  }
};
AMBER_TEST(HullTest);

#include "shape_tests.moc"
