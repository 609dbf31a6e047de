#include <QTest>
#include <algorithm>
#include <random>

#include "core/cut/grids/drawn_lines.h"
#include "core/cut/grids/gutter_search.h"
#include "core/cut/grids/square_cells.h"
#include "core/cut/island_guess.h"
#include "core/cut/islands/islands.h"
#include "core/cut/proposals.h"
#include "support/registry.h"

using namespace amber;

namespace {

struct Drawn {
  Image image;
  PixelMask ink;

  Drawn(int w, int h) : image(w, h), ink(w, h) {}
  void dot(int x, int y, Rgba colour) {
    image.at(x, y) = colour;
    ink.set(x, y);
  }
};

// A disc with a nose, so that cells are alike but not the same.
void drawFigure(Drawn& sheet, int left, int top, int side, int number) {
  for (int y = 2; y < side - 2; ++y) {
    for (int x = 2; x < side - 2; ++x) {
      const int dx = x - side / 2;
      const int dy = y - side / 2;
      const bool body = dx * dx + dy * dy < side * side / 7;
      const bool nose = dy == number % 5 - 2 && dx > 0 && dx < side / 2 - 2;
      if (body || nose)
        sheet.dot(left + x, top + y, {200, static_cast<std::uint8_t>(10 * x), 30, 255});
    }
  }
}

Drawn sheetOf(int columns, int rows, int side) {
  Drawn sheet(columns * side, rows * side);
  for (int i = 0; i < columns * rows; ++i) {
    drawFigure(sheet, i % columns * side, i / columns * side, side, i);
  }
  return sheet;
}

}  // namespace

class SquareCellsTest : public QObject {
  Q_OBJECT

 private slots:
  void figuresInSquaresAreTold_data() {
    QTest::addColumn<int>("columns");
    QTest::addColumn<int>("rows");
    QTest::addColumn<int>("side");
    QTest::newRow("a strip") << 8 << 1 << 32;
    QTest::newRow("a column") << 1 << 6 << 24;
    QTest::newRow("a block") << 4 << 3 << 16;
    QTest::newRow("two") << 2 << 1 << 48;
  }
  void figuresInSquaresAreTold() {
    QFETCH(int, columns);
    QFETCH(int, rows);
    QFETCH(int, side);
    const Drawn sheet = sheetOf(columns, rows, side);
    const auto found = squareCells(sheet.image, sheet.ink).likely;
    QVERIFY(found.has_value());
    QCOMPARE(found->side, side);
  }

  // Ink all over: only the colours break at the cells' edges.
  void solidTilesAreTold() {
    std::mt19937 random(5);
    Drawn sheet(96, 64);
    for (int row = 0; row < 2; ++row) {
      for (int column = 0; column < 3; ++column) {
        const auto shade = static_cast<std::uint8_t>(30 + random() % 200);
        for (int y = 0; y < 32; ++y) {
          for (int x = 0; x < 32; ++x) {
            const auto grain = static_cast<std::uint8_t>(shade + random() % 8);
            sheet.dot(column * 32 + x, row * 32 + y, {grain, shade, 20, 255});
          }
        }
      }
    }
    const auto found = squareCells(sheet.image, sheet.ink).likely;
    QVERIFY(found.has_value());
    QCOMPARE(found->side, 32);
  }

  // Ground that continues from piece to piece: the pieces are found because the ground ends where
  // one is missing.
  void groundThatEndsOnTheLinesIsTold() {
    const auto ground = [](int shift) {
      Drawn sheet(96, 96);
      for (int y = 0; y < 96; ++y) {
        for (int x = 0; x < 96; ++x) {
          const int column = (x + shift) / 24;
          const int row = (y + shift) / 24;
          const bool missing = (column == 1 && row == 0) || (column == 2 && row == 2);
          if (!missing) sheet.dot(x, y, {static_cast<std::uint8_t>(x + y), 90, 40, 255});
        }
      }
      return sheet;
    };
    const Drawn pieces = ground(0);
    const auto found = squareCells(pieces.image, pieces.ink).likely;
    QVERIFY(found.has_value());
    QCOMPARE(found->side, 24);
    // Holes elsewhere are holes in one picture.
    const Drawn one = ground(5);
    QVERIFY(!squareCells(one.image, one.ink).likely);
  }

