#include <QTest>
#include <cmath>

#include "core/geometry/contact/overlap.h"
#include "core/geometry/convex_parts.h"
#include "core/geometry/mirrored.h"
#include "core/geometry/shape.h"
#include "core/image/outline.h"
#include "core/image/shape_pixels.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/tangled.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

namespace {

// A ring of corners around a middle, in the order of their angles, near or far: never crosses
// itself, seldom convex.
Polygon someStar(int most) {
  const int corners = *rc::gen::inRange(3, most + 1);
  Polygon polygon;
  for (int i = 0; i < corners; ++i) {
    const double angle = 2 * 3.14159265358979 * (i + 0.3) / corners;
    const double far = 4 + *rc::gen::inRange(0, 1000) / 37.0;
    polygon.points.push_back({40.013 + far * std::cos(angle), 40.017 + far * std::sin(angle)});
  }
  return polygon;
}

double areaOf(const Polygon& polygon) {
  return twiceArea(polygon.points) / 2;
}

}  // namespace

class PolygonTest : public QObject {
  Q_OBJECT
 private slots:
  void faultsAreTold() {
    const auto fault = [](std::vector<Vertex> points) { return faultOf({std::move(points)}); };
    QVERIFY(fault({{0, 0}, {4, 0}, {4, 4}}) == PolygonFault::None);
    QVERIFY(fault({{0, 0}, {4, 0}, {4, 4}, {0, 0}}) == PolygonFault::RepeatsPoint);
    QVERIFY(fault({{0, 0}, {4, 4}, {4, 0}, {0, 4.1}}) == PolygonFault::CrossesItself);
    QVERIFY(fault({{0, 0}, {4, 0}, {4, 4}, {2, 0}}) == PolygonFault::CrossesItself);
    QVERIFY(fault({{0, 0}, {4, 0}, {2, 0}, {2, 4}}) == PolygonFault::CrossesItself);
    QVERIFY(fault({{0, 0}, {4, 0}, {8, 0}}) == PolygonFault::NoArea);
  }

  void pointsLieInOrderAndInNumber() {
    QVERIFY(validated(Polygon{{{0, 0}, {4, 0}, {4, 4}}}, {8, 8}).has_value());
    QVERIFY(!validated(Polygon{{{0, 0}, {4, 0}}}, {8, 8}));
    QVERIFY(!validated(Polygon{{{0, 0}, {4, 4}, {4, 0}}}, {8, 8}));
    QVERIFY(!validated(Polygon{std::vector<Vertex>(513)}, {8, 8}));
    QVERIFY(!validated(Polygon{{{0, 0}, {std::nan(""), 0}, {4, 4}}}, {8, 8}));
    QVERIFY(clockwise({{{0, 0}, {4, 4}, {4, 0}}}) == (Polygon{{{0, 0}, {4, 0}, {4, 4}}}));
  }

  // A pixel is in it when a ray from its centre to the left crosses the edge an odd number of
  // times.
  void itsPixelsAreThoseWhoseCentresAreInside() {
    AMBER_PROPERTY("pixels by a ray", [] {
      const Polygon polygon = someStar(12);
      for (int y = 0; y < 80; y += 3) {
        for (int x = 0; x < 80; ++x) {
          int crossings = 0;
          const std::size_t n = polygon.points.size();
          for (std::size_t i = 0; i < n; ++i) {
            const Vertex p = polygon.points[i];
            const Vertex q = polygon.points[(i + 1) % n];
            const double cy = y + 0.5;
            if ((p.y <= cy) == (q.y <= cy)) continue;
            if (p.x + (cy - p.y) / (q.y - p.y) * (q.x - p.x) < x + 0.5) ++crossings;
          }
          RC_ASSERT(holdsPixel(Shape(polygon), x, y) == (crossings % 2 == 1));
        }
      }
    });
  }

  void polygonsSideBySideShareNoPixel() {
    const PixelRect window{0, 0, 8, 8};
    const PixelMask left = pixelsOf(Polygon{{{0, 0}, {4.5, 0}, {4.5, 8}, {0, 8}}}, window);
    const PixelMask right = pixelsOf(Polygon{{{4.5, 0}, {8, 0}, {8, 8}, {4.5, 8}}}, window);
    QCOMPARE(countOf(left) + countOf(right), 64LL);
    QCOMPARE(countOf(unitedMask({left, right})), 64LL);
  }

  void mirroringTwiceGivesItBack() {
    AMBER_PROPERTY("mirrors", [] {
      const Polygon star = someStar(9);
      const Shape once = mirrored(Shape(star), 10.5);
      RC_ASSERT(validated(once, {80, 80}).has_value());
      const auto twice = std::get<Polygon>(mirrored(once, 10.5));
      RC_ASSERT(std::abs(areaOf(twice) - areaOf(star)) < 1e-9);
      RC_ASSERT(std::abs(twice.points[0].x - star.points[0].x) < 1e-9);
    });
    const MaskShape mask{3, 4, 3, 2, {{0, 0, 1}, {0, 2, 3}, {1, 0, 2}}};
    const auto other = std::get<MaskShape>(mirrored(Shape(mask), 5));
    QVERIFY(other == (MaskShape{4, 4, 3, 2, {{0, 0, 1}, {0, 2, 3}, {1, 1, 3}}}));
    QVERIFY(validated(Shape(other), {8, 8}).has_value());
  }

