#include <QTest>
#include <cmath>
#include <numbers>

#include "core/fit/measures/measures.h"
#include "core/fit/search/coarse_ink.h"
#include "core/fit/search/region.h"
#include "core/fit/search/tally.h"
#include "core/fit/styles/box_fit.h"
#include "core/fit/styles/capsule_fit.h"
#include "core/fit/styles/circle_fit.h"
#include "core/fit/styles/mask_fit.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/geometry/tolerances.h"
#include "core/image/shape_pixels.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

namespace {

// Any mask of up to 9 px a side with some ink.
PixelMask someInk(int most) {
  PixelMask mask = randomMask(most);
  if (countOf(mask) == 0) mask.set(mask.width() / 2, mask.height() / 2);
  return mask;
}

// Something like a figure: a few discs and boxes.
PixelMask someFigure(int side) {
  PixelMask mask(side, side);
  const int parts = *rc::gen::inRange(1, 5);
  for (int i = 0; i < parts; ++i) {
    const int cx = *rc::gen::inRange(2, side - 2);
    const int cy = *rc::gen::inRange(2, side - 2);
    const int rx = *rc::gen::inRange(1, side / 3);
    const int ry = *rc::gen::inRange(1, side / 3);
    const bool round = *rc::gen::arbitrary<bool>();
    for (int y = 0; y < side; ++y) {
      for (int x = 0; x < side; ++x) {
        const double dx = std::abs(x - cx) / static_cast<double>(rx);
        const double dy = std::abs(y - cy) / static_cast<double>(ry);
        if (round ? dx * dx + dy * dy <= 1 : dx <= 1 && dy <= 1) mask.set(x, y);
      }
    }
  }
  return mask;
}

struct BoxTruth {
  double leastTrimmed = 1e9;
  double mostAgreement = 0;
  long long mostInner = 0;
};

BoxTruth everyBox(const PixelMask& ink, double loss) {
  BoxTruth truth;
  const auto all = static_cast<double>(countOf(ink));
  for (int y0 = 0; y0 < ink.height(); ++y0) {
    for (int x0 = 0; x0 < ink.width(); ++x0) {
      for (int y1 = y0 + 1; y1 <= ink.height(); ++y1) {
        for (int x1 = x0 + 1; x1 <= ink.width(); ++x1) {
          const long long area = static_cast<long long>(x1 - x0) * (y1 - y0);
          const long long held = countWithin(ink, {x0, y0, x1 - x0, y1 - y0});
          const auto kept = static_cast<double>(held);
          if ((all - kept) / all <= loss) {
            truth.leastTrimmed = std::min(truth.leastTrimmed, static_cast<double>(area));
          }
          truth.mostAgreement =
              std::max(truth.mostAgreement, kept / (static_cast<double>(area) + all - kept));
          if (held == area) truth.mostInner = std::max(truth.mostInner, area);
        }
      }
    }
  }
  return truth;
}

// Whether all four corners of every ink pixel axis within `r` of what `distance` measures from.
template <class Distance>
bool coversAllSquares(const PixelMask& ink, double r, const Distance& distance) {
  for (int y = 0; y < ink.height(); ++y) {
    for (int x = 0; x < ink.width(); ++x) {
      if (!ink.test(x, y)) continue;
      for (const int dy : {0, 1}) {
        for (const int dx : {0, 1}) {
          if (distance(x + dx, y + dy) > r * (1 + 1e-9) + 1e-9) return false;
        }
      }
    }
  }
  return true;
}

double toSegment(const Capsule& c, double x, double y) {
  const double dx = c.bx - c.ax;
  const double dy = c.by - c.ay;
  const double length = dx * dx + dy * dy;
  const double t =
      length == 0 ? 0 : std::clamp(((x - c.ax) * dx + (y - c.ay) * dy) / length, 0.0, 1.0);
  return std::hypot(x - c.ax - t * dx, y - c.ay - t * dy);
}

// The least area of a capsule around the ink by trying every direction, offset and radius.
double leastCapsuleArea(const PixelMask& ink) {
  const std::vector<Vertex> corners = InkCounts(ink).hull();
  double least = 1e18;
  for (int step = 0; step < 180; ++step) {
    const double angle = std::numbers::pi * step / 180;
    const double ux = std::cos(angle);
    const double uy = std::sin(angle);
    double low = 1e9;
    double high = -1e9;
    for (const Vertex& p : corners) {
      low = std::min(low, p.y * ux - p.x * uy);
      high = std::max(high, p.y * ux - p.x * uy);
    }
    for (int shift = -4; shift <= 4; ++shift) {
      const double middle = (low + high) / 2 + shift * 0.1;
      const double half = std::max(high - middle, middle - low);
      for (int more = 0; more <= 40; ++more) {
        const double r = half * (1 + more * 0.02);
        double a = 1e9;
        double b = -1e9;
        for (const Vertex& p : corners) {
          const double off = p.y * ux - p.x * uy - middle;
          const double reach = std::sqrt(std::max(0.0, r * r - off * off));
          a = std::min(a, p.x * ux + p.y * uy + reach);
          b = std::max(b, p.x * ux + p.y * uy - reach);
        }
        least = std::min(least, std::numbers::pi * r * r + 2 * r * std::max(0.0, b - a));
      }
    }
  }
  return least;
}

double worthOf(const Tally& tally, const PixelMask& ink, double keep) {
  const auto held = static_cast<double>(tally.ink);
  return held /
         (static_cast<double>(tally.shape) + keep * (static_cast<double>(countOf(ink)) - held));
}

double bareShare(const Tally& tally, const InkCounts& ink) {
  return static_cast<double>(ink.total() - tally.ink) / static_cast<double>(ink.total());
}

}  // namespace

