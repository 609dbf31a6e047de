#include <QTest>
#include <map>

#include "core/cut/crossing.h"
#include "core/cut/cut_frames.h"
#include "core/cut/grid.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

class GridTest : public QObject {
  Q_OBJECT
 private slots:
  void cellsBySizeFillTheSheetInReadingOrder() {
    const Grid grid = *gridByCell({70, 36}, {32, 16}, {2, 2}, {2, 1});
    QCOMPARE(grid.columns, 2);
    QCOMPARE(grid.rows, 2);
    const auto cells = cellsOf(grid);
    QCOMPARE(cells[1], (PixelRect{36, 2, 32, 16}));
    QCOMPARE(cells[2], (PixelRect{2, 19, 32, 16}));
  }

  void cellsByCountAreAsLargeAsTheSheetAllows() {
    const Grid grid = *gridByCount({100, 50}, 3, 2, {1, 0}, {0, 4});
    QCOMPARE(grid.cell, (PixelSize{33, 23}));
  }

  void badNumbersAreErrorsWithASentence_data() {
    QTest::addColumn<int>("w");
    QTest::addColumn<int>("h");
    QTest::addColumn<int>("margin");
    QTest::newRow("no width") << 0 << 8 << 0;
    QTest::newRow("larger than the sheet") << 33 << 8 << 0;
    QTest::newRow("pushed off by the margin") << 8 << 8 << 30;
    QTest::newRow("negative margin") << 8 << 8 << -1;
  }
  void badNumbersAreErrorsWithASentence() {
    QFETCH(int, w);
    QFETCH(int, h);
    QFETCH(int, margin);
    const auto grid = gridByCell({32, 32}, {w, h}, {margin, 0}, {});
    QVERIFY(!grid);
    QVERIFY(!grid.error().sentence.empty());
  }

  void tooManyCellsAreRefused() { QVERIFY(!gridByCell({16384, 16384}, {1, 1}, {}, {})); }

  void aStripLeftOverIsTold() {
    const Grid grid = *gridByCell({70, 32}, {32, 32}, {}, {});
    const LeftOver rest = leftOver(grid, {70, 32});
    QCOMPARE(rest.right, (PixelRect{64, 0, 6, 32}));
    QVERIFY(rest.bottom.empty());
  }

  void aClosingMarginIsNoPartialCell() {
    const Grid grid = *gridByCell({72, 40}, {32, 32}, {4, 4}, {});
    const LeftOver rest = leftOver(grid, {72, 40});
    QVERIFY(rest.right.empty());
    QVERIFY(rest.bottom.empty());
  }

  void everyCellLiesOnTheSheetAndNoMoreWouldFit() {
    AMBER_PROPERTY("grids by cell are maximal", [] {
      const PixelSize sheet{*rc::gen::inRange(1, 300), *rc::gen::inRange(1, 300)};
      const PixelSize cell{*rc::gen::inRange(1, 90), *rc::gen::inRange(1, 90)};
      const PixelSize margin{*rc::gen::inRange(0, 9), *rc::gen::inRange(0, 9)};
      const PixelSize gutter{*rc::gen::inRange(0, 9), *rc::gen::inRange(0, 9)};
      const auto grid = gridByCell(sheet, cell, margin, gutter);
      if (!grid) {
        RC_ASSERT(margin.w + cell.w > sheet.w || margin.h + cell.h > sheet.h);
        return;
      }
      RC_ASSERT(fits(*grid, sheet));
      Grid wider = *grid;
      ++wider.columns;
      RC_ASSERT(!fits(wider, sheet));
      for (const PixelRect& rect : cellsOf(*grid)) {
        RC_ASSERT(within(rect, {0, 0, sheet.w, sheet.h}));
      }
    });
  }

  void draggingALineMovesTheMarginOrResizesTheCells() {
    const PixelSize sheet{96, 32};
    const Grid grid = *gridByCell(sheet, {32, 32}, {}, {});
    const auto lines = linesOf(grid);
    const Grid moved = *withLineAt(grid, lines[0], 4, sheet);
    QCOMPARE(moved.margin.w, 4);
    QCOMPARE(moved.columns, 2);
    const Grid narrower = *withLineAt(grid, lines[2], 48, sheet);
    QCOMPARE(narrower.cell.w, 24);
    QCOMPARE(narrower.columns, 4);
    const Grid byLast = *withLineAt(grid, lines[3], 48, sheet);
    QCOMPARE(byLast.cell.w, 16);
  }
};
AMBER_TEST(GridTest);

class CrossingTest : public QObject {
  Q_OBJECT

