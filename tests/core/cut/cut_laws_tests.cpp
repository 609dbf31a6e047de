#include <QTest>
#include <algorithm>

#include "core/cut/crossing.h"
#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/cut/grids/axis_analysis.h"
#include "core/cut/grids/cut_evidence.h"
#include "core/cut/grids/gutter_search.h"
#include "core/cut/grids/square_cells.h"
#include "core/cut/island_guess.h"
#include "core/cut/proposals.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

// Any ink, in few colours, now and then repeated as the cells of a sheet are.
SheetArt anyArt(int most) {
  const PixelMask one = randomMask(most);
  const int columns = *rc::gen::inRange(1, 5);
  const int rows = *rc::gen::inRange(1, 4);
  const int apart = *rc::gen::inRange(0, 3);
  Image image((one.width() + apart) * columns, (one.height() + apart) * rows);
  const bool soft = *rc::gen::inRange(0, 2) == 0;
  for (int row = 0; row < rows; ++row) {
    for (int column = 0; column < columns; ++column) {
      for (int y = 0; y < one.height(); ++y) {
        for (int x = 0; x < one.width(); ++x) {
          if (!one.test(x, y)) continue;
          const bool faint = soft && (x + y) % 3 == 0;
          image.at(column * (one.width() + apart) + x, row * (one.height() + apart) + y) = {
              static_cast<std::uint8_t>(60 + 40 * column), 90, static_cast<std::uint8_t>(9 * y),
              static_cast<std::uint8_t>(faint ? 70 : 255)};
        }
      }
    }
  }
  return artOf(std::move(image), InkRule{});
}

bool isOnTheSheet(const AxisCut& cut, int length) {
  return cut.cell > 0 && cut.count > 0 && cut.margin >= 0 && cut.gutter >= 0 &&
         cut.margin + cut.count * (cut.cell + cut.gutter) - cut.gutter <= length;
}

}  // namespace

class CutLawsTest : public QObject {
  Q_OBJECT
 private slots:
  void aSideIsCutOnTheSheetAndOneColumnIsAlwaysAWay() {
    AMBER_PROPERTY("any art", [] {
      const SheetArt art = anyArt(20);
      const int width = art.image.width();
      const std::vector<AxisCut> cuts = columnCuts(art.image, art.faint, 4);
      RC_ASSERT(!cuts.empty() && cuts.size() <= 5);
      RC_ASSERT(std::any_of(cuts.begin(), cuts.end(), [&](const AxisCut& cut) {
        return cut.count == 1 && cut.cell == width;
      }));
      for (const AxisCut& cut : cuts) {
        RC_ASSERT(isOnTheSheet(cut, width));
        RC_ASSERT(cut.score >= 0 && cut.score <= 1);
      }
      RC_ASSERT(std::is_sorted(cuts.begin(), cuts.end(), [](const AxisCut& a, const AxisCut& b) {
        return a.score > b.score;
      }));
      for (const AxisCut& cut : gutterCuts(art.image, art.faint)) {
        RC_ASSERT(isOnTheSheet(cut, width));
        RC_ASSERT(cut.count >= 2);
      }
    });
  }

  void turnedTwiceItIsItself() {
    AMBER_PROPERTY("images and masks", [] {
      const SheetArt art = anyArt(40);
      RC_ASSERT(turned(turned(art.image)) == art.image);
      RC_ASSERT(turned(turned(art.faint)) == art.faint);
      const int x = *rc::gen::inRange(0, art.image.width());
      const int y = *rc::gen::inRange(0, art.image.height());
      RC_ASSERT(turned(art.image).at(y, x) == art.image.at(x, y));
      RC_ASSERT(turned(art.faint).test(y, x) == art.faint.test(x, y));
    });
  }

  void squaresDivideTheSheet() {
    AMBER_PROPERTY("any art", [] {
      const SheetArt art = anyArt(40);
      const SquaresFound found = squareCells(art.image, art.faint);
      for (const SquareCells& one : found.possible) {
        RC_ASSERT(one.side >= 8 && one.score >= 0 && one.score <= 1);
        RC_ASSERT(art.image.width() % one.side == 0 && art.image.height() % one.side == 0);
      }
      if (!found.likely) return;
      const int length = found.likely->side * found.likely->squares;
      RC_ASSERT(std::max(art.image.width(), art.image.height()) % length == 0);
    });
  }