class BoxFitStylesTest : public QObject {
  Q_OBJECT
 private slots:
  void law3NoBoxOfLessAreaLeavesSoLittleBare() {
    AMBER_PROPERTY("trimmed box is the least", [] {
      const PixelMask ink = someInk(9);
      const double loss = *rc::gen::inRange(0, 60) / 100.0;
      const Box box = *trimmedBox(InkCounts(ink), loss);
      RC_ASSERT(bareShare(tallyOf(box, InkCounts(ink)), InkCounts(ink)) <= loss + 1e-12);
      RC_ASSERT(box.w * box.h == everyBox(ink, loss).leastTrimmed);
    });
  }

  void law4NoBoxAgreesBetter() {
    AMBER_PROPERTY("balanced box agrees best", [] {
      const PixelMask ink = someInk(9);
      const Box box = *balancedBox(InkCounts(ink));
      const double overlap = tallyOf(box, InkCounts(ink)).overlap(countOf(ink));
      RC_ASSERT(std::abs(overlap - everyBox(ink, 0).mostAgreement) < 1e-12);
    });
  }

  void keepingWeighsWhatIsLeftBare() {
    AMBER_PROPERTY("no box is worth more", [] {
      const PixelMask ink = someInk(9);
      const double keep = *rc::gen::inRange(1, 33) / 8.0;
      const double worth =
          worthOf(tallyOf(*balancedBox(InkCounts(ink), {keep, false}), InkCounts(ink)), ink, keep);
      double most = 0;
      for (int y0 = 0; y0 < ink.height(); ++y0) {
        for (int x0 = 0; x0 < ink.width(); ++x0) {
          for (int y1 = y0 + 1; y1 <= ink.height(); ++y1) {
            for (int x1 = x0 + 1; x1 <= ink.width(); ++x1) {
              const Box box{static_cast<double>(x0), static_cast<double>(y0),
                            static_cast<double>(x1 - x0), static_cast<double>(y1 - y0)};
              most = std::max(most, worthOf(tallyOf(box, InkCounts(ink)), ink, keep));
            }
          }
        }
      }
      RC_ASSERT(std::abs(worth - most) < 1e-12);
    });
  }

  void aGroundedBoxReachesTheFeet() {
    AMBER_PROPERTY("grounded boxes keep all but toes", [] {
      const PixelMask ink = someFigure(30);
      if (countOf(ink) == 0) return;
      const Box plain = *balancedBox(InkCounts(ink), {1.5, false});
      const Box grounded = *balancedBox(InkCounts(ink), {1.5, true});
      RC_ASSERT(grounded.x == plain.x && grounded.y == plain.y && grounded.w == plain.w);
      RC_ASSERT(grounded.h >= plain.h);
      const int bottom = static_cast<int>(grounded.y + grounded.h);
      const auto below =
          static_cast<double>(countWithin(ink, {0, bottom, ink.width(), ink.height() - bottom}));
      RC_ASSERT(below <= kToes * static_cast<double>(countOf(ink)));
    });
  }

  void law5NoLargerBoxIsAllInk() {
    AMBER_PROPERTY("inner box is the largest", [] {
      const PixelMask ink = someInk(9);
      const Box box = *innerBox(InkCounts(ink));
      RC_ASSERT(tallyOf(box, InkCounts(ink)).air() == 0);
      RC_ASSERT(static_cast<long long>(box.w * box.h) == everyBox(ink, 0).mostInner);
    });
  }
};
AMBER_TEST(BoxFitStylesTest);

