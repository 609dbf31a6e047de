#include <QTest>
#include <algorithm>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/cut/packing/tight_packing.h"
#include "core/cut/proposals.h"
#include "support/packed_sheet.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

std::vector<PixelRect> boundsOfAll(const std::vector<Island>& islands) {
  std::vector<PixelRect> bounds;
  for (const Island& island : islands) bounds.push_back(island.bounds);
  return bounds;
}

}  // namespace

class TightPackingTest : public QObject {
  Q_OBJECT

 private slots:
  void framesOfManyPartsAreFoundByTheRoomTheyFill() {
    constexpr unsigned kSheets = 8;
    double tight = 0;
    double islands = 0;
    for (unsigned seed = 1; seed <= kSheets; ++seed) {
      const PackedSheet sheet = packedTightly(seed, 220, 260);
      const SheetArt art = artOf(sheet.image, InkRule{});
      // Where the search gets lost the cut falls back to islands.
      IslandRule rule;
      rule.tight = true;
      tight += foundOf(sheet.frames, rectsOf({rule, {}}, art, {}).frames);
      islands += foundOf(sheet.frames, rectsOf({IslandRule{}, {}}, art, {}).frames);
    }
    qInfo("found %.3f, by islands %.3f", tight / kSheets, islands / kSheets);
    QVERIFY2(tight / kSheets >= 0.85, qPrintable(QString::number(tight / kSheets)));
    QVERIFY2(islands / kSheets <= 0.4, qPrintable(QString::number(islands / kSheets)));
  }

  void itIsProposedAndSaidButNeverSure() {
    // Opaque shadows are found by their colour alone.
    const PackedSheet sheet = packedTightly(3, 200, 180, 255);
    const SheetArt art = artOf(sheet.image, InkRule{});
    const auto proposals = proposeCuts(art);
    const auto tight = std::find_if(proposals.begin(), proposals.end(), [](const Proposal& one) {
      const auto* rule = std::get_if<IslandRule>(&one.way);
      return rule != nullptr && rule->tight;
    });
    QVERIFY(tight != proposals.end());
    QVERIFY2(tight->reason.find("tightly packed frames") != std::string::npos,
             tight->reason.c_str());
    QVERIFY(!isSure({*tight}));
    QVERIFY(takesLong({tight->way, {}}));
    QVERIFY(!takesLong({IslandRule{}, {}}));
    // What the reason counts is what the cut gives, whole or as a region of a larger sheet.
    const std::vector<PixelRect> frames = rectsOf({tight->way, {}}, art, {}).frames;
    QCOMPARE(std::to_string(frames.size()) + " tightly packed frames", tight->reason);
    Image larger(art.image.width() + 9, art.image.height() + 5);
    for (int y = 0; y < art.image.height(); ++y) {
      std::copy_n(art.image.row(y), art.image.width(), larger.row(y + 5) + 9);
    }
    const PixelRect area{9, 5, art.image.width(), art.image.height()};
    const Cut cut{wholeGrid(larger.size()), {{area, tight->way}}};
    QVERIFY(takesLong(cut));
    std::vector<PixelRect> inRegion = rectsOf(cut, artOf(larger, InkRule{}), {}).frames;
    std::erase_if(inRegion, [&](const PixelRect& rect) { return rect == larger.rect(); });
    QCOMPARE(inRegion.size(), frames.size());
    for (std::size_t i = 0; i < frames.size(); ++i) {
      QVERIFY(
          (inRegion[i] == PixelRect{frames[i].x + 9, frames[i].y + 5, frames[i].w, frames[i].h}));
    }
  }

  void aSheetThatIsNotFilledIsNotPackedTightly() {
    // Room at the right that no ink reaches.
    const PackedSheet sheet = packedTightly(2, 200, 180);
    Image wider(sheet.image.width() + 1, sheet.image.height());
    for (int y = 0; y < wider.height(); ++y) {
      std::copy_n(sheet.image.row(y), sheet.image.width(), wider.row(y));
    }
    QVERIFY(!tightPacking(artOf(wider, InkRule{})));
    // Its cut falls back to islands.
    IslandRule rule;
    rule.tight = true;
    const SheetArt art = artOf(wider, InkRule{});
    QVERIFY(rectsOf({rule, {}}, art, {}).frames == rectsOf({IslandRule{}, {}}, art, {}).frames);
    // Few dots in the corners of much room; and one figure alone.
    Image dots(60, 60);
    for (const int x : {0, 59}) {
      for (const int y : {0, 59}) dots.at(x, y) = {200, 90, 30, 255};
    }
    QVERIFY(!tightPacking(artOf(dots, InkRule{})));
    Image one(8, 8);
    for (int i = 0; i < 8; ++i) one.at(i, i) = {200, 90, 30, 255};
    QVERIFY(!tightPacking(artOf(one, InkRule{})));
    QVERIFY(!tightPacking(artOf(Image(1, 1), InkRule{})));
    QVERIFY(!tightPacking(artOf(Image(0, 0), InkRule{})));
  }

  void framesNeverOverlapAndHaveInkAlongTheirSides() {
    AMBER_PROPERTY("laws 1 and 2", [] {
      const PixelMask ink = randomMask(40);
      Image image(ink.width(), ink.height());
      for (int y = 0; y < ink.height(); ++y) {
        for (int x = 0; x < ink.width(); ++x) {
          if (ink.test(x, y)) image.at(x, y) = {180, 80, 40, 255};
        }
      }
      const SheetArt art = artOf(std::move(image), InkRule{});
      const auto found = tightPacking(art);
      RC_ASSERT(found == tightPacking(art));
      if (!found) return;
      const std::vector<PixelRect> frames = boundsOfAll(*found);
      for (std::size_t i = 0; i < frames.size(); ++i) {
        const PixelRect& frame = frames[i];
        RC_ASSERT(within(frame, ink.rect()));
        RC_ASSERT(boundsOf(cropped(ink, frame)) == (PixelRect{0, 0, frame.w, frame.h}));
        RC_ASSERT((*found)[i].inkPixels == countWithin(ink, frame));
        for (std::size_t k = 0; k < i; ++k) {
          RC_ASSERT(intersection(frame, frames[k]).empty());
        }
      }
    });
  }

  void whatIsRememberedIsTheSheetsOwn() {
    // More sheets than are remembered, each asked twice.
    std::vector<std::vector<Island>> first;
    for (unsigned seed = 1; seed <= 10; ++seed) {
      const auto found = tightPacking(artOf(packedTightly(seed, 100, 90).image, InkRule{}));
      first.push_back(found.value_or(std::vector<Island>()));
    }
    for (unsigned seed = 1; seed <= 10; ++seed) {
      const auto found = tightPacking(artOf(packedTightly(seed, 100, 90).image, InkRule{}));
      QVERIFY(found.value_or(std::vector<Island>()) == first[seed - 1]);
    }
    QVERIFY(first[0] != first[1]);
  }
};
AMBER_TEST(TightPackingTest);

#include "tight_packing_tests.moc"
