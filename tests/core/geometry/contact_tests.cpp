#include <QTest>
#include <cmath>
#include <numbers>

#include "core/geometry/contact/parting.h"
#include "core/geometry/contact/pose.h"
#include "core/geometry/contact/posed_piece.h"
#include "core/geometry/convex_hull.h"
#include "core/geometry/convex_parts.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

constexpr double kNear = 1e-6;
constexpr int kDirections = 48;

using Pieces = std::vector<ConvexPiece>;

// On a lattice of quarters many are in line, and many touch.
double someNumber(int most) {
  return *rc::gen::inRange(-4 * most, 4 * most + 1) / 4.0;
}

ConvexPiece somePiece() {
  const int kind = *rc::gen::inRange(0, 4);
  if (kind == 0) return {{{someNumber(6), someNumber(6)}}, *rc::gen::inRange(1, 20) / 4.0};
  std::vector<Vertex> points;
  for (int i = kind == 1 ? 2 : *rc::gen::inRange(3, 9); i > 0; --i) {
    points.push_back({someNumber(6), someNumber(6)});
  }
  points = convexHull(points);
  if (points.size() < 3) return {points, 0.75};
  return {points, 0};
}

Shape someShape() {
  switch (*rc::gen::inRange(0, 4)) {
    case 0:
      return Box{someNumber(6), someNumber(6), *rc::gen::inRange(2, 30) / 4.0,
                 *rc::gen::inRange(2, 30) / 4.0};
    case 1:
      return Circle{someNumber(6), someNumber(6), *rc::gen::inRange(1, 20) / 4.0};
    case 2:
      return Capsule{someNumber(6), someNumber(6), someNumber(6), someNumber(6),
                     *rc::gen::inRange(1, 12) / 4.0};
    default:
      break;
  }
  // An L, with an inward corner.
  const double w = *rc::gen::inRange(4, 30) / 4.0;
  const double h = *rc::gen::inRange(4, 30) / 4.0;
  const double in = w * *rc::gen::inRange(1, 4) / 4.0;
  const double down = h * *rc::gen::inRange(1, 4) / 4.0;
  const double x = someNumber(4);
  const double y = someNumber(4);
  return Polygon{
      {{x, y}, {x + in, y}, {x + in, y + down}, {x + w, y + down}, {x + w, y + h}, {x, y + h}}};
}

Pieces movedBy(const Pieces& pieces, double length, double angle) {
  return moved(pieces, length * std::cos(angle), length * std::sin(angle));
}

// Laws 1 and 4, and the gap, of any two shapes, tried in many directions.
void checkParting(const Pieces& a, const Pieces& b) {
  const Contact contact = partingOf(a, b);
  RC_ASSERT(contact.meet() == anyMeet(a, b));
  if (contact.meet()) {
    RC_ASSERT(std::abs(std::hypot(contact.normal.x, contact.normal.y) - 1) < kNear);
    // Farther on they may meet again, where an inward corner is all but reached.
    const Pieces parted =
        moved(b, contact.normal.x * contact.depth, contact.normal.y * contact.depth);
    RC_ASSERT(deepestOf(a, parted).depth < kNear);
  }
  const double less = (contact.meet() ? contact.depth : contact.gap) * 0.999 - kNear;
  for (int i = 0; less > 0 && i < kDirections; ++i) {
    const double angle = 2 * std::numbers::pi * i / kDirections;
    RC_ASSERT(anyMeet(a, movedBy(b, less, angle)) == contact.meet());
  }
}

}  // namespace

class ContactTest : public QObject {
  Q_OBJECT

 private slots:
  void whatOnlyTouchesDoesNotMeet_data() {
    QTest::addColumn<double>("x");
    QTest::addColumn<double>("depth");
    QTest::addColumn<double>("gap");
    QTest::newRow("apart") << 13.0 << 0.0 << 3.0;
    QTest::newRow("touching") << 10.0 << 0.0 << 0.0;
    QTest::newRow("a little in") << 9.75 << 0.25 << 0.0;
    QTest::newRow("half in") << 6.0 << 4.0 << 0.0;
  }
  void whatOnlyTouchesDoesNotMeet() {
    QFETCH(double, x);
    QFETCH(double, depth);
    QFETCH(double, gap);
    const Pieces a = piecesOf(Box{0, 0, 10, 10}, {});
    for (const Shape& shape : {Shape(Box{0, 2, 8, 6}), Shape(Capsule{1, 5, 6, 5, 1}),
                               Shape(Polygon{{{0, 4}, {8, 4}, {8, 6}, {0, 6}}})}) {
      const Contact contact = partingOf(a, piecesOf(shape, {{x, 0}}));
      QCOMPARE(contact.depth, depth);
      QCOMPARE(contact.gap, gap);
      QCOMPARE(contact.meet(), depth > 0);
      if (depth > 0) QCOMPARE(contact.normal, (Vertex{1, 0}));
    }
  }