class CircleFitTest : public QObject {
  Q_OBJECT
 private slots:
  void law1And2TheSnugCircleIsTheLeastThatCovers() {
    AMBER_PROPERTY("snug circle", [] {
      const PixelMask ink = someInk(9);
      const Circle circle = *snugCircle(InkCounts(ink));
      RC_ASSERT(coversAllSquares(ink, circle.r, [&](double x, double y) {
        return std::hypot(x - circle.cx, y - circle.cy);
      }));
      // About no centre of a fine grid does a smaller one.
      const std::vector<Vertex> corners = InkCounts(ink).hull();
      for (double cy = 0; cy <= ink.height(); cy += 0.25) {
        for (double cx = 0; cx <= ink.width(); cx += 0.25) {
          double needed = 0;
          for (const Vertex& p : corners) {
            needed = std::max(needed, std::hypot(p.x - cx, p.y - cy));
          }
          RC_ASSERT(needed >= circle.r * (1 - 1e-9));
        }
      }
    });
  }

  void law3TheTrimmedCircleLeavesLittleBareAndIsSmall() {
    AMBER_PROPERTY("trimmed circle", [] {
      const PixelMask ink = someInk(9);
      const InkCounts counts(ink);
      const double loss = *rc::gen::inRange(0, 60) / 100.0;
      const Circle circle = *trimmedCircle(counts, loss);
      RC_ASSERT(bareShare(tallyOf(circle, counts), counts) <= loss + 1e-12);
      RC_ASSERT(circle.r <= snugCircle(counts)->r + 1e-9);
      for (double cy = 0; cy <= ink.height(); cy += 0.5) {
        for (double cx = 0; cx <= ink.width(); cx += 0.5) {
          const double smaller = circle.r - 0.25;
          if (smaller <= kLeastRadius) return;
          const Tally tally = tallyOf(Circle{cx, cy, smaller}, counts);
          RC_ASSERT(bareShare(tally, counts) > loss);
        }
      }
    });
  }

  void law4TheBalancedCircleAgreesAtLeastAsWellAsTheOthers() {
    AMBER_PROPERTY("balanced circle", [] {
      const InkCounts ink(*rc::gen::arbitrary<bool>() ? someInk(12) : someFigure(60));
      if (ink.total() == 0) return;
      const auto overlap = [&](const Circle& c) { return tallyOf(c, ink).overlap(ink.total()); };
      const double best = overlap(*balancedCircle(ink));
      RC_ASSERT(best >= overlap(*snugCircle(ink)));
      RC_ASSERT(best >= overlap(*innerCircle(ink)));
    });
  }

  void law5And6TheInnerCircleHoldsNoAirAndNoneIsLarger() {
    AMBER_PROPERTY("inner circle", [] {
      const PixelMask ink = someInk(9);
      const InkCounts counts(ink);
      const Circle circle = *innerCircle(counts);
      RC_ASSERT(tallyOf(circle, counts).air() == 0);
      for (double cy = 0; cy <= ink.height(); cy += 0.125) {
        for (double cx = 0; cx <= ink.width(); cx += 0.125) {
          const Circle larger{cx, cy, circle.r + kFinestFit};
          const Tally tally = tallyOf(larger, counts);
          RC_ASSERT(tally.air() > 0);
        }
      }
    });
  }
};
AMBER_TEST(CircleFitTest);

class CapsuleFitTest : public QObject {
  Q_OBJECT
 private slots:
  void law1And2TheSnugCapsuleCoversWithinOnePerCentOfTheLeast() {
    AMBER_PROPERTY("snug capsule", [] {
      const PixelMask ink = someInk(9);
      const Capsule capsule = *snugCapsule(InkCounts(ink), CapsuleAxis::Any);
      RC_ASSERT(coversAllSquares(ink, capsule.r,
                                 [&](double x, double y) { return toSegment(capsule, x, y); }));
      RC_ASSERT(areaOf(capsule) <= 1.01 * leastCapsuleArea(ink));
    });
  }

  void capsulesStandOrLieAsTheyAreTold() {
    AMBER_PROPERTY("upright and lying", [] {
      const InkCounts ink(someInk(20));
      for (const auto axis : {CapsuleAxis::Vertical, CapsuleAxis::Horizontal}) {
        for (const auto& capsule : {snugCapsule(ink, axis), trimmedCapsule(ink, axis, 0.1),
                                    balancedCapsule(ink, axis), innerCapsule(ink, axis)}) {
          const double aside =
              axis == CapsuleAxis::Vertical ? capsule->ax - capsule->bx : capsule->ay - capsule->by;
          RC_ASSERT(std::abs(aside) < 1e-6);
        }
      }
    });
  }

