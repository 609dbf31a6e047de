#include <QTest>
#include <algorithm>
#include <random>

#include "core/cut/cut_rects.h"
#include "core/cut/islands/cast_shadows.h"
#include "core/cut/proposals.h"
#include "core/image/ink/ink.h"
#include "support/packed_sheet.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

constexpr Rgba kShadow{0, 0, 0, 96};

// A body of two ellipses and its shadow, flatter and softer, `x` px right of it and `y` below;
// trimmed to its ink.
Image figureWithShadow(std::mt19937& random, int x, int y) {
  Image image(110, 110);
  const int w = 10 + static_cast<int>(random() % 14);
  const int h = 14 + static_cast<int>(random() % 14);
  const auto ellipse = [&](int cx, int cy, int rx, int ry, const Rgba& colour) {
    for (int v = cy - ry; v <= cy + ry; ++v) {
      for (int u = cx - rx; u <= cx + rx; ++u) {
        const bool inside =
            (u - cx) * (u - cx) * ry * ry + (v - cy) * (v - cy) * rx * rx <= rx * rx * ry * ry;
        if (inside && image.at(u, v).a < colour.a) image.at(u, v) = colour;
      }
    }
  };
  const Rgba body{static_cast<std::uint8_t>(90 + random() % 160), 120, 60, 255};
  ellipse(40 + x, 40 + y, w / 2, h / 2 - 1, kShadow);
  ellipse(40, 40, w / 2, h / 2, body);
  ellipse(40 + static_cast<int>(random() % 5), 40 - h / 3, w / 3, h / 4, body);
  const PixelRect ink = *boundsOf(inkOf(image, 1, {}));
  Image trimmed(ink.w, ink.h);
  for (int v = 0; v < ink.h; ++v) std::copy_n(image.row(ink.y + v) + ink.x, ink.w, trimmed.row(v));
  return trimmed;
}

struct Packed {
  Image image{320, 320};
  std::vector<PixelRect> frames;
};

// On shelves, with no px between one frame and the next.
Packed packed(unsigned seed, int x, int y) {
  std::mt19937 random(seed);
  Packed sheet;
  int top = 0;
  while (top < 320) {
    int left = 0;
    int tallest = 0;
    while (true) {
      const Image one = figureWithShadow(random, x, y);
      if (left + one.width() > 320 || top + one.height() > 320) break;
      for (int v = 0; v < one.height(); ++v) {
        std::copy_n(one.row(v), one.width(), sheet.image.row(top + v) + left);
      }
      sheet.frames.push_back({left, top, one.width(), one.height()});
      left += one.width();
      tallest = std::max(tallest, one.height());
    }
    if (tallest == 0) break;
    top += tallest;
  }
  return sheet;
}

}  // namespace

class CastShadowsTest : public QObject {
  Q_OBJECT

 private slots:
  void theWayShadowsFallIsFound_data() {
    QTest::addColumn<int>("x");
    QTest::addColumn<int>("y");
    QTest::newRow("right and down") << 16 << 9;
    QTest::newRow("left and down") << -14 << 12;
    QTest::newRow("far down") << 2 << 30;
  }
  void theWayShadowsFallIsFound() {
    QFETCH(int, x);
    QFETCH(int, y);
    const Packed sheet = packed(7, x, y);
    const auto fall = shadowFall(inkOf(sheet.image, 1, {}), inkOf(sheet.image, 255, {}));
    QVERIFY(fall.has_value());
    // The shadow's middle is not quite the figure's.
    QVERIFY2(std::abs(fall->x - x) <= 3 && std::abs(fall->y - y) <= 3,
             qPrintable(QString("%1, %2").arg(fall->x).arg(fall->y)));
    QVERIFY(isLikely(*fall));
  }

  void figuresArePackedWithTheirShadows() {
    double all = 0;
    double without = 0;
    for (unsigned seed = 1; seed <= 8; ++seed) {
      const Packed sheet = packed(seed, 15, 10);
      const SheetArt art = artOf(sheet.image, InkRule{});
      const auto proposals = proposeCuts(art);
      const auto* rule = std::get_if<IslandRule>(&proposals.front().way);
      QVERIFY(rule != nullptr && rule->shadows);
      QVERIFY(proposals.front().reason.find("shadow") != std::string::npos);
      const double found =
          foundOf(sheet.frames, rectsOf({proposals.front().way, {}}, art, {}).frames);
      QVERIFY2(found >= 0.8, qPrintable(QString("seed %1: %2").arg(seed).arg(found)));
      all += found;
      without += foundOf(sheet.frames, rectsOf({IslandRule{}, {}}, art, {}).frames);
    }
    // Islands alone take the shadows of neighbours that touch for parts of a figure.
    QVERIFY2(without < 0.6 * all, qPrintable(QString("%1 of %2").arg(without).arg(all)));
  }

  void withoutSoftInkNothingFalls() {
    PixelMask ink(40, 40);
    for (int i = 5; i < 20; ++i) ink.set(i, i);
    QVERIFY(!shadowFall(ink, ink));
    QVERIFY(!shadowFall(ink, PixelMask(40, 40)));
    // A soft edge is not a shadow.
    PixelMask soft = ink;
    for (int i = 5; i < 20; ++i) soft.set(i + 1, i);
    QVERIFY(!shadowFall(soft, ink));
  }

  void noPixelIsLostAndSolidIslandsStayWhole() {
    AMBER_PROPERTY("laws 1 and 2", [] {
      const PixelMask faint = randomMask(30);
      PixelMask solid = faint;
      const int every = *rc::gen::inRange(1, 5);
      for (int y = 0; y < solid.height(); ++y) {
        for (int x = 0; x < solid.width(); ++x) {
          if (solid.test(x, y) && (x / 3 + y / 2) % every != 0) solid.reset(x, y);
        }
      }
      IslandRule rule;
      rule.join = *rc::gen::inRange(1, 4);
      rule.minInk = *rc::gen::inRange(1, 5);
      rule.shadows = true;
      const Islands islands = islandsWithShadows(faint, solid, rule);
      long long pixels = 0;
      for (const Island& island : islands.all) pixels += island.inkPixels;
      for (const Island& island : islands.dropped) pixels += island.inkPixels;
      RC_ASSERT(pixels == countOf(faint));
      // Specks of solid ink may be dropped.
      for (int y = 0; rule.minInk == 1 && y < solid.height(); ++y) {
        for (int x = 0; x < solid.width(); ++x) {
          if (!solid.test(x, y)) continue;
          RC_ASSERT(std::any_of(islands.all.begin(), islands.all.end(), [&](const Island& island) {
            return within(PixelRect{x, y, 1, 1}, island.bounds);
          }));
        }
      }
    });
  }
};
AMBER_TEST(CastShadowsTest);

#include "cast_shadows_tests.moc"
