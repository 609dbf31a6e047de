#include <QTest>
#include <cmath>

#include "core/image/distance.h"
#include "core/image/ink/ink.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

class PixelMaskTest : public QObject {
  Q_OBJECT
 private slots:
  void boundsOfAPictureAreTheLeastRectangle() {
    const PixelMask mask = maskOf({".......",  //
                                   "..#....",  //
                                   "....#..",  //
                                   "......."});
    QCOMPARE(boundsOf(mask), (std::optional<PixelRect>({2, 1, 3, 2})));
    QCOMPARE(boundsOf(PixelMask(5, 5)), std::optional<PixelRect>());
    QCOMPARE(boundsOf(PixelMask(0, 0)), std::optional<PixelRect>());
  }

  void everyQuestionAgreesWithAskingPixelByPixel() {
    AMBER_PROPERTY("mask queries equal their slow twins", [] {
      const PixelMask mask = randomMask(150);
      const int x0 = *rc::gen::inRange(0, mask.width());
      const int y0 = *rc::gen::inRange(0, mask.height());
      const PixelRect area{x0, y0, *rc::gen::inRange(1, mask.width() - x0 + 1),
                           *rc::gen::inRange(1, mask.height() - y0 + 1)};
      const PixelMask part = cropped(mask, area);
      long long count = 0;
      long long inside = 0;
      PixelRect bounds;
      std::vector<int> columns(static_cast<std::size_t>(mask.width()));
      std::vector<int> rows(static_cast<std::size_t>(mask.height()));
      for (int y = 0; y < mask.height(); ++y) {
        for (int x = 0; x < mask.width(); ++x) {
          if (area.contains(x, y)) RC_ASSERT(part.test(x - x0, y - y0) == mask.test(x, y));
          if (!mask.test(x, y)) continue;
          ++count;
          if (area.contains(x, y)) ++inside;
          bounds = united(bounds, {x, y, 1, 1});
          ++columns[static_cast<std::size_t>(x)];
          ++rows[static_cast<std::size_t>(y)];
        }
      }
      RC_ASSERT(countOf(mask) == count);
      RC_ASSERT(countWithin(mask, area) == inside);
      RC_ASSERT(countOf(part) == inside);
      RC_ASSERT(boundsOf(mask).value_or(PixelRect{}) == bounds);
      RC_ASSERT(columnCounts(mask) == columns);
      RC_ASSERT(rowCounts(mask) == rows);
    });
  }

  void countingOutsideTheMaskFindsNothing() {
    const PixelMask mask = maskOf({"##", "##"});
    QCOMPARE(countWithin(mask, {-5, -5, 20, 20}), 4);
    QCOMPARE(countWithin(mask, {2, 0, 5, 5}), 0);
  }
};
AMBER_TEST(PixelMaskTest);

class InkTest : public QObject {
  Q_OBJECT
 private slots:
  void faintAndFirmInkDifferByAlpha() {
    const SheetArt art = sheetArtOf({"o##o", ".oo."});
    QCOMPARE(textOf(art.faint), std::string("####\n.##.\n"));
    QCOMPARE(textOf(art.firm), std::string(".##.\n....\n"));
  }

  void theKeyCountsEverywhereOrOnlyFromTheEdge() {
    const Image image = imageOf({"kkkkk",  //
                                 "k###k",  //
                                 "k#k#k",  //
                                 "k###k",  //
                                 "kkkkk"});
    KeyColour key{255, 0, 255, 0, KeyReach::Everywhere};
    QCOMPARE(textOf(inkOf(image, 1, key)), std::string(".....\n.###.\n.#.#.\n.###.\n.....\n"));
    key.reach = KeyReach::JoinedToEdge;
    QCOMPARE(textOf(inkOf(image, 1, key)), std::string(".....\n.###.\n.###.\n.###.\n.....\n"));
  }

  void theToleranceIsTheLargestChannelDifference() {
    Image image(2, 1);
    image.at(0, 0) = {250, 5, 250, 255};
    image.at(1, 0) = {249, 0, 255, 255};
    const auto ink = inkOf(image, 1, KeyColour{255, 0, 255, 5, KeyReach::Everywhere});
    QCOMPARE(textOf(ink), std::string(".#\n"));
  }

  void aKeyIsLikelyWhereAnOpaqueSheetsCornersOrBorderAgree() {
    const auto key = [](std::initializer_list<std::string_view> rows) {
      return likelyKey(imageOf(rows));
    };
    QVERIFY(key({"kkk", "k#k", "kkk"}).has_value());
    QVERIFY(key({"k##k", "k##k", "kkkk"}).has_value());   // figures reach the border
    QVERIFY(key({"kkk#", "k##k", "kkkk"}).has_value());   // a figure in one corner
    QVERIFY(!key({"kkk", "k.k", "kkk"}).has_value());     // there is transparency
    QVERIFY(!key({"k###", "#k##", "###k"}).has_value());  // no colour has the border
    QVERIFY(!key({"kkk", "kkk"}).has_value());            // nothing but it
    QVERIFY(!likelyKey(Image()).has_value());
  }

  void aLineAroundTheSheetIsNotItsBackground() {
    Image image(30, 30);
    for (int y = 0; y < 30; ++y) {
      for (int x = 0; x < 30; ++x) {
        const bool line = x == 0 || y == 0 || x == 29 || y == 29;
        const bool figure = x > 10 && x < 18 && y > 8 && y < 20;
        image.at(x, y) = line     ? Rgba{0, 0, 0, 255}
                         : figure ? Rgba{9, 80, 40, 255}
                                  : Rgba{200, 220, 255, 255};
      }
    }
    const auto key = likelyKey(image);
    QVERIFY(key.has_value());
    QCOMPARE(key->b, std::uint8_t{255});
  }
};
AMBER_TEST(InkTest);

class DistanceTest : public QObject {
  Q_OBJECT
 private slots:
  void distancesEqualTheNearestMarkedPixelFoundOneByOne() {
    AMBER_PROPERTY("distance field equals its slow twin", [] {
      const PixelMask mask = randomMask(24);
      const PixelRect window{-3, -2, mask.width() + 7, mask.height() + 5};
      const DistanceField field(mask, window);
      for (int y = window.y; y < window.bottom(); ++y) {
        for (int x = window.x; x < window.right(); ++x) {
          double least = DistanceField::kNone;
          for (int j = 0; j < mask.height(); ++j) {
            for (int i = 0; i < mask.width(); ++i) {
              if (mask.test(i, j)) {
                least = std::min(least, std::pow(i - x, 2) + std::pow(j - y, 2));
              }
            }
          }
          RC_ASSERT(field.squaredAt(x, y) == least);
        }
      }
    });
  }
};
AMBER_TEST(DistanceTest);

#include "image_tests.moc"