  void laws3To5OfTheOtherStyles() {
    AMBER_PROPERTY("trimmed, balanced, inner capsule", [] {
      const InkCounts ink(*rc::gen::arbitrary<bool>() ? someInk(14) : someFigure(48));
      if (ink.total() == 0) return;
      const double loss = *rc::gen::inRange(0, 40) / 100.0;
      const Capsule snug = *snugCapsule(ink, CapsuleAxis::Any);
      const Capsule trimmed = *trimmedCapsule(ink, CapsuleAxis::Any, loss);
      RC_ASSERT(bareShare(tallyOf(trimmed, ink), ink) <= loss + 1e-12);
      RC_ASSERT(areaOf(trimmed) <= areaOf(snug) * (1 + 1e-9));
      const auto overlap = [&](const auto& s) { return tallyOf(s, ink).overlap(ink.total()); };
      const double balanced = overlap(*balancedCapsule(ink, CapsuleAxis::Any));
      RC_ASSERT(balanced >= overlap(snug));
      RC_ASSERT(balanced >= overlap(*balancedCircle(ink)));
      const Tally inner = tallyOf(*innerCapsule(ink, CapsuleAxis::Any), ink);
      RC_ASSERT(inner.air() == 0);
      RC_ASSERT(inner.shape >= tallyOf(*innerCircle(ink), ink).shape);
    });
  }
};
AMBER_TEST(CapsuleFitTest);

class MaskFitTest : public QObject {
  Q_OBJECT

  static PixelMask pixels(const std::optional<MaskShape>& mask, const PixelMask& like, int around) {
    const PixelRect window{-around, -around, like.width() + 2 * around, like.height() + 2 * around};
    return mask ? pixelsOf(Shape(*mask), window) : PixelMask(window.w, window.h);
  }

 private slots:
  void law1WithNothingWishedForItIsTheInk() {
    AMBER_PROPERTY("plain mask", [] {
      const PixelMask ink = randomMask(70);
      RC_ASSERT(pixels(maskOf(ink, {}), ink, 0) == ink);
      if (const auto mask = maskOf(ink, {})) RC_ASSERT(validated(*mask, ink.size()).has_value());
    });
  }

  void law2GrownAndShrunkByDistance() {
    AMBER_PROPERTY("grown mask", [] {
      const PixelMask ink = randomMask(14);
      MaskOptions wish;
      wish.grow = *rc::gen::inRange(-4, 5);
      const PixelMask found = pixels(maskOf(ink, wish), ink, 5);
      const double reach = std::abs(wish.grow);
      for (int y = -5; y < ink.height() + 5; ++y) {
        for (int x = -5; x < ink.width() + 5; ++x) {
          const auto inked = [&](int i, int j) {
            return ink.rect().contains(i, j) && ink.test(i, j);
          };
          double toInk = 1e9;
          double toNone = 1e9;
          for (int j = y - 5; j <= y + 5; ++j) {
            for (int i = x - 5; i <= x + 5; ++i) {
              double& least = inked(i, j) ? toInk : toNone;
              least = std::min(least, std::hypot(i - x, j - y));
            }
          }
          const bool wanted = wish.grow >= 0 ? toInk <= reach : inked(x, y) && toNone > reach;
          RC_ASSERT(found.test(x + 5, y + 5) == wanted);
        }
      }
    });
  }

  void law3HolesAreFilledAndSpecksDropped() {
    const PixelMask ink =
        maskOf({"######.", "#....#.", "#.##.#.", "#....#.", "######.", ".......", "#.....#"});
    MaskOptions wish;
    wish.leastSpeck = 2;
    QCOMPARE(textOf(pixels(amber::maskOf(ink, wish), ink, 0)),
             textOf(maskOf(
                 {"######.", "#....#.", "#.##.#.", "#....#.", "######.", ".......", "......."})));
    wish.holes = Holes::Filled;
    QCOMPARE(textOf(pixels(amber::maskOf(ink, wish), ink, 0)),
             textOf(maskOf(
                 {"######.", "######.", "######.", "######.", "######.", ".......", "......."})));
    wish.leastSpeck = 1000;
    QVERIFY(!amber::maskOf(ink, wish));
  }
};
AMBER_TEST(MaskFitTest);