  // Ground in two blocks far apart, whose pieces are told by where ground is missing: the clear
  // line between the blocks does not make cells of the blocks.
  void piecesWithinBlocksAreTheCells() {
    Drawn sheet(384, 192);
    for (int y = 0; y < 192; ++y) {
      for (int x = 0; x < 384; ++x) {
        const int column = x / 24;
        const int row = y / 24;
        const bool between = column == 7 || column == 15 || row == 7;
        const bool missing = (column * 5 + row * 3) % 4 == 0;
        if (!between && !missing) sheet.dot(x, y, {static_cast<std::uint8_t>(x + y), 90, 40, 255});
      }
    }
    const auto found = squareCells(sheet.image, sheet.ink).likely;
    QVERIFY(found.has_value());
    QCOMPARE(found->side, 24);
  }

  void asMuchRoomOnBothSidesIsTheCells() {
    const auto first = [](int margin, int gap = 4) {
      Image image(2 * margin + 4 * 24 + 3 * gap, 20);
      for (int i = 0; i < 4; ++i) {
        for (int y = 0; y < 20; ++y) {
          for (int x = 0; x < 24; ++x) {
            image.at(margin + i * (24 + gap) + x, y) = {static_cast<std::uint8_t>(60 + 7 * x), 90,
                                                        static_cast<std::uint8_t>(40 * i), 255};
          }
        }
      }
      return std::get<Grid>(proposeCuts(artOf(image, InkRule{})).front().way);
    };
    // 2 px beside each cell, 4 px between two: cells of 28 px that keep off their edges.
    QVERIFY(first(2) == (Grid{{28, 20}, {}, {}, 4, 1}));
    QVERIFY(first(4) == (Grid{{24, 20}, {4, 0}, {4, 0}, 4, 1}));
    // One px beside each of 24 px is a margin: 26 is no usual width.
    QVERIFY(first(1, 2) == (Grid{{24, 20}, {1, 0}, {2, 0}, 4, 1}));
  }

  void onePictureHasNoSquares() {
    const Drawn one = sheetOf(1, 1, 64);
    QVERIFY(!squareCells(one.image, one.ink).likely);
    // Nor has a panorama, though it is twice as wide as high.
    Drawn wide(128, 64);
    for (int x = 0; x < 128; ++x) {
      for (int y = 30 + x * x / 800; y < 64; ++y) {
        wide.dot(x, y, {static_cast<std::uint8_t>(x), static_cast<std::uint8_t>(2 * y), 90, 255});
      }
    }
    QVERIFY(!squareCells(wide.image, wide.ink).likely);
    QVERIFY(!squareCells(Image(1, 1), PixelMask(1, 1)).likely);
    QVERIFY(!squareCells(Image(64, 64), PixelMask(64, 64)).likely);
  }

  void figuresTwoSquaresLongKeepBothOfThem() {
    // Four columns of ink in a strip, each through two squares of 32.
    Drawn strip(32, 256);
    for (int i = 0; i < 4; ++i) {
      for (int y = 3 + 2 * i; y < 61 - 3 * i; ++y) {
        for (int x = 8 + (y + i) % 3; x < 24 - (y * (i + 2)) % 4; ++x) {
          strip.dot(x, i * 64 + y, {200, static_cast<std::uint8_t>(8 * x), 60, 255});
        }
      }
    }
    const SheetArt art{strip.image, strip.ink, strip.ink, 128};
    const auto proposals = proposeCuts(art);
    QVERIFY2((std::get<Grid>(proposals.front().way) == Grid{{32, 64}, {}, {}, 1, 4}),
             proposals.front().reason.c_str());
    // Shorter ones have a square each.
    QVERIFY((std::get<Grid>(proposeCuts(artOf(sheetOf(1, 8, 32).image, {})).front().way) ==
             Grid{{32, 32}, {}, {}, 1, 8}));
  }

  void emptySquaresAboveFiguresAreTheirRoom() {
    Drawn sheet(96, 64);
    for (int i = 0; i < 3; ++i) drawFigure(sheet, 32 * i, 32, 32, i);
    const SheetArt art{sheet.image, sheet.ink, sheet.ink, 128};
    QVERIFY((std::get<Grid>(proposeCuts(art).front().way) == Grid{{32, 64}, {}, {}, 3, 1}));
    // Above three full rows an empty one is no room.
    Drawn block(96, 128);
    for (int i = 0; i < 9; ++i) drawFigure(block, 32 * (i % 3), 32 + 32 * (i / 3), 32, i);
    const SheetArt four{block.image, block.ink, block.ink, 128};
    QVERIFY((std::get<Grid>(proposeCuts(four).front().way) == Grid{{32, 32}, {}, {}, 3, 4}));
  }

