#include <QTest>

#include "core/fit/measures/measures.h"
#include "core/fit/styles/polygon/polygon_fit.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/fit/styles/together_fit.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

class TogetherFitTest : public QObject {
  Q_OBJECT
 private slots:
  void framesWhoseOriginsLieFarApartAreNotHeldInMemory() {
    const PixelMask ink = maskOf({"###", "###"});
    std::vector<OriginInk> near = {{ink, {1, 2}}, {ink, {-200, 300}}};
    QVERIFY(fittedTogether(near, Recipe{}).has_value());
    std::vector<OriginInk> far = {{ink, {-32000, 32000}}, {ink, {32000, -32000}}};
    QVERIFY(!fittedTogether(far, Recipe{}).has_value());
    std::vector<OriginInk> many(5000, {ink, {0, 0}});
    many.back().origin = {4000, 4000};
    QVERIFY(!fittedTogether(many, Recipe{}).has_value());
  }

  // A figure that sways: its frames have little in common, and every point is of use.
  void allPointsAreUsedWhereTheyHelp() {
    std::vector<PixelMask> frames;
    for (int sway = -3; sway <= 3; ++sway) {
      PixelMask ink(48, 48);
      for (int y = 4; y < 44; ++y) {
        const int lean = sway * (44 - y) / 20;
        const int half = y < 14 ? 5 : y < 32 ? 10 : 4;
        for (int x = 24 - half; x < 24 + half; ++x) ink.set(x + lean, y);
        if (y > 18 && y < 24) {
          for (int x = 34; x < 42; ++x) ink.set(x + lean, y);
        }
      }
      frames.push_back(ink);
    }
    const auto overlap = [&](int points) {
      PolygonOptions wish;
      wish.points = points;
      const Polygon polygon = *polygonOf(frames, wish, FitStyle::Balanced, 0);
      double sum = 0;
      for (const PixelMask& ink : frames) sum += sharesOf(polygon, ink).overlap;
      return sum / static_cast<double>(frames.size());
    };
    QVERIFY(overlap(8) > overlap(5) + 0.005);
    QVERIFY(overlap(12) > overlap(8));
  }

  void framesAreLaidOverAtTheirOrigins() {
    const OriginInk a{maskOf({"....", ".##.", ".##."}), {2, 3}};
    const OriginInk b{maskOf({"##..", "##..", "...."}), {0, 2}};
    Recipe recipe;
    const auto snug = fittedTogether({a, b}, recipe);
    QVERIFY(*snug == Shape(Box{1, 1, 3, 2}));
    QVERIFY(laidOn(b, *snug, a) == Shape(Box{-1, 0, 3, 2}));
    recipe.style = FitStyle::Inner;
    QVERIFY(*fittedTogether({a, b}, recipe) == Shape(Box{2, 1, 1, 2}));
    const Measures whole = measuredTogether({a, b}, *snug, {});
    QCOMPARE(whole.bareInk, 0.0);
    QCOMPARE(whole.air, 2.0 / 6);
    QCOMPARE(whole.overlap, 8.0 / 12);
  }

  // What together promises, of every kind and style, for random frames.
  void everyStyleKeepsItsPromiseOnAllFrames() {
    AMBER_PROPERTY("together", [] {
      std::vector<OriginInk> frames;
      const int count = *rc::gen::inRange(1, 4);
      for (int i = 0; i < count; ++i) {
        PixelMask ink = randomMask(9);
        if (countOf(ink) == 0) ink.set(0, 0);
        frames.push_back({ink, {*rc::gen::inRange(-2, 3) + 0.5, *rc::gen::inRange(-2, 3) * 1.0}});
      }
      Recipe common;
      common.polygon.around = Around::All;
      for (const Recipe& recipe : everyRecipe(common)) {
        const auto shape = fittedTogether(frames, recipe);
        if (!shape) {
          RC_ASSERT(recipe.style == FitStyle::Inner);
          continue;
        }
        const Measures whole = measuredTogether(frames, *shape, {});
        if (recipe.kind == ShapeKind::Mask || recipe.style == FitStyle::Snug) {
          RC_ASSERT(whole.bareInk < 1e-9);
        } else if (recipe.style == FitStyle::Trimmed) {
          RC_ASSERT(whole.bareInk <= recipe.loss + 1e-9);
        } else if (recipe.style == FitStyle::Inner) {
          RC_ASSERT(whole.air == 0);
        }
      }
    });
  }

  // The balanced box of several frames agrees no less than any box does.
  void theBalancedBoxOfAllIsTheBest() {
    AMBER_PROPERTY("together, balanced box", [] {
      std::vector<PixelMask> inks;
      const int w = *rc::gen::inRange(2, 7);
      const int h = *rc::gen::inRange(2, 7);
      for (int i = 0; i < 3; ++i) inks.push_back(cropped(randomMask(7), {0, 0, w, h}));
      inks[0].set(0, 0);
      Recipe recipe;
      recipe.style = FitStyle::Balanced;
      const auto box = std::get<Box>(*fittedToAll(inks, recipe));
      const auto overlap = [&](const PixelRect& rect) {
        long long both = 0;
        long long either = 0;
        for (const PixelMask& ink : inks) {
          const long long held = countWithin(ink, rect);
          both += held;
          either += static_cast<long long>(rect.w) * rect.h + countOf(ink) - held;
        }
        return static_cast<double>(both) / static_cast<double>(either);
      };
      const double ours = overlap({static_cast<int>(box.x), static_cast<int>(box.y),
                                   static_cast<int>(box.w), static_cast<int>(box.h)});
      for (int y = 0; y < h; ++y) {
        for (int x = 0; x < w; ++x) {
          for (int y1 = y + 1; y1 <= h; ++y1) {
            for (int x1 = x + 1; x1 <= w; ++x1) {
              RC_ASSERT(overlap({x, y, x1 - x, y1 - y}) <= ours + 1e-12);
            }
          }
        }
      }
    });
  }
};
AMBER_TEST(TogetherFitTest);

#include "together_fit_tests.moc"