class RecipeFitTest : public QObject {
  Q_OBJECT
 private slots:
  void regionsAreBandsOfTheInk() {
    const PixelMask ink = maskOf({"........", ".######.", ".######.", ".######.", ".######."});
    const auto area = [&](const char* text) { return areaOf(*regionFrom(text), ink); };
    QCOMPARE(area("all"), (PixelRect{1, 1, 6, 4}));
    QCOMPARE(area("bottom:25%"), (PixelRect{1, 4, 6, 1}));
    QCOMPARE(area("top:2px"), (PixelRect{1, 1, 6, 2}));
    QCOMPARE(area("left:50%"), (PixelRect{1, 1, 3, 4}));
    QCOMPARE(area("right:100px"), (PixelRect{1, 1, 6, 4}));
    QCOMPARE(area("rect:0,0,2,2"), (PixelRect{0, 0, 2, 2}));
    for (const char* text : {"all", "bottom:25%", "top:2.5px", "rect:-1,0,2,2"}) {
      QCOMPARE(textOf(*regionFrom(text)), std::string(text));
    }
    for (const char* wrong : {"", "bottom", "all:3px", "bottom:0px", "bottom:101%", "bottom:3",
                              "rect:1,2,3", "rect:0,0,0,4", "middle:3px", "rect:1,2,3,4,5"}) {
      QVERIFY2(!regionFrom(wrong), wrong);
    }
  }

  void aFeetStripIsFittedToItsBandAlone() {
    const PixelMask ink = maskOf({"######", "######", "..##..", "..##.."});
    Recipe recipe;
    recipe.region = *regionFrom("bottom:2px");
    QCOMPARE(*fitted(ink, recipe), Shape(Box{2, 2, 2, 2}));
    const Measures m = measured(Box{2, 0, 2, 4}, ink, recipe.region);
    QCOMPARE(m.air, 0.0);  // ink outside the region is no air
    QCOMPARE(m.bareInk, 0.0);
    QCOMPARE(m.overlap, 0.5);
  }

  void insetsMoveSidesAndNeverInvert() {
    Inset inset{1, 2, 3, 0, false};
    QCOMPARE(insetBy(Box{0, 0, 10, 10}, inset).shape, Shape(Box{1, 2, 6, 8}));
    inset = {10, 10, 10, 10, true};
    QCOMPARE(insetBy(Box{0, 0, 20, 10}, inset).shape, Shape(Box{2, 1, 16, 8}));
    inset = {8, 0, 8, 0, false};
    const InsetShape stopped = insetBy(Box{0, 0, 10, 10}, inset);
    QVERIFY(stopped.stopped);
    QVERIFY(validated(stopped.shape, {10, 10}));
    QCOMPARE(insetBy(Circle{5, 5, 4}, {1, 1, 1, 1, false}).shape, Shape(Circle{5, 5, 3}));
    QVERIFY(insetBy(Circle{5, 5, 4}, {9, 9, 9, 9, false}).stopped);
    QCOMPARE(insetBy(Capsule{5, 2, 5, 8, 2}, {1, 1, 1, 1, false}).shape,
             Shape(Capsule{5, 2, 5, 8, 1}));
    Recipe mask;
    mask.kind = ShapeKind::Mask;
    const Shape square = *fitted(maskOf({"...", ".#.", "..."}), mask);
    QCOMPARE(bounds(insetBy(square, {-1, -1, -1, -1, false}).shape), (Box{0, 0, 3, 3}));
    QVERIFY(insetBy(square, {3, 3, 3, 3, false}).stopped);
  }

  void everyKindAndStyleIsSoundOnAnyInk() {
    AMBER_PROPERTY("every recipe on any mask", [] {
      const PixelMask ink = randomMask(*rc::gen::element(4, 20, 60));
      Recipe common;
      common.polygon.around = Around::All;
      for (const Recipe& recipe : everyRecipe(common)) {
        const auto shape = fitted(ink, recipe);
        RC_ASSERT(shape.has_value() == (countOf(ink) > 0));
        if (!shape) continue;
        RC_ASSERT(validated(*shape, ink.size()).has_value());
        const Measures m = measured(*shape, ink);
        if (recipe.kind != ShapeKind::Mask && recipe.style == FitStyle::Snug)
          RC_ASSERT(m.bareInk == 0);
        if (recipe.kind != ShapeKind::Mask && recipe.style == FitStyle::Inner)
          RC_ASSERT(m.air == 0);
        if (recipe.style == FitStyle::Trimmed) RC_ASSERT(m.bareInk <= 0.05 + 1e-12);
      }
    });
  }

  void sameInkSameShape() {
    const PixelMask ink = maskOf({"..##....", ".####...", ".##.###.", "..##.##.", "..#...#."});
    for (const Recipe& recipe : everyRecipe({}))
      QCOMPARE(*fitted(ink, recipe), *fitted(ink, recipe));
  }
};
AMBER_TEST(RecipeFitTest);

#include "fitters_tests.moc"
