#include <QTest>
#include <cmath>

#include "core/fit/keys/fit_edits.h"
#include "core/fit/measures/measures.h"
#include "core/fit/styles/box_fit.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"
#include "support/two_frames.h"

using namespace amber;
using namespace amber::test;

class BoxFitTest : public QObject {
  Q_OBJECT
 private slots:
  void snugBoxOfAPicture() {
    QCOMPARE(snugBox(maskOf({"....", ".#..", "..#."})), (std::optional<Box>({1, 1, 2, 2})));
    QCOMPARE(snugBox(PixelMask(4, 4)), std::optional<Box>());
  }

  void law1EveryInkSquareLiesInsideAndLaw2NoLessBoxDoes() {
    AMBER_PROPERTY("snug box is the least of all that cover", [] {
      const PixelMask ink = randomMask(9);
      const auto box = snugBox(ink);
      if (!box) {
        RC_ASSERT(countOf(ink) == 0);
        return;
      }
      double least = 1e9;
      for (int y0 = 0; y0 < ink.height(); ++y0) {
        for (int x0 = 0; x0 < ink.width(); ++x0) {
          for (int y1 = y0 + 1; y1 <= ink.height(); ++y1) {
            for (int x1 = x0 + 1; x1 <= ink.width(); ++x1) {
              if (countWithin(ink, {x0, y0, x1 - x0, y1 - y0}) == countOf(ink)) {
                least = std::min(least, static_cast<double>((x1 - x0) * (y1 - y0)));
              }
            }
          }
        }
      }
      RC_ASSERT(box->w * box->h == least);
      for (int y = 0; y < ink.height(); ++y) {
        for (int x = 0; x < ink.width(); ++x) {
          if (!ink.test(x, y)) continue;
          RC_ASSERT(x >= box->x && y >= box->y && x + 1 <= box->x + box->w &&
                    y + 1 <= box->y + box->h);
        }
      }
    });
  }
};
AMBER_TEST(BoxFitTest);

class MeasuresTest : public QObject {
  Q_OBJECT

  static bool same(const Measures& fast, const Measures& slow) {
    return fast.air == slow.air && fast.bareInk == slow.bareInk && fast.overlap == slow.overlap &&
           std::abs(fast.overhang - slow.overhang) < 1e-9 &&
           std::abs(fast.shortfall - slow.shortfall) < 1e-9;
  }

  // Straight from the definitions, one pixel at a time.
  static bool holds(const Box& b, double x, double y) {
    return x >= b.x && x < b.x + b.w && y >= b.y && y < b.y + b.h;
  }
  static bool holds(const Circle& c, double x, double y) {
    return (x - c.cx) * (x - c.cx) + (y - c.cy) * (y - c.cy) <= c.r * c.r;
  }
  static bool holds(const Capsule& c, double x, double y) {
    const double dx = c.bx - c.ax;
    const double dy = c.by - c.ay;
    const double length = dx * dx + dy * dy;
    const double t =
        length == 0 ? 0 : std::clamp(((x - c.ax) * dx + (y - c.ay) * dy) / length, 0.0, 1.0);
    const Circle near{c.ax + t * dx, c.ay + t * dy, c.r};
    return holds(near, x, y);
  }

  template <class T>
  static Measures slowly(const T& box, const PixelMask& ink) {
    const auto inBox = [&](int x, int y) { return holds(box, x + 0.5, y + 0.5); };
    const auto inked = [&](int x, int y) { return ink.rect().contains(x, y) && ink.test(x, y); };
    std::vector<std::pair<int, int>> shape;
    std::vector<std::pair<int, int>> all;
    for (int y = -40; y < ink.height() + 40; ++y) {
      for (int x = -40; x < ink.width() + 40; ++x) {
        if (inBox(x, y)) shape.emplace_back(x, y);
        if (inked(x, y)) all.emplace_back(x, y);
      }
    }
    const auto farthest = [](const auto& from, const auto& to, auto counts) {
      double most = 0;
      for (const auto& [x, y] : from) {
        if (!counts(x, y)) continue;
        double least = 1e18;
        for (const auto& [i, j] : to) {
          least = std::min(least, std::hypot(i - x, j - y));
        }
        if (least < 1e17) most = std::max(most, least);
      }
      return most;
    };
    double both = 0;
    for (const auto& [x, y] : shape) both += inked(x, y);
    const auto inShape = static_cast<double>(shape.size());
    const auto inInk = static_cast<double>(all.size());
    Measures m;
    m.air = inShape == 0 ? 0 : (inShape - both) / inShape;
    m.bareInk = inInk == 0 ? 0 : (inInk - both) / inInk;
    m.overlap = inShape + inInk == 0 ? 1 : both / (inShape + inInk - both);
    m.overhang = farthest(shape, all, [](int, int) { return true; });
    m.shortfall = farthest(all, shape, [&](int x, int y) { return !inBox(x, y); });
    m.points = 4;
    m.cost = 1;
    return m;
  }