  // Labels every pixel with its 8-connected island, by spreading.
  static std::map<std::pair<int, int>, int> islandsOf(const PixelMask& mask) {
    std::map<std::pair<int, int>, int> island;
    int next = 0;
    for (int y = 0; y < mask.height(); ++y) {
      for (int x = 0; x < mask.width(); ++x) {
        if (!mask.test(x, y) || island.count({x, y}) != 0) continue;
        std::vector<std::pair<int, int>> waiting{{x, y}};
        island[{x, y}] = next;
        while (!waiting.empty()) {
          const auto [px, py] = waiting.back();
          waiting.pop_back();
          for (int dy = -1; dy <= 1; ++dy) {
            for (int dx = -1; dx <= 1; ++dx) {
              const std::pair<int, int> at{px + dx, py + dy};
              if (!mask.rect().contains(at.first, at.second)) continue;
              if (!mask.test(at.first, at.second) || island.count(at) != 0) continue;
              island[at] = next;
              waiting.push_back(at);
            }
          }
        }
        ++next;
      }
    }
    return island;
  }

 private slots:
  void inkAcrossACutIsMarkedPixelByPixel() {
    const PixelMask mask = maskOf({"........",  //
                                   "..####..",  //
                                   "........",  //
                                   "...#...."});
    const auto found = crossingsOf(mask, *gridByCell({8, 4}, {4, 4}, {}, {}));
    QCOMPARE(found.size(), std::size_t{1});
    QCOMPARE(found[0].position, 4);
    QCOMPARE(found[0].count, 1);
    QCOMPARE(found[0].pixels, (std::vector<PixelRect>{{3, 1, 1, 1}, {4, 1, 1, 1}}));
  }

  void aDiagonalStepAcrossTheCutCrossesIt() {
    const PixelMask mask = maskOf({"...#....", "....#..."});
    const auto found = crossingsOf(mask, *gridByCell({8, 2}, {4, 2}, {}, {}));
    QCOMPARE(found.size(), std::size_t{1});
  }

  void inkThatOnlyTouchesTheCutDoesNotCrossIt() {
    const PixelMask mask = maskOf({"...#....", "........", "....#..."});
    QVERIFY(crossingsOf(mask, *gridByCell({8, 3}, {4, 3}, {}, {})).empty());
  }

  void inkRunningIntoTheGutterIsFoundOnTheSideItLeaves() {
    const PixelMask mask = maskOf({"..##......"});
    const auto found = crossingsOf(mask, *gridByCell({10, 1}, {3, 1}, {}, {2, 0}));
    QCOMPARE(found.size(), std::size_t{1});
    QCOMPARE(found[0].position, 3);
  }

  void countsAgreeWithIslandLabels() {
    AMBER_PROPERTY("a px of the line is crossed when facing ink shares its island", [] {
      const PixelMask drawn = randomMask(20);
      // Wide enough for two columns, whatever was drawn.
      PixelMask mask(drawn.width() + 2, drawn.height());
      for (int y = 0; y < drawn.height(); ++y) {
        for (int x = 0; x < drawn.width(); ++x) {
          if (drawn.test(x, y)) mask.set(x, y);
        }
      }
      const int cut = *rc::gen::inRange(1, mask.width() / 2 + 1);
      const Grid grid{{cut, mask.height()}, {}, {}, 2, 1};
      const auto island = islandsOf(mask);
      int expected = 0;
      for (int y = 0; y < mask.height(); ++y) {
        if (!mask.test(cut - 1, y)) continue;
        bool crossed = false;
        for (int dy = -1; dy <= 1; ++dy) {
          const auto facing = island.find({cut, y + dy});
          crossed =
              crossed || (facing != island.end() && facing->second == island.at({cut - 1, y}));
        }
        expected += crossed;
      }
      int counted = 0;
      for (const Crossing& crossing : crossingsOf(mask, grid)) {
        if (crossing.position == cut) counted += crossing.count;
      }
      RC_ASSERT(counted == expected);
    });
  }
};
AMBER_TEST(CrossingTest);

class CutFramesTest : public QObject {
  Q_OBJECT

  static Project projectWithSheet(PixelSize size, const char* path = "keeper_walk.png") {
    Project project = newProject("test");
    Sheet sheet;
    sheet.id = {1};
    sheet.path = path;
    sheet.size = size;
    return withEdits(project, {PutSheet{sheet}})->project;
  }
  static CutRequest request(const Grid& grid) {
    return {{1}, {grid, {}}, "keeper", "character", "walk", 100, {}, LoopMode::Repeat};
  }