  void roundShapesPartAlongTheirMiddles() {
    const Contact contact = contactOf(ConvexPiece{{{0, 0}}, 5}, ConvexPiece{{{3, 4}}, 2});
    QCOMPARE(contact.depth, 2.0);
    QVERIFY(std::abs(contact.normal.x - 0.6) < kNear && std::abs(contact.normal.y - 0.8) < kNear);
    // From 3 to 5 px on the line between both.
    QVERIFY(std::hypot(contact.point.x - 2.4, contact.point.y - 3.2) < kNear);
    // One in the other, middle upon middle: any way is as short.
    QCOMPARE(contactOf(ConvexPiece{{{1, 1}}, 5}, ConvexPiece{{{1, 1}}, 2}).depth, 7.0);
  }

  void anInwardCornerIsParted() {
    // A box in the corner of an L: out of both arms at once, not of one into the other.
    const Shape corner = Polygon{{{0, 0}, {2, 0}, {2, 8}, {10, 8}, {10, 10}, {0, 10}}};
    const Contact contact = partingOf(piecesOf(corner, {}), piecesOf(Box{1, 6, 3, 3}, {}));
    QVERIFY(std::abs(contact.depth - std::sqrt(2.0)) < kNear);
    QVERIFY(contact.normal.x > 0 && contact.normal.y < 0);
    // In the open of the L nothing meets.
    QVERIFY(!partingOf(piecesOf(corner, {}), piecesOf(Box{3, 1, 4, 4}, {})).meet());
  }

  // Of many pieces the way out need not be the shortest, but it is found at once, and is one.
  void shapesOfManyPiecesArePartedAllTheSame() {
    Polygon star;
    for (int i = 0; i < 256; ++i) {
      const double angle = 2 * std::numbers::pi * i / 256;
      const double r = i % 2 == 0 ? 40 : 60;
      star.points.push_back({r * std::cos(angle), r * std::sin(angle)});
    }
    const Pieces a = piecesOf(star, {});
    const Pieces b = piecesOf(star, {{31, 7}});
    QVERIFY(a.size() * b.size() > kMostDifferences);
    const Contact contact = partingOf(a, b);
    QVERIFY(contact.depth > 50 && contact.depth < 120);
    const Pieces parted =
        moved(b, contact.normal.x * contact.depth, contact.normal.y * contact.depth);
    QVERIFY(!anyMeet(a, parted));
  }

  void piecesKeepTheLaws() {
    AMBER_PROPERTY("laws 1 to 4", [] {
      const ConvexPiece a = somePiece();
      const ConvexPiece b = somePiece();
      checkParting({a}, {b});
      const Contact contact = contactOf(a, b);
      const Contact other = contactOf(b, a);
      RC_ASSERT(std::abs(contact.depth - other.depth) < kNear);
      RC_ASSERT(std::abs(contact.gap - other.gap) < kNear);
      const Contact away = contactOf(moved({a}, 8, -16).front(), moved({b}, 8, -16).front());
      RC_ASSERT(std::abs(contact.depth - away.depth) < kNear);
      RC_ASSERT(std::abs(contact.gap - away.gap) < kNear);
      if (!contact.meet()) return;
      for (const ConvexPiece& piece : {a, b}) {
        RC_ASSERT(depthAt(piece, contact.point) >= -contact.depth - kNear);
      }
    });
  }