 private slots:
  void figuresOfAPicture() {
    const PixelMask ink = maskOf({"#...",  //
                                  "#...",  //
                                  "####"});
    const Measures m = measured(Box{0, 0, 4, 3}, ink);
    QCOMPARE(m.air, 0.5);
    QCOMPARE(m.bareInk, 0.0);
    QCOMPARE(m.overlap, 0.5);
    QCOMPARE(m.overhang, 2.0);
    QCOMPARE(m.shortfall, 0.0);
    const auto phantom = farthestPhantom(Box{0, 0, 4, 3}, ink);
    QCOMPARE(std::pair(phantom->x, phantom->y), std::pair(2, 0));
  }

  void figuresEqualTheirDefinitionsOnAnyBox() {
    AMBER_PROPERTY("measures equal their slow twin", [] {
      const PixelMask ink = randomMask(12);
      const Box box{*rc::gen::inRange(-20, 40) / 2.0, *rc::gen::inRange(-20, 40) / 2.0,
                    *rc::gen::inRange(1, 40) / 2.0, *rc::gen::inRange(1, 40) / 2.0};
      RC_ASSERT(same(measured(box, ink), slowly(box, ink)));
    });
  }

  void figuresEqualTheirDefinitionsOnAnyRoundShape() {
    AMBER_PROPERTY("measures of circles and capsules equal their slow twin", [] {
      const PixelMask ink = randomMask(12);
      // Odd parts of a px, so that no pixel's centre lies on an edge but for rounding.
      const auto any = [](int least, int most) { return *rc::gen::inRange(least, most) / 7.0; };
      const Circle circle{any(-30, 110), any(-30, 110), any(2, 60) + 0.01};
      RC_ASSERT(same(measured(circle, ink), slowly(circle, ink)));
      const Capsule capsule{any(-30, 110), any(-30, 110), any(-30, 110), any(-30, 110),
                            any(2, 40) + 0.01};
      RC_ASSERT(same(measured(capsule, ink), slowly(capsule, ink)));
    });
  }

  void boxesSideBySideShareNoPixel() {
    AMBER_PROPERTY("half-open edges part the plane", [] {
      const double edge = *rc::gen::inRange(-8, 8) / 4.0;
      const Shape left = Box{edge - 5, 0, 5, 1};
      const Shape right = Box{edge, 0, 5, 1};
      for (int x = -12; x < 12; ++x)
        RC_ASSERT(!(holdsPixel(left, x, 0) && holdsPixel(right, x, 0)));
    });
  }
};
AMBER_TEST(MeasuresTest);

class FitEditsTest : public QObject {
  Q_OBJECT

  Project project_;

  static std::shared_ptr<const SheetArt> art() {
    static const auto picture =
        std::make_shared<const SheetArt>(sheetArtOf({".##.....", ".##..##.", ".....##."}));
    return picture;
  }

 private slots:
  void init() { project_ = twoFrames(); }

  void aBoxGivenToOtherFramesKeepsItsPlaceToTheOrigin() {
    project_ =
        withEdits(project_, {SetOrigin{{2}, {3}, {1, 1}, {}}, SetOrigin{{2}, {4}, {3, 2}, {}}})
            ->project;
    const auto edits =
        shapeByHand(project_, {{{2}, {4}}}, "body", Box{0, 0, 2, 2}, FrameRef{{2}, {3}});
    const Project after = withEdits(project_, edits)->project;
    QCOMPARE(after.assets.front()->frames[1].shapes.front().geometry, Shape(Box{2, 1, 2, 2}));
  }

  void snugBoxesAreFittedOnlyWhereThereIsInk() {
    const auto boxes = fittedShapes(project_, {{{2}, {3}}, {{2}, {4}}, {{2}, {99}}}, "body",
                                    Recipe{}, [](SheetId) { return art(); });
    QCOMPARE(boxes.size(), std::size_t{2});
    QCOMPARE(std::get<SetShape>(boxes[1]).shape.geometry, Shape(Box{1, 1, 2, 2}));
  }
};
AMBER_TEST(FitEditsTest);

#include "fit_tests.moc"