  void everyProposalIsASoundCutWhoseFramesHoldInk() {
    AMBER_PROPERTY("any art", [] {
      const SheetArt art = anyArt(14);
      const std::vector<Proposal> proposals = proposeCuts(art);
      RC_ASSERT(!proposals.empty());
      const std::vector<Proposal> again = proposeCuts(art);
      RC_ASSERT(again.size() == proposals.size());
      for (std::size_t i = 0; i < again.size(); ++i) {
        RC_ASSERT(again[i].way == proposals[i].way && again[i].score == proposals[i].score);
      }
      double last = 1;
      for (const Proposal& proposal : proposals) {
        RC_ASSERT(proposal.score >= 0 && proposal.score <= last);
        RC_ASSERT(!proposal.reason.empty());
        last = proposal.score;
        const Cut cut{proposal.way, {}};
        RC_ASSERT(checkedCut(cut, art.image.size()).has_value());
        const CutRects found = rectsOf(cut, art, {});
        RC_ASSERT(!found.frames.empty());
        const bool none = countOf(art.faint) == 0;
        for (const PixelRect& frame : found.frames) {
          RC_ASSERT(within(frame, art.image.rect()));
          RC_ASSERT(none || countWithin(art.faint, frame) > 0);
        }
        for (const PixelRect& cell : found.empty) RC_ASSERT(countWithin(art.faint, cell) == 0);
      }
    });
  }

  void aGuessIsWhatItsRuleFinds() {
    AMBER_PROPERTY("any art", [] {
      const SheetArt art = anyArt(14);
      const auto guess = guessIslands(art);
      if (!guess) return;
      RC_ASSERT(guess->likelihood >= 0 && guess->likelihood <= 1);
      std::vector<PixelRect> bounds;
      for (const Island& island : guess->islands) bounds.push_back(island.bounds);
      RC_ASSERT(rectsOf({guess->rule, {}}, art, {}).frames == bounds);
      // Ink is in one of them alone, or in what is left of packed frames and of specks.
      long long pixels = 0;
      for (const Island& island : guess->islands) pixels += island.inkPixels;
      RC_ASSERT(pixels <= countOf(art.faint));
    });
  }

  void evidenceIsThatOfTheCut() {
    AMBER_PROPERTY("any cells", [] {
      const SheetArt art = anyArt(20);
      const PixelSize cell{*rc::gen::inRange(1, art.image.width() + 1),
                           *rc::gen::inRange(1, art.image.height() + 1)};
      const auto grid = gridByCell(art.image.size(), cell, {}, {});
      RC_ASSERT(grid.has_value());
      const CutEvidence evidence = evidenceOf({*grid, {}}, art, {});
      const std::vector<PixelRect> cells = cellsOf(*grid);
      RC_ASSERT(evidence.found.frames.size() + evidence.found.empty.size() == cells.size());
      RC_ASSERT(evidence.found.dropped.empty());
      if (cells.size() > 1) {
        RC_ASSERT(evidence.crossings.size() == crossingsOf(art.faint, *grid).size());
        for (const PixelRect& touching : evidence.touching) {
          RC_ASSERT(std::find(cells.begin(), cells.end(), touching) != cells.end());
        }
      }
      // What is left over lies beside all cells, and together they are the sheet.
      long long covered = 0;
      for (const PixelRect& one : cells) covered += areaOf(one);
      for (const PixelRect& strip : evidence.leftOver) {
        for (const PixelRect& one : cells) RC_ASSERT(intersection(strip, one).empty());
      }
      if (cells.size() > 1 && evidence.leftOver.empty()) {
        RC_ASSERT(covered == areaOf(art.image.rect()));
      }
    });
  }
};
AMBER_TEST(CutLawsTest);

#include "cut_laws_tests.moc"