  // Out of a heap of boxes, which may leave holes, the twin goes by small steps in every direction.
  void aRoundShapeLeavesAHeapByTheNearestWay() {
    AMBER_PROPERTY("round in a heap", [] {
      Pieces heap{{{{-1, -1}, {1, -1}, {1, 1}, {-1, 1}}, 0}};
      for (int i = *rc::gen::inRange(2, 5); i > 0; --i) {
        const double x = *rc::gen::inRange(-800, 200) / 97.0;
        const double y = *rc::gen::inRange(-800, 200) / 97.0;
        const double right = x + *rc::gen::inRange(100, 1000) / 97.0;
        const double low = y + *rc::gen::inRange(100, 1000) / 97.0;
        heap.push_back({{{x, y}, {right, y}, {right, low}, {x, low}}, 0});
      }
      Pieces round{{{{0, 0}}, *rc::gen::inRange(50, 300) / 97.0}};
      if (*rc::gen::arbitrary<bool>()) round[0].points.push_back({1.5, 0.75});
      const Contact contact = partingOf(heap, round);
      RC_ASSERT(contact.meet());
      double least = 1e9;
      constexpr double kStep = 0.05;
      constexpr int kWays = 240;
      for (int i = 0; i < kWays; ++i) {
        const double angle = 2 * std::numbers::pi * i / kWays;
        double far = kStep;
        while (far < least && anyMeet(heap, movedBy(round, far, angle))) far += kStep;
        least = std::min(least, far);
      }
      RC_ASSERT(contact.depth <= least + kNear);
      RC_ASSERT(contact.depth >= least - kStep - 2 * least * std::numbers::pi / kWays);
    });
  }

  void whereTheyStandTheyMeetAsMovedOnesDo() {
    AMBER_PROPERTY("placements", [] {
      const ConvexPiece a = somePiece();
      const ConvexPiece b = somePiece();
      RC_ASSERT(meet(a, b) == contactOf(a, b).meet());
      const auto some = [] {
        const double angle = *rc::gen::inRange(0, 628) / 100.0;
        return PiecePlace{someNumber(6), someNumber(6), std::cos(angle), std::sin(angle)};
      };
      const auto stood = [](ConvexPiece piece, const PiecePlace& at) {
        for (Vertex& p : piece.points) p = at.of(p);
        return piece;
      };
      PosedPiece first(a);
      for (int times = 0; times < 20; ++times) {
        const PiecePlace placeA = some();
        const PiecePlace placeB = some();
        const Contact contact = contactOf(stood(a, placeA), stood(b, placeB));
        // Where they all but touch, turning there and back decides.
        if (contact.depth > 0 && contact.depth < kNear) continue;
        if (!contact.meet() && contact.gap < kNear) continue;
        first.moveTo(placeA);
        const PosedPiece second(b, placeB);
        RC_ASSERT(first.meets(second) == contact.meet());
        RC_ASSERT(second.meets(first) == contact.meet());
      }
    });
  }

  void posedShapesKeepTheLaws() {
    AMBER_PROPERTY("posed, with inward corners", [] {
      const Pose poseA{{someNumber(3), someNumber(3)},
                       *rc::gen::element(0.5, 1.0, 2.0),
                       *rc::gen::element(0.0, 0.0, 0.7, 2.5),
                       *rc::gen::arbitrary<bool>()};
      const Pose poseB{{someNumber(8), someNumber(8)}, 1, 0, *rc::gen::arbitrary<bool>()};
      checkParting(piecesOf(someShape(), poseA), piecesOf(someShape(), poseB));
    });
  }

  void aMirrorMirrorsEverything() {
    AMBER_PROPERTY("a mirror", [] {
      const Shape a = someShape();
      const Shape b = someShape();
      const double x = someNumber(8);
      const double y = someNumber(8);
      const Contact plain = partingOf(piecesOf(a, {}), piecesOf(b, {{x, y}}));
      const Contact mirror =
          partingOf(piecesOf(a, {{}, 1, 0, true}), piecesOf(b, {{-x, y}, 1, 0, true}));
      RC_ASSERT(std::abs(plain.depth - mirror.depth) < kNear);
      RC_ASSERT(std::abs(plain.gap - mirror.gap) < kNear);
    });
  }

  void posesMoveMirrorScaleAndTurn() {
    const GamePoint at = posed({3, 1}, {{10, 20}, 2, 0, true});
    QCOMPARE(at, (GamePoint{4, 22}));
    const GamePoint turned = posed({3, 0}, {{0, 0}, 1, std::numbers::pi / 2, false});
    QVERIFY(std::abs(turned.x) < kNear && std::abs(turned.y - 3) < kNear);
    // A mask is its runs, a polygon that crosses itself nothing.
    QCOMPARE(piecesOf(MaskShape{0, 0, 3, 2, {{0, 0, 3}, {1, 1, 2}}}, {}).size(), std::size_t{2});
    QVERIFY(piecesOf(Polygon{{{0, 0}, {4, 4}, {4, 0}, {0, 4}}}, {}).empty());
  }
};
AMBER_TEST(ContactTest);

#include "contact_tests.moc"