  void anOutlineIsTheEdgeOfItsIsland() {
    const PixelMask mask = maskOf({"....", ".##.", "..#.", "...#"});
    const std::vector<Vertex> outline = outlineOf(mask);
    // What touches by a corner is of one outline.
    const std::vector<Vertex> wanted{{1, 1}, {3, 1}, {3, 3}, {4, 3}, {4, 4},
                                     {3, 4}, {3, 3}, {2, 3}, {2, 2}, {1, 2}};
    QVERIFY(outline == wanted);
    QCOMPARE(edgeMiddles(outline).size(), std::size_t{12});
    QVERIFY(outlineOf(PixelMask(3, 3)).empty());
    QVERIFY(largestIsland(maskOf({"##..#", "....#", "...##"})) ==
            maskOf({"....#", "....#", "...##"}));
  }

  // The area inside the outline is that of the island with its holes.
  void anOutlineEnclosesTheIsland() {
    AMBER_PROPERTY("outline area", [] {
      const PixelMask island = largestIsland(randomMask(12));
      if (countOf(island) == 0) return;
      const std::vector<Vertex> outline = outlineOf(island);
      const PixelMask inside = pixelsOf(Polygon{outline}, island.rect());
      RC_ASSERT(intersection(inside, island) == island);
      RC_ASSERT(std::lround(twiceArea(outline) / 2) == countOf(inside));
    });
  }

  void partsAreConvexAndCoverExactly() {
    AMBER_PROPERTY("Convex parts", [] {
      const Polygon star = someStar(40);
      if (faultOf(star) != PolygonFault::None) return;
      const int most = *rc::gen::element(3, 5, 8, 512);
      double area = 0;
      PixelMask covered(80, 80);
      long long pixels = 0;
      for (const Polygon& part : convexParts(star, most)) {
        RC_ASSERT(static_cast<int>(part.points.size()) <= most);
        RC_ASSERT(isConvex(part) && twiceArea(part.points) > 0);
        for (const Vertex& point : part.points) {
          RC_ASSERT(std::find(star.points.begin(), star.points.end(), point) != star.points.end());
        }
        area += areaOf(part);
        const PixelMask held = pixelsOf(part, covered.rect());
        pixels += countOf(held);
        covered = unitedMask({covered, held});
      }
      RC_ASSERT(std::abs(area - areaOf(star)) < 1e-6);
      RC_ASSERT(covered == pixelsOf(star, covered.rect()));
      RC_ASSERT(pixels == countOf(covered));
    });
  }

  // Rings on a coarse lattice, with many corners in line, untangled by turning crossings round.
  void partsCoverRingsWithCornersInLine() {
    AMBER_PROPERTY("convex parts on a lattice", [] {
      std::vector<Vertex> p;
      const int count = *rc::gen::inRange(3, 24);
      for (int i = 0; i < count; ++i) {
        p.push_back({1.0 * *rc::gen::inRange(0, 9), 1.0 * *rc::gen::inRange(0, 9)});
      }
      const Polygon ring = untangled(std::move(p), 200);
      if (faultOf(ring) != PolygonFault::None) return;
      double area = 0;
      for (const Polygon& part : convexParts(ring, 8)) {
        RC_ASSERT(isConvex(part));
        area += areaOf(part);
      }
      RC_ASSERT(std::abs(area - areaOf(ring)) < 1e-6);
    });
  }

  void partsAreFew() {
    // A cross needs three, an L two, what is convex one.
    const Polygon cross{{{2, 0},
                         {4, 0},
                         {4, 2},
                         {6, 2},
                         {6, 4},
                         {4, 4},
                         {4, 6},
                         {2, 6},
                         {2, 4},
                         {0, 4},
                         {0, 2},
                         {2, 2}}};
    QCOMPARE(convexParts(cross, 8).size(), std::size_t{3});
    QCOMPARE(convexParts({{{0, 0}, {2, 0}, {2, 4}, {4, 4}, {4, 6}, {0, 6}}}, 8).size(),
             std::size_t{2});
    QCOMPARE(convexParts({{{0, 0}, {4, 0}, {4, 4}, {0, 4}}}, 8).size(), std::size_t{1});
    QVERIFY(convexParts({{{0, 0}, {4, 4}, {4, 0}, {0, 4.1}}}, 8).empty());
  }

  // Two convex polygons overlap when what one leaves of the other has an area.
  void convexPolygonsMeetWhereTheyShareAnArea() {
    const Polygon square{{{0, 0}, {4, 0}, {4, 4}, {0, 4}}};
    const auto at = [&](double x, double y) {
      return std::get<Polygon>(moved(Shape(square), x, y));
    };
    QVERIFY(!overlapConvex(square, at(4, 0)));
    QVERIFY(overlapConvex(square, at(3.99, 0)));
    QVERIFY(!overlapConvex(square, at(4, 4)));
    QVERIFY(overlapConvex(square, at(1, 0)));
    QVERIFY(overlapConvex(square, square));
    const Polygon diamond{{{8, 2}, {10, 4}, {8, 6}, {6, 4}}};
    QVERIFY(!overlapConvex(square, diamond));
    QVERIFY(!overlapConvex(at(3, 3), {{{9, 1}, {11, 3}, {9, 5}, {7, 3}}}));
  }
};
AMBER_TEST(PolygonTest);

#include "polygon_tests.moc"