 private slots:
  void theFileNameSaysAssetAndAnimation_data() {
    QTest::addColumn<QString>("path");
    QTest::addColumn<QString>("asset");
    QTest::addColumn<QString>("animation");
    QTest::newRow("movement") << "sheets/keeper_walk.png"
                              << "keeper"
                              << "walk";
    QTest::newRow("capitals") << "KeeperWalk.PNG"
                              << "keeper"
                              << "walk";
    QTest::newRow("no movement") << "clay_pot.png"
                                 << "clay_pot"
                                 << "still";
    QTest::newRow("only a movement") << "walk.png"
                                     << "walk"
                                     << "still";
  }
  void theFileNameSaysAssetAndAnimation() {
    QFETCH(QString, path);
    const SheetTitle title = titleFrom(path.toStdString());
    QTEST(QString::fromStdString(title.asset), "asset");
    QTEST(QString::fromStdString(title.animation), "animation");
  }

  void cellsWithoutInkAreLeftOut() {
    const SheetArt art = sheetArtOf({"##......##..", "##......##.."});
    const Project project = projectWithSheet({12, 2});
    const auto edits = cutEdits(project, request(*gridByCell({12, 2}, {4, 2}, {}, {})), art);
    const Project cut = withEdits(project, *edits)->project;
    const Asset& asset = *cut.assets.front();
    QCOMPARE(asset.name, std::string("chr_keeper"));
    QCOMPARE(asset.frames.size(), std::size_t{2});
    QCOMPARE(asset.frames[1].name, std::string("chr_keeper_walk_02"));
    QCOMPARE(asset.frames[1].rect, (PixelRect{8, 0, 4, 2}));
    QCOMPARE(asset.frames[1].origin, (FramePoint{2, 2}));  // the ground, in the middle of the cell
    QCOMPARE(asset.animations.front().steps.size(), std::size_t{2});
  }

  void cuttingAgainKeepsFramesWhoseRectangleStays() {
    const SheetArt art = sheetArtOf({"############"});
    Project project = projectWithSheet({12, 1});
    project =
        withEdits(project, *cutEdits(project, request(*gridByCell({12, 1}, {4, 1}, {}, {})), art))
            ->project;
    const FrameId first = project.assets.front()->frames[0].id;
    // One cell of 4 at the same place, then one more from a wider sheet cut: 4 and 8 do not match.
    const auto grid = *gridByCell({12, 1}, {4, 1}, {}, {4, 0});
    project = withEdits(project, *cutEdits(project, request(grid), art))->project;
    QCOMPARE(project.assets.front()->frames.size(), std::size_t{2});
    QCOMPARE(project.assets.front()->frames[0].id, first);
  }

  void whatWasSetByHandStaysOverTheSameArt() {
    const SheetArt art = sheetArtOf({"..####..####"});
    Project project = projectWithSheet({12, 1});
    project =
        withEdits(project, *cutEdits(project, request(*gridByCell({12, 1}, {6, 1}, {}, {})), art))
            ->project;
    const AssetId asset = project.assets.front()->id;
    const FrameId frame = project.assets.front()->frames[0].id;
    project = withEdits(project, {SetOrigin{asset, frame, {4, 1}, {OriginBasis::Hand, {}}},
                                  SetShape{asset, frame, {"body", Box{2, 0, 4, 1}, std::nullopt}}})
                  ->project;
    const auto grid = *gridByCell({12, 1}, {5, 1}, {2, 0}, {});
    project = withEdits(project, *cutEdits(project, request(grid), art))->project;
    const Frame& kept = project.assets.front()->frames[0];
    QCOMPARE(kept.id, frame);
    QCOMPARE(kept.rect.x, 2);
    QCOMPARE(kept.origin, (FramePoint{2, 1}));
    QCOMPARE(kept.shapes.front().geometry, Shape(Box{0, 0, 4, 1}));
  }

  void anotherSheetOfTheAssetAddsAnAnimation() {
    const SheetArt art = sheetArtOf({"####"});
    Project project = projectWithSheet({4, 1});
    Sheet idle = *project.sheets.front();
    idle.id = {2};
    idle.path = "keeper_idle.png";
    project = withEdits(project, {PutSheet{idle}})->project;
    const Grid grid = *gridByCell({4, 1}, {2, 1}, {}, {});
    project = withEdits(project, *cutEdits(project, request(grid), art))->project;
    CutRequest second = request(grid);
    second.sheet = {2};
    second.animation = "idle";
    project = withEdits(project, *cutEdits(project, second, art))->project;
    QCOMPARE(project.assets.size(), std::size_t{1});
    QCOMPARE(project.assets.front()->animations.size(), std::size_t{2});
    QCOMPARE(project.assets.front()->frames[3].name, std::string("chr_keeper_idle_02"));
  }

  void aGridThatDoesNotFitIsRefused() {
    const SheetArt art = sheetArtOf({"####"});
    QVERIFY(!cutEdits(projectWithSheet({4, 1}), request({{5, 1}, {}, {}, 1, 1}), art));
  }
};
AMBER_TEST(CutFramesTest);

#include "cut_tests.moc"
