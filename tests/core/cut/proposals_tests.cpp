#include <QTest>
#include <algorithm>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/cut/islands/islands.h"
#include "core/cut/proposals.h"
#include "support/registry.h"
#include "support/sheet_generator.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

namespace {

constexpr unsigned kSheetsACase = 30;

SheetArt artFor(const Image& image) {
  InkRule rule;
  rule.key = likelyKey(image);
  return artOf(image, rule);
}

bool isRight(const Proposal& proposal, const KnownSheet& sheet, const SheetArt& art) {
  if (const auto* grid = std::get_if<Grid>(&proposal.way)) {
    return sheet.boxes.empty() && *grid == sheet.grid;
  }
  if (sheet.boxes.empty()) return false;
  const std::vector<PixelRect> found = rectsOf({proposal.way, {}}, art, {}).frames;
  std::vector<PixelRect> truth = sheet.boxes;
  inReadingOrder(truth);
  return found == truth;
}

struct Tally {
  unsigned first = 0;
  unsigned amongThree = 0;
};

Tally tallyOf(const std::string& kind) {
  Tally tally;
  for (unsigned seed = 1; seed <= kSheetsACase; ++seed) {
    const KnownSheet sheet = generatedSheet(kind, seed);
    const SheetArt art = artFor(sheet.image);
    const auto proposals = proposeCuts(art);
    const auto end = proposals.begin() + std::min<std::ptrdiff_t>(3, std::ssize(proposals));
    const auto right = std::find_if(proposals.begin(), end, [&](const Proposal& proposal) {
      return isRight(proposal, sheet, art);
    });
    tally.first += right == proposals.begin();
    tally.amongThree += right != end;
  }
  return tally;
}

}  // namespace

class ProposalsTest : public QObject {
  Q_OBJECT
 private slots:
  void theFirstProposalIsRightAndTheRightOneIsAmongThree() {
    Tally all;
    for (const std::string& kind : sheetCases()) {
      const Tally tally = tallyOf(kind);
      qInfo("%-26s first %5.1f %%, among three %5.1f %%", kind.c_str(),
            100.0 * tally.first / kSheetsACase, 100.0 * tally.amongThree / kSheetsACase);
      QVERIFY2(tally.first * 100 >= kSheetsACase * 90, kind.c_str());
      all.first += tally.first;
      all.amongThree += tally.amongThree;
    }
    const auto sheets = static_cast<unsigned>(sheetCases().size()) * kSheetsACase;
    qInfo("all %u sheets: first %.1f %%, among three %.1f %%", sheets, 100.0 * all.first / sheets,
          100.0 * all.amongThree / sheets);
    QVERIFY(sheets >= 400);
    QVERIFY(all.first * 100 >= sheets * 97);
    QVERIFY(all.amongThree * 100 >= sheets * 99);
  }

  void theSameSeedGivesTheSameSheetAndAnotherOneAnother() {
    const KnownSheet sheet = generatedSheet("one row", 5);
    QVERIFY(sheet.image == generatedSheet("one row", 5).image);
    QVERIFY(sheet.image != generatedSheet("one row", 6).image);
  }

  void figuresThatTouchByFaintInkAreProposedAsPartedIslands() {
    // Three rows of discs, each in a halo that reaches its neighbours' halos.
    Image image(230, 130);
    for (int row = 0; row < 3; ++row) {
      for (int column = 0; column < 6; ++column) {
        const int cx = 20 + column * 37 + row * 5;
        const int cy = 20 + row * 44 + column % 2 * 3;
        for (int y = cy - 20; y < cy + 20; ++y) {
          for (int x = cx - 20; x < cx + 20; ++x) {
            const int past = (x - cx) * (x - cx) + (y - cy) * (y - cy);
            if (!image.rect().contains(x, y) || past > 400) continue;
            if (past <= 150) image.at(x, y) = {90, 60, 30, 255};
            if (past > 150 && image.at(x, y).a == 0) image.at(x, y) = {90, 60, 30, 40};
          }
        }
      }
    }
    const auto proposals = proposeCuts(artOf(image, {}));
    const auto* rule = std::get_if<IslandRule>(&proposals.front().way);
    QVERIFY(rule != nullptr);
    QCOMPARE(rule->part, 128);
    QVERIFY(proposals.front().reason.find("18 islands") == 0);
  }

  void anythingGivesAtLeastTheWholeSheet() {
    for (const PixelSize size : {PixelSize{1, 1}, PixelSize{3, 200}, PixelSize{64, 64}}) {
      const auto proposals = proposeCuts(artOf(Image(size.w, size.h), {}));
      QVERIFY(!proposals.empty());
      for (const Proposal& proposal : proposals) {
        QVERIFY(fits(std::get<Grid>(proposal.way), size));
        QVERIFY(proposal.score >= 0 && proposal.score <= 1);
        QVERIFY(!proposal.reason.empty());
      }
    }
  }
};
AMBER_TEST(ProposalsTest);

#include "proposals_tests.moc"
