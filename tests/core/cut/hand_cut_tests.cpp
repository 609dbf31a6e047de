#include <QTest>

#include "core/cut/hand_cut.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

class HandCutTest : public QObject {
  Q_OBJECT

 private slots:
  void aFrameIsSplitAndMergedAgain() {
    const std::vector<PixelRect> rects{{0, 0, 10, 6}, {20, 0, 4, 4}};
    const auto halves = splitRect(rects, 0, GridLine::Across::Columns, 4);
    QCOMPARE(*halves, (std::vector<PixelRect>{{0, 0, 4, 6}, {4, 0, 6, 6}, {20, 0, 4, 4}}));
    QCOMPARE(*mergedRects(*halves, {1, 0}), rects);
    const auto stacked = splitRect(rects, 1, GridLine::Across::Rows, 1);
    QCOMPARE(stacked->back(), (PixelRect{20, 1, 4, 3}));
    QVERIFY(!splitRect(rects, 0, GridLine::Across::Columns, 10));
    QVERIFY(!splitRect(rects, 0, GridLine::Across::Rows, 0));
    QVERIFY(!mergedRects(rects, {1}));
    QVERIFY(!mergedRects(rects, {1, 1}));
  }

  void chosenFramesAreTakenOut() {
    QCOMPARE(withoutRects({{0, 0, 1, 1}, {1, 0, 1, 1}, {2, 0, 1, 1}}, {2, 0, 2}),
             (std::vector<PixelRect>{{1, 0, 1, 1}}));
  }

  void aFrameSnapsToItsInk() {
    const PixelMask ink = maskOf({"......", "..##..", "..#...", "......"});
    QCOMPARE(snappedToInk({0, 0, 6, 4}, ink), (PixelRect{2, 1, 2, 2}));
    QCOMPARE(snappedToInk({3, 0, 3, 4}, ink), (PixelRect{3, 1, 1, 1}));
    QCOMPARE(snappedToInk({0, 3, 6, 1}, ink), (PixelRect{0, 3, 6, 1}));
  }

  void aDragDrawsWholePixelsOnTheSheet() {
    QCOMPARE(rectBetween(6.2, 4.9, 2.4, 1.5, {20, 20}), (PixelRect{2, 1, 5, 4}));
    QCOMPARE(rectBetween(-5, -5, 50, 50, {20, 10}), (PixelRect{0, 0, 20, 10}));
    QCOMPARE(rectBetween(20, 10, 30, 30, {20, 10}), (PixelRect{19, 9, 1, 1}));
  }

  void splittingLosesNoPixel() {
    AMBER_PROPERTY("halves make the whole", [] {
      const PixelRect rect{*rc::gen::inRange(0, 50), *rc::gen::inRange(0, 50),
                           *rc::gen::inRange(2, 60), *rc::gen::inRange(2, 60)};
      const bool columns = *rc::gen::arbitrary<bool>();
      const int at =
          columns ? rect.x + *rc::gen::inRange(1, rect.w) : rect.y + *rc::gen::inRange(1, rect.h);
      const auto halves =
          splitRect({rect}, 0, columns ? GridLine::Across::Columns : GridLine::Across::Rows, at);
      RC_ASSERT(halves.has_value());
      RC_ASSERT(intersection((*halves)[0], (*halves)[1]).empty());
      RC_ASSERT(*mergedRects(*halves, {0, 1}) == std::vector<PixelRect>{rect});
    });
  }
};
AMBER_TEST(HandCutTest);

#include "hand_cut_tests.moc"