  void aFrameIsHardlyEverManyTimesAsLongAsWide() {
    // A cord of one piece that looks the same every 60 px.
    Drawn cord(900, 10);
    for (int x = 0; x < 900; ++x) {
      for (int y = 3 - (x % 60 > 30); y < 7; ++y) {
        cord.dot(x, y, {static_cast<std::uint8_t>(90 + 2 * (x % 60)), 80, 40, 255});
      }
    }
    const SheetArt art{cord.image, cord.ink, cord.ink, 128};
    const auto proposals = proposeCuts(art);
    const Grid& first = std::get<Grid>(proposals.front().way);
    QVERIFY2(first.columns > 1, proposals.front().reason.c_str());
  }

  void aGridGoesOnWhereALineIsMissing() {
    // Six cells of 12 with a line between, but none between the third and the fourth.
    Drawn sheet(6 * 13 - 1, 20);
    for (int i = 0; i < 6; ++i) {
      drawFigure(sheet, i * 13, 4, 12, i);
      for (int y = 0; y < 20 && i < 5 && i != 2; ++y) sheet.dot(i * 13 + 12, y, {9, 9, 200, 255});
    }
    const auto cuts = gutterCuts(sheet.image, sheet.ink);
    QVERIFY(std::any_of(cuts.begin(), cuts.end(), [](const AxisCut& cut) {
      return cut.cell == 12 && cut.gutter == 1 && cut.margin == 0 && cut.count == 6;
    }));
    // Mostly missing lines are not evidence.
    Drawn bare(10 * 13 - 1, 20);
    for (int i = 0; i < 10; ++i) drawFigure(bare, i * 13, 4, 12, i);
    for (int y = 0; y < 20; ++y) bare.dot(12, y, {9, 9, 200, 255});
    for (int y = 0; y < 20; ++y) bare.dot(25, y, {9, 9, 200, 255});
    for (const AxisCut& cut : gutterCuts(bare.image, bare.ink)) {
      QVERIFY(cut.cell != 12 || cut.count != 10);
    }
  }

  void linesDrawnRoundCellsAreLeftOut() {
    // Cells of 10 x 12 with a line round each, a pixel apart.
    Drawn sheet(4 * 13 - 1, 14);
    for (int i = 0; i < 4; ++i) {
      for (int y = 0; y < 14; ++y) {
        for (int x = 0; x < 12; ++x) {
          const bool line = x == 0 || y == 0 || x == 11 || y == 13;
          if (line) sheet.dot(i * 13 + x, y, {9, 9, 200, 255});
        }
      }
      drawFigure(sheet, i * 13 + 1, 1, 10, i);
    }
    const Grid outer{{12, 14}, {}, {1, 0}, 4, 1};
    const auto inner = withinDrawnLines(sheet.image, sheet.ink, outer);
    QVERIFY(inner.has_value());
    QVERIFY(*inner == (Grid{{10, 12}, {1, 1}, {3, 2}, 4, 1}));
    // Without lines there is nothing to remove; nor where the ground continues inward.
    const Drawn plain = sheetOf(4, 1, 14);
    QVERIFY(!withinDrawnLines(plain.image, plain.ink, {{14, 14}, {}, {}, 4, 1}));
    Drawn ground(28, 14);
    for (int y = 0; y < 14; ++y) {
      for (int x = 0; x < 28; ++x) ground.dot(x, y, {80, 80, 80, 255});
    }
    QVERIFY(!withinDrawnLines(ground.image, ground.ink, {{14, 14}, {}, {}, 2, 1}));
  }

  void partsWhoseBoundsOverlapAreOneFigure() {
    // Rings around their middles, in two rows.
    PixelMask ink(100, 60);
    for (int i = 0; i < 8; ++i) {
      const int left = 2 + i % 4 * 24;
      const int top = 2 + i / 4 * 28;
      for (int k = 0; k < 20; ++k) {
        for (const auto& [x, y] : {std::pair(k, 0), {k, 19}, {0, k}, {19, k}}) {
          ink.set(left + x, top + y);
        }
      }
      for (int y = 8; y < 12; ++y) {
        for (int x = 8; x < 12; ++x) ink.set(left + x, top + y);
      }
    }
    const Islands found = islandsOf(ink, {1, 1, 0});
    QCOMPARE(found.all.size(), std::size_t{8});
    for (const Island& island : found.all) QCOMPARE(island.bounds.w, 20);
    QVERIFY(likeFigures(found.all) > 0.5);
    QCOMPARE(likeFigures({}), 0.0);
  }
};
AMBER_TEST(SquareCellsTest);

#include "square_cells_tests.moc"
