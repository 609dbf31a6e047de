#include <QTest>

#include "core/image/mask_paint.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

class MaskPaintTest : public QObject {
  Q_OBJECT
 private slots:
  void aStrokeSetsWhatItPasses() {
    const MaskShape dot{1, 1, 1, 1, {{0, 0, 1}}};
    const PixelRect room{0, 0, 8, 4};
    const auto line = painted(dot, {1, 1, 5, 1, 1, Paint::Set}, room);
    QVERIFY(*line == (MaskShape{1, 1, 5, 1, {{0, 0, 5}}}));
    const auto slanted = painted(dot, {1, 1, 3, 3, 1, Paint::Set}, room);
    QVERIFY(*slanted == (MaskShape{1, 1, 3, 3, {{0, 0, 1}, {1, 1, 2}, {2, 2, 3}}}));
    QCOMPARE(pixelCount(Shape(*painted(dot, {4, 2, 4, 2, 2, Paint::Set}, room))), 5LL);
    // Nothing is set outside the room, and nothing is left of what is erased.
    QVERIFY(*painted(dot, {1, -3, 1, -3, 3, Paint::Set}, room) == dot);
    QVERIFY(!painted(dot, {1, 1, 1, 1, 3, Paint::Erase}, room));
  }

  void anAreaIsFilledToItsBorder() {
    const MaskShape ring{1, 1, 3, 3, {{0, 0, 3}, {1, 0, 1}, {1, 2, 3}, {2, 0, 3}}};
    const PixelRect room{0, 0, 6, 6};
    QCOMPARE(pixelCount(Shape(*filled(ring, 2, 2, Paint::Set, room))), 9LL);
    QCOMPARE(pixelCount(Shape(*filled(ring, 0, 0, Paint::Set, room))), 35LL);
    QVERIFY(!filled(ring, 1, 1, Paint::Erase, room));
    QVERIFY(*filled(ring, 2, 2, Paint::Erase, room) == ring);
    QVERIFY(*filled(ring, 9, 9, Paint::Set, room) == ring);
  }
};
AMBER_TEST(MaskPaintTest);

#include "mask_paint_tests.moc"
