#include <QTest>
#include <cmath>

#include "desktop/stage/box_tool.h"
#include "desktop/stage/line_tool.h"
#include "desktop/stage/point_tool.h"
#include "desktop/stage/view_transform.h"
#include "support/registry.h"

using namespace amber;

class BoxToolTest : public QObject {
  Q_OBJECT
 private slots:
  void eachHandleMovesItsEdges_data() {
    QTest::addColumn<double>("fromX");
    QTest::addColumn<double>("fromY");
    QTest::addColumn<QRectF>("wanted");
    QTest::newRow("inside") << 6.0 << 6.0 << QRectF(5, 6, 8, 8);
    QTest::newRow("left") << 2.0 << 6.0 << QRectF(5, 2, 5, 8);
    QTest::newRow("right") << 10.0 << 6.0 << QRectF(2, 2, 11, 8);
    QTest::newRow("top") << 6.0 << 2.0 << QRectF(2, 6, 8, 4);
    QTest::newRow("bottom right") << 10.0 << 10.0 << QRectF(2, 2, 11, 12);
  }
  void eachHandleMovesItsEdges() {
    QFETCH(double, fromX);
    QFETCH(double, fromY);
    QFETCH(QRectF, wanted);
    BoxTool tool;
    QVERIFY(tool.press({2, 2, 8, 8}, {fromX, fromY}, 1));
    const auto box = tool.release({fromX + 3.2, fromY + 3.8}, 1);
    QCOMPARE(QRectF(box->x, box->y, box->w, box->h), wanted);
  }

  void aBoxIsNeverInverted() {
    BoxTool tool;
    QVERIFY(tool.press({2, 2, 8, 8}, {2, 6}, 1));
    const auto box = tool.release({90, 6}, 1);
    QCOMPARE(box->w, 1.0);
    QCOMPARE(box->x, 9.0);
  }

  void aPressElsewhereTakesHoldOfNothing() {
    BoxTool tool;
    QVERIFY(!tool.press({2, 2, 8, 8}, {20, 6}, 1));
    QVERIFY(!tool.dragging());
    QVERIFY(!tool.release({1, 1}, 1));
  }

  void aClickWithoutMovingChangesNothing() {
    BoxTool tool;
    QVERIFY(tool.press({2, 2, 8, 8}, {6, 6}, 1));
    QVERIFY(!tool.release({6.3, 6.2}, 1));
  }

  void cancelEndsTheDrag() {
    BoxTool tool;
    QVERIFY(tool.press({2, 2, 8, 8}, {6, 6}, 1));
    tool.cancel();
    QVERIFY(!tool.release({9, 9}, 1));
  }
};
AMBER_TEST(BoxToolTest);

class LineToolTest : public QObject {
  Q_OBJECT
 private slots:
  void theNearestLineIsTaken() {
    const Grid grid = *gridByCell({96, 32}, {32, 32}, {}, {});
    const auto line = LineTool::lineAt(grid, {62.5, 15}, 3);
    QCOMPARE(line->position, 64);
    QVERIFY(!LineTool::lineAt(grid, {48, 15}, 3));
  }

  void draggingGivesAGridAndAnImpossiblePlaceTheOldOne() {
    const Grid grid = *gridByCell({96, 32}, {32, 32}, {}, {});
    LineTool tool;
    QVERIFY(tool.press(grid, {32, 15}, 3));
    QCOMPARE(tool.move({24.2, 15}, {96, 32}).cell.w, 24);
    QCOMPARE(tool.move({500, 15}, {96, 32}), grid);
    QVERIFY(!tool.release({32, 15}, {96, 32}));
  }
};
AMBER_TEST(LineToolTest);

class PointToolTest : public QObject {
  Q_OBJECT
 private slots:
  void pointsSnap() {
    QCOMPARE(snapped({3.6, 2.2}, PointSnap::PixelCorner), (FramePoint{4, 2}));
    QCOMPARE(snapped({3.6, -2.2}, PointSnap::PixelCentre), (FramePoint{3.5, -2.5}));
    QCOMPARE(readable(snapped({3.617, 2.2}, PointSnap::Free)), (FramePoint{3.62, 2.2}));
  }

  void aDragAnswersOnceWithTheEnd() {
    PointTool tool;
    tool.press({1, 1});
    QVERIFY(tool.dragging());
    QCOMPARE(tool.release({4.2, 5}, PointSnap::PixelCorner), (std::optional<FramePoint>({4, 5})));
    QVERIFY(!tool.release({4, 5}, PointSnap::PixelCorner));
  }
};
AMBER_TEST(PointToolTest);

class ViewTransformTest : public QObject {
  Q_OBJECT
 private slots:
  void artIsShownInWholeMultiples() {
    const ViewTransform view = fitted(QRectF(0, 0, 48, 48), QSizeF(500, 400));
    QCOMPARE(view.scale, 8.0);
    QCOMPARE(view.toStage(QPointF(24, 24)), QPointF(250, 200));
  }

  void zoomingKeepsWhatIsUnderThePointer() {
    ViewTransform view = fitted(QRectF(0, 0, 48, 48), QSizeF(500, 400));
    const QPointF pointer(120, 90);
    const QPointF before = view.toArt(pointer);
    for (const bool larger : {true, true, false, false, false, true}) {
      view = zoomed(view, larger, pointer);
      QVERIFY(std::abs(view.toArt(pointer).x() - before.x()) < 1e-9);
    }
  }

  void zoomGoesBothWaysWithoutEndingUpStuck() {
    ViewTransform view;
    view.scale = 1;
    for (int i = 0; i < 30; ++i) view = zoomed(view, true, {});
    QCOMPARE(view.scale, 64.0);
    for (int i = 0; i < 60; ++i) view = zoomed(view, false, {});
    QCOMPARE(view.scale, 1.0 / 32);
    view = zoomed(view, true, {});
    QVERIFY(view.scale > 1.0 / 32);
  }
};
AMBER_TEST(ViewTransformTest);

#include "tools_tests.moc"
