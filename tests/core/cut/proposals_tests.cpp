#include <QTest>
#include <random>

#include "core/cut/grid.h"
#include "core/cut/proposals.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;

namespace {

// Sheets of known truth, the same for the same seed.
class Drawing {
 public:
  explicit Drawing(unsigned seed) : random_(seed) {}

  int between(int low, int high) {
    return low + static_cast<int>(random_() % static_cast<unsigned>(high - low + 1));
  }

  // A figure of several parts that stands in the cell, a little different in every frame.
  void figure(Image& image, const PixelRect& cell, unsigned look) {
    std::mt19937 shape(look);
    const auto part = [&](int low, int high) {
      return low + static_cast<int>(shape() % static_cast<unsigned>(high - low + 1));
    };
    const int sway = between(-cell.w / 16, cell.w / 16);
    for (int i = 0; i < 4; ++i) {
      const double cx = cell.x + cell.w * part(38, 62) / 100.0 + sway;
      const double cy = cell.y + cell.h * (28 + 16 * i) / 100.0 + between(-1, 1);
      const double rx = std::max(1.5, cell.w * part(12, 26) / 100.0);
      const double ry = std::max(1.5, cell.h * part(12, 17) / 100.0);
      for (int y = cell.y; y < cell.bottom(); ++y) {
        for (int x = cell.x + 1; x < cell.right() - 1; ++x) {
          const double dx = (x + 0.5 - cx) / rx;
          const double dy = (y + 0.5 - cy) / ry;
          if (dx * dx + dy * dy <= 1) {
            image.at(x, y) = {static_cast<std::uint8_t>(60 + 40 * i), 90, 120, 255};
          }
        }
      }
    }
  }

  // A tile that is ink all over, with a texture of its own.
  void tile(Image& image, const PixelRect& cell) {
    const Rgba ground{static_cast<std::uint8_t>(between(20, 235)),
                      static_cast<std::uint8_t>(between(20, 235)),
                      static_cast<std::uint8_t>(between(20, 235)), 255};
    for (int y = cell.y; y < cell.bottom(); ++y) {
      for (int x = cell.x; x < cell.right(); ++x) {
        image.at(x, y) = ground;
        image.at(x, y).g = static_cast<std::uint8_t>(ground.g + between(-8, 8));
      }
    }
  }

 private:
  std::mt19937 random_;
};

struct KnownSheet {
  Image image;
  Grid truth;
};

KnownSheet drawn(const QString& what, unsigned seed) {
  Drawing drawing(seed);
  const bool tiles = what.contains("tiles");
  Grid grid;
  grid.cell = {drawing.between(16, 70), drawing.between(16, 70)};
  grid.columns = what == "one column" ? 1 : drawing.between(3, 9);
  grid.rows = what == "one row" ? 1 : drawing.between(what == "one column" ? 3 : 2, 6);
  if (what.contains("gutter")) {
    grid.margin = {drawing.between(0, 6), drawing.between(0, 6)};
    grid.gutter = {drawing.between(1, 4), drawing.between(1, 4)};
  }
  const PixelRect last = cellAt(grid, grid.columns - 1, grid.rows - 1);
  Image image(last.right() + grid.margin.w, last.bottom() + grid.margin.h);
  const std::vector<PixelRect> cells = cellsOf(grid);
  const std::size_t empty = what == "empty cells at the end"
                                ? static_cast<std::size_t>(drawing.between(1, grid.columns - 1))
                                : 0;
  for (std::size_t i = 0; i + empty < cells.size(); ++i) {
    if (tiles) {
      drawing.tile(image, cells[i]);
    } else {
      // Each row is an animation of one figure.
      drawing.figure(
          image, cells[i],
          seed * 31 + static_cast<unsigned>(i) / static_cast<unsigned>(grid.columns) % 2);
    }
  }
  return {std::move(image), grid};
}

}  // namespace

class ProposalsTest : public QObject {
  Q_OBJECT
 private slots:
  void theFirstProposalIsMostlyRight_data() {
    QTest::addColumn<int>("least");  // per cent exactly right
    QTest::newRow("one row") << 85;
    QTest::newRow("one column") << 85;
    QTest::newRow("rows of animations") << 85;
    QTest::newRow("empty cells at the end") << 80;
    QTest::newRow("tiles with gutter") << 90;
    QTest::newRow("solid tiles") << 90;
  }
  void theFirstProposalIsMostlyRight() {
    QFETCH(int, least);
    const QString what = QTest::currentDataTag();
    constexpr int kSheets = 40;
    int first = 0;
    int amongThree = 0;
    for (unsigned seed = 1; seed <= kSheets; ++seed) {
      const KnownSheet sheet = drawn(what, seed);
      const auto proposals = proposeCuts(artOf(sheet.image, {}));
      for (std::size_t i = 0; i < proposals.size() && i < 3; ++i) {
        if (!(proposals[i].grid == sheet.truth)) continue;
        if (i == 0) ++first;
        ++amongThree;
      }
    }
    qInfo("%s: first %d %%, among three %d %%", qPrintable(what), first * 100 / kSheets,
          amongThree * 100 / kSheets);
    QVERIFY(first * 100 >= least * kSheets);
  }

  void aSingleFigureIsOneFrame() {
    Drawing drawing(7);
    Image image(61, 47);
    drawing.figure(image, {0, 0, 61, 47}, 5);
    const auto proposals = proposeCuts(artOf(image, {}));
    QCOMPARE(proposals.front().grid, wholeGrid({61, 47}));
  }

  void anythingGivesAtLeastTheWholeSheet() {
    for (const PixelSize size : {PixelSize{1, 1}, PixelSize{3, 200}, PixelSize{64, 64}}) {
      const auto proposals = proposeCuts(artOf(Image(size.w, size.h), {}));
      QVERIFY(!proposals.empty());
      for (const Proposal& proposal : proposals) {
        QVERIFY(fits(proposal.grid, size));
        QVERIFY(proposal.score >= 0 && proposal.score <= 1);
        QVERIFY(!proposal.reason.empty());
      }
    }
  }
};
AMBER_TEST(ProposalsTest);

#include "proposals_tests.moc"
