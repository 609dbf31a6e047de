#include <QTest>
#include <cmath>

#include "desktop/stage/shape_tool.h"
#include "support/registry.h"

using namespace amber;

namespace {

constexpr double kReach = 1;
const ShapeSnap kWhole{1, {}, 0, {}};

Shape dragged(const Shape& shape, FramePoint from, FramePoint to, const ShapeSnap& snap = kWhole) {
  ShapeTool tool;
  if (!tool.press(shape, from, kReach)) return shape;
  return tool.release(to, snap).value_or(shape);
}

}  // namespace

class ShapeToolTest : public QObject {
  Q_OBJECT
 private slots:
  void everyKindIsMovedByItsInside() {
    QVERIFY(dragged(Box{0, 0, 10, 10}, {5, 4}, {8, 4}) == Shape(Box{3, 0, 10, 10}));
    QVERIFY(dragged(Circle{5, 5, 4}, {6, 4}, {7, 6}) == Shape(Circle{6, 7, 4}));
    QVERIFY(dragged(Capsule{5, 2, 5, 9, 2}, {6, 5.2}, {9, 5.2}) == Shape(Capsule{8, 2, 8, 9, 2}));
    const Polygon square{{{0, 0}, {10, 0}, {10, 10}, {0, 10}}};
    QVERIFY(dragged(square, {5, 5}, {6, 6}) ==
            Shape(Polygon{{{1, 1}, {11, 1}, {11, 11}, {1, 11}}}));
    // A mask keeps to whole pixels, whatever is snapped to.
    const MaskShape mask{2, 2, 4, 1, {{0, 0, 4}}};
    QVERIFY(dragged(mask, {3, 2.5}, {4.4, 2.5}, {0, {}, 0, {}}) ==
            Shape(MaskShape{3, 2, 4, 1, {{0, 0, 4}}}));
    ShapeTool tool;
    QVERIFY(!tool.press(Circle{5, 5, 4}, {20, 20}, kReach));
  }

  void handlesResizeAndTurn() {
    QVERIFY(dragged(Circle{5, 5, 4}, {9, 5}, {11, 5}) == Shape(Circle{5, 5, 6}));
    QVERIFY(dragged(Circle{5, 5, 4}, {9, 5}, {5, 5}) == Shape(Circle{5, 5, 0.25}));
    QVERIFY(dragged(Capsule{5, 2, 5, 9, 2}, {5, 9}, {9, 9}) == Shape(Capsule{5, 2, 9, 9, 2}));
    QVERIFY(dragged(Capsule{5, 2, 5, 9, 2}, {7, 5.5}, {8, 5.5}) == Shape(Capsule{5, 2, 5, 9, 3}));
    QVERIFY(dragged(Box{0, 0, 10, 10}, {10, 5}, {12, 5}) == Shape(Box{0, 0, 12, 10}));
  }

  void cornersAreMovedPutAndTakenOut() {
    const Polygon square{{{0, 0}, {10, 0}, {10, 10}, {0, 10}}};
    QVERIFY(dragged(square, {10, 0}, {13.2, 1.4}) ==
            Shape(Polygon{{{0, 0}, {13, 1}, {10, 10}, {0, 10}}}));
    QVERIFY(dragged(square, {5, 0}, {5, -3}) ==
            Shape(Polygon{{{0, 0}, {5, -3}, {10, 0}, {10, 10}, {0, 10}}}));
    QVERIFY(*withoutCorner(square, 1) == (Polygon{{{0, 0}, {10, 10}, {0, 10}}}));
    QVERIFY(!withoutCorner({{{0, 0}, {10, 10}, {0, 10}}}, 1));
    QVERIFY(!withoutCorner(square, 9));
    // A corner carried past the others turns the ring round: it is listed clockwise again.
    const auto turned =
        std::get<Polygon>(dragged(Polygon{{{0, 0}, {10, 0}, {5, 9}}}, {5, 9}, {5, -9}));
    QVERIFY(twiceArea(turned.points) > 0);
  }

  void cornersAreDrawnToTheOutlineHalvesOrNothing() {
    const Polygon square{{{0, 0}, {10, 0}, {10, 10}, {0, 10}}};
    const auto corner = [&](const ShapeSnap& snap) {
      return std::get<Polygon>(dragged(square, {10, 0}, {13.3, 1.4}, snap)).points[1];
    };
    QVERIFY((corner({0.5, {}, 0, {}}) == Vertex{13.5, 1.5}));
    QVERIFY((corner({0, {}, 0, {}}) == Vertex{13.3, 1.4}));
    QVERIFY((corner({1, {{14, 2}, {13, 3}}, 2, {}}) == Vertex{14, 2}));
    QVERIFY((corner({1, {{17, 2}}, 2, {}}) == Vertex{13, 1}));
  }

  void bothSidesOfALineAreKeptAlike() {
    const ShapeSnap mirror{1, {}, 0, 5.0};
    QVERIFY(dragged(Box{1, 0, 8, 10}, {9, 5}, {12, 5}, mirror) == Shape(Box{-2, 0, 14, 10}));
    const Polygon square{{{0, 0}, {10, 0}, {10, 10}, {0, 10}}};
    QVERIFY(dragged(square, {10, 0}, {12, 1}, mirror) ==
            Shape(Polygon{{{-2, 1}, {12, 1}, {10, 10}, {0, 10}}}));
    // A corner on the line stays there.
    const Polygon kite{{{5, 0}, {10, 5}, {5, 10}, {0, 5}}};
    QVERIFY(dragged(kite, {5, 0}, {7, -3}, mirror) ==
            Shape(Polygon{{{5, -3}, {10, 5}, {5, 10}, {0, 5}}}));
    QVERIFY(dragged(Capsule{5, 2, 5, 9, 2}, {5, 9}, {9, 12}, mirror) ==
            Shape(Capsule{5, 2, 5, 12, 2}));
    QVERIFY(dragged(Capsule{2, 5, 8, 5, 2}, {8, 5}, {9, 6}, mirror) ==
            Shape(Capsule{1, 6, 9, 6, 2}));
    QVERIFY(dragged(Circle{5, 5, 4}, {5, 6}, {8, 8}, mirror) == Shape(Circle{5, 7, 4}));
  }
};
AMBER_TEST(ShapeToolTest);

#include "shape_tool_tests.moc"
