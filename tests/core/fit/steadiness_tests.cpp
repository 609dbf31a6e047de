#include <rapidcheck.h>

#include <QTest>

#include "core/fit/keys/fit_edits.h"
#include "core/fit/keys/steadiness.h"
#include "core/fit/styles/inset_text.h"
#include "support/four_frames.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

std::optional<double> at(const Asset& asset, std::size_t step) {
  return steadinessAt(asset, asset.animations[0], HeldShapes(asset), "body", step);
}

Asset repeating() {
  Asset asset = fourFrames();
  asset.animations[0].loop = LoopMode::Repeat;
  return asset;
}

Shape anyShape() {
  const double x = *rc::gen::inRange(-8, 9) / 2.0;
  const double y = *rc::gen::inRange(-8, 9) / 2.0;
  const double size = *rc::gen::inRange(1, 13) / 2.0;
  switch (*rc::gen::inRange(0, 3)) {
    case 0:
      return Box{x, y, size, size + 1};
    case 1:
      return Circle{x, y, size};
    default:
      return Capsule{x, y, x + 2, y + 3, size};
  }
}

}  // namespace

class SteadinessTest : public QObject {
  Q_OBJECT
 private slots:
  void whatIsHeldIsSteady() {
    Asset asset = repeating();
    asset.frames[0].shapes = {{"body", Circle{2, 1.5, 1.5}}};
    asset.frames[1].origin = {1.25, 2.5};
    for (std::size_t step = 0; step < 3; ++step) QCOMPARE(*at(asset, step), 1.0);
  }

  void whatMovesFromTheOriginIsNot() {
    Asset asset = repeating();
    asset.frames[0].shapes = {{"body", Box{0, 0, 4, 3}}};
    asset.frames[1].shapes = {{"body", Box{1, 0, 4, 3}}};
    // 9 of 15 pixels are in both; then it is held, and from the last to the first it jumps back.
    QCOMPARE(*at(asset, 1), 0.6);
    QCOMPARE(*at(asset, 2), 1.0);
    QCOMPARE(*at(asset, 0), 0.6);
    // Where the origin goes along, nothing has moved.
    asset.frames[1].origin.x += 1;
    QCOMPARE(*at(asset, 1), 1.0);
  }

  void theFirstStepHasOneBeforeItUnlessTheAnimationEnds() {
    Asset asset = repeating();
    asset.frames[0].shapes = {{"body", Box{0, 0, 4, 3}}};
    asset.frames[1].shapes = {{"body", Box{0, 0, 2, 3}}};
    asset.animations[0].loop = LoopMode::Once;
    QVERIFY(!at(asset, 0));
    QVERIFY(at(asset, 1));
    // Back from the second step.
    asset.animations[0].loop = LoopMode::BackAndForth;
    QCOMPARE(*at(asset, 0), *at(asset, 1));
    QVERIFY(*at(asset, 0) < 1);
    // A single frame follows nothing.
    QVERIFY(!steadinessAt(asset, asset.animations[1], HeldShapes(asset), "body", 0));
  }

  void withoutAShapeNothingIsSaid() {
    Asset asset = repeating();
    asset.frames[1].shapes = {{"body", Box{0, 0, 4, 3}}};
    QVERIFY(!at(asset, 0));
    QVERIFY(!at(asset, 1));
    QVERIFY(at(asset, 2));
    QVERIFY(!steadinessAt(asset, asset.animations[0], HeldShapes(asset), "reach", 2));
  }

  void likenessCountsPixelsOneByOne() {
    rc::check([] {
      const Shape a = anyShape();
      const Shape b = anyShape();
      const FramePoint origin{*rc::gen::inRange(-4, 5) / 2.0, *rc::gen::inRange(-4, 5) / 2.0};
      const FramePoint other{*rc::gen::inRange(-4, 5) / 2.0, *rc::gen::inRange(-4, 5) / 2.0};
      const Shape laid = moved(b, origin.x - other.x, origin.y - other.y);
      int both = 0;
      int either = 0;
      for (int y = -20; y < 24; ++y) {
        for (int x = -20; x < 24; ++x) {
          const bool inA = holdsPixel(a, x, y);
          const bool inB = holdsPixel(laid, x, y);
          both += inA && inB ? 1 : 0;
          either += inA || inB ? 1 : 0;
        }
      }
      RC_ASSERT(likeness(a, origin, b, other) == (either == 0 ? 1.0 : 1.0 * both / either));
    });
  }
};
AMBER_TEST(SteadinessTest);

class InsetTextTest : public QObject {
  Q_OBJECT
 private slots:
  void oneNumberIsForAllSides() {
    QVERIFY((insetFrom("2.5") == Inset{2.5, 2.5, 2.5, 2.5, false}));
    QVERIFY((insetFrom(" -3 % ") == Inset{-3, -3, -3, -3, true}));
    QVERIFY((insetFrom("1, 2,0,-4") == Inset{1, 2, 0, -4, false}));
    QVERIFY((insetFrom("1,2,0,4%") == Inset{1, 2, 0, 4, true}));
  }

  void otherTextIsNone() {
    for (const char* text : {"", "two", "1,2", "1,2,3", "1,2,3,4,5", "1px", "2%%", "1,,2,3", "nan",
                             "1e999", "1025", "-1024.5%"}) {
      QVERIFY2(!insetFrom(text), text);
    }
  }

  void whatIsWrittenReadsTheSame() {
    rc::check([] {
      const auto side = [] { return *rc::gen::inRange(-2000, 2001) / 4.0; };
      Inset inset{side(), side(), side(), side(), *rc::gen::arbitrary<bool>()};
      if (*rc::gen::arbitrary<bool>()) inset.top = inset.right = inset.bottom = inset.left;
      RC_ASSERT(insetFrom(textOf(inset)) == inset);
    });
    QCOMPARE(textOf(Inset{2, 2, 2, 2, true}), std::string("2%"));
    QCOMPARE(textOf(Inset{1, 0, 2, 0.5, false}), std::string("1,0,2,0.5"));
  }
};
AMBER_TEST(InsetTextTest);

#include "steadiness_tests.moc"
