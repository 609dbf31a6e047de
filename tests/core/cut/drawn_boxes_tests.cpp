#include <QTest>

#include "core/cut/cut_hints.h"
#include "core/cut/cut_rects.h"
#include "core/cut/grids/drawn_boxes.h"
#include "core/cut/numbered_files.h"
#include "core/cut/proposals.h"
#include "support/registry.h"

using namespace amber;

namespace {

constexpr Rgba kGround{128, 205, 214, 255};
constexpr Rgba kLine{163, 255, 255, 255};
constexpr Rgba kOtherLine{20, 20, 90, 255};

// Boxes of several sizes with something in them, on ground of one colour.
struct Boxed {
  Image image;
  std::vector<PixelRect> insides;

  Boxed(int w, int h) : image(w, h) {
    for (int y = 0; y < h; ++y) {
      for (int x = 0; x < w; ++x) image.at(x, y) = kGround;
    }
  }

  void fill(const PixelRect& rect, Rgba colour) {
    for (int y = rect.y; y < rect.bottom(); ++y) {
      for (int x = rect.x; x < rect.right(); ++x) image.at(x, y) = colour;
    }
  }

  void figure(const PixelRect& room) {
    fill({room.x + room.w / 4, room.y + 1, room.w / 2, room.h / 2}, {200, 40, 10, 255});
    fill({room.x + 1, room.bottom() - 3, room.w / 3, 2}, {90, 40, 10, 255});
  }

  void box(int x, int y, int w, int h, Rgba line) {
    fill({x, y, w, h}, line);
    fill({x + 1, y + 1, w - 2, h - 2}, kGround);
    insides.push_back({x + 1, y + 1, w - 2, h - 2});
    figure(insides.back());
  }
};

Boxed scattered() {
  Boxed sheet(160, 100);
  sheet.box(0, 0, 30, 22, kLine);
  sheet.box(31, 0, 30, 22, kLine);
  sheet.box(70, 3, 50, 40, kOtherLine);
  sheet.box(0, 30, 18, 44, kLine);
  inReadingOrder(sheet.insides);
  return sheet;
}

InkRule keyed() {
  InkRule rule;
  rule.key = KeyColour{kGround.r, kGround.g, kGround.b, 0, KeyReach::Everywhere};
  return rule;
}

}  // namespace

class DrawnBoxesTest : public QObject {
  Q_OBJECT

 private slots:
  void closedLinesOfOneColourAreBoxes() {
    const Boxed sheet = scattered();
    for (const InkRule& rule : {InkRule{}, keyed()}) {
      const SheetArt art = artOf(sheet.image, rule);
      QCOMPARE(drawnBoxes(art.image, art.faint), sheet.insides);
    }
    // A gap opens one; another colour in the line as well.
    Boxed open = scattered();
    open.image.at(10, 0) = kGround;
    open.image.at(31, 5) = kOtherLine;
    const SheetArt art = artOf(open.image, keyed());
    QCOMPARE(drawnBoxes(art.image, art.faint).size(), std::size_t{2});
  }

  void aFrameRoundTheSheetAndWhatLiesInBoxesDoNotCount() {
    Boxed sheet(120, 80);
    sheet.box(0, 0, 120, 80, kLine);
    sheet.insides.clear();
    sheet.fill({1, 1, 118, 78}, kGround);
    for (int i = 0; i < 4; ++i) sheet.box(4 + i * 28, 6, 26, 30, kOtherLine);
    // A window in a figure is a part of it.
    sheet.fill({10, 20, 8, 8}, kLine);
    sheet.fill({11, 21, 6, 6}, kGround);
    const SheetArt art = artOf(sheet.image, keyed());
    QCOMPARE(drawnBoxes(art.image, art.faint), sheet.insides);
  }

  void outlinesOfFiguresAreNoBoxes() {
    Boxed sheet(100, 30);
    for (int i = 0; i < 4; ++i) {
      sheet.fill({2 + i * 24, 2, 20, 20}, {0, 0, 0, 255});
      for (int y = 3; y < 21; ++y) {
        for (int x = 3; x < 21; ++x) {
          const auto shade = static_cast<std::uint8_t>(7 * x + 5 * y);
          sheet.image.at(i * 24 + x, y) = {shade, 60, static_cast<std::uint8_t>(255 - shade), 255};
        }
      }
    }
    const SheetArt art = artOf(sheet.image, keyed());
    QVERIFY(drawnBoxes(art.image, art.faint).empty());
    QVERIFY(likelyBoxes(art).empty());
  }

  void framesAreWhatLiesInBoxesAndFiguresBesideThem() {
    Boxed sheet = scattered();
    sheet.figure({130, 60, 24, 24});
    const SheetArt art = artOf(sheet.image, keyed());
    QVERIFY(!likelyBoxes(art).empty());
    const IslandRule rule{10, 4, 0, true};
    std::vector<PixelRect> frames = rectsOf({rule, {}}, art, {}).frames;
    QCOMPARE(frames.size(), std::size_t{5});
    QCOMPARE(frames.back(), (PixelRect{131, 61, 17, 22}));
    for (const PixelRect& inside : sheet.insides) {
      QVERIFY(std::find(frames.begin(), frames.end(), inside) != frames.end());
    }
    const auto proposals = proposeCuts(art);
    const auto* first = std::get_if<IslandRule>(&proposals.front().way);
    QVERIFY(first != nullptr && first->boxes);
    QVERIFY(proposals.front().reason.find("drawn outlines") != std::string::npos);
    // A region holds boxes too.
    const Cut part{HandCut{}, {{{64, 0, 96, 50}, rule}}};
    frames = rectsOf(part, art, {}).frames;
    QCOMPARE(frames, (std::vector<PixelRect>{{71, 4, 48, 38}}));
  }

  void aGroundThatArtReachesThroughIsTheKey() {
    Boxed sheet = scattered();
    // Neither the corners nor most of the border are of it.
    sheet.fill({0, 96, 160, 4}, {3, 3, 3, 255});
    sheet.fill({150, 0, 10, 100}, {5, 90, 3, 255});
    const auto key = likelyKey(sheet.image);
    QVERIFY(key.has_value());
    QCOMPARE(std::tuple(key->r, key->g, key->b), std::tuple(kGround.r, kGround.g, kGround.b));
  }
};
AMBER_TEST(DrawnBoxesTest);

class CutHintsTest : public QObject {
  Q_OBJECT

 private slots:
  void namesSpeakOfGrids_data() {
    QTest::addColumn<QString>("name");
    QTest::addColumn<int>("w");
    QTest::addColumn<int>("h");
    QTest::addColumn<QString>("grids");
    QTest::newRow("columns and rows") << "hero_walk_8x2" << 256 << 64 << "8x2";
    QTest::newRow("a cell") << "slime-32x32" << 128 << 64 << "4x2";
    QTest::newRow("both fit") << "x_16x8" << 128 << 64 << "16x8 8x8";
    QTest::newRow("a strip") << "run_strip6" << 96 << 16 << "6x1";
    QTest::newRow("a strip down") << "STRIP-4" << 16 << 64 << "1x4";
    QTest::newRow("frames") << "walk_6frames" << 96 << 16 << "6x1";
    QTest::newRow("does not divide") << "run_strip7" << 96 << 16 << "";
    QTest::newRow("only a number") << "run_6" << 96 << 16 << "";
    QTest::newRow("another word") << "robustrip6oh" << 96 << 16 << "6x1";
    QTest::newRow("nothing") << "" << 96 << 16 << "";
    QTest::newRow("too many") << "a_96x16" << 96 << 16 << "";
    QTest::newRow("a large number") << "a_999999999999x2" << 96 << 16 << "";
  }
  void namesSpeakOfGrids() {
    QFETCH(QString, name);
    QFETCH(int, w);
    QFETCH(int, h);
    QStringList grids;
    for (const NamedGrid& named : gridsNamed(name.toStdString(), {w, h})) {
      grids << QString("%1x%2").arg(named.grid.columns).arg(named.grid.rows);
      QVERIFY(fits(named.grid, {w, h}));
    }
    QTEST(grids.join(' '), "grids");
  }

  void aNameTipsWhatThePixelsLeaveOpen() {
    // Four squares, evenly apart: two columns do as well as four.
    Image image(64, 16);
    for (int i = 0; i < 4; ++i) {
      for (int y = 4; y < 12; ++y) {
        for (int x = 4; x < 12; ++x) image.at(i * 16 + x, y) = {200, 10, 10, 255};
      }
    }
    const SheetArt art = artOf(image, {});
    const auto columnsOf = [](const Proposal& one) { return std::get<Grid>(one.way).columns; };
    QCOMPARE(columnsOf(proposeCuts(art).front()), 4);
    const auto named = proposeCuts(art, {"gem_2x1", {}});
    const auto two = std::find_if(named.begin(), named.end(), [&](const Proposal& one) {
      return std::holds_alternative<Grid>(one.way) && columnsOf(one) == 2;
    });
    QVERIFY(two != named.end());
    QVERIFY(two->reason.find("the file name contains 2 x 1") != std::string::npos);
    const auto beside = proposeCuts(art, {"gem", {{16, 16}}});
    QVERIFY(beside.front().reason.find("like other sheets beside it") != std::string::npos);
    QVERIFY(isSure(beside));
  }

  void aProjectHintsByFolder() {
    Project project = newProject("p");
    const auto add = [&](const std::string& path, std::optional<Cut> cut) {
      Sheet sheet;
      sheet.id = {project.nextId++};
      sheet.path = path;
      sheet.size = {64, 32};
      sheet.cut = std::move(cut);
      project.sheets.emplace_back(sheet);
      return sheet;
    };
    add("art/a.png", Cut{Grid{{16, 16}, {}, {}, 4, 2}, {}});
    add("art/whole.png", Cut{Grid{{64, 32}, {}, {}, 1, 1}, {}});
    add("other/b.png", Cut{Grid{{8, 8}, {}, {}, 8, 4}, {}});
    const CutHints hints = hintsFor(project, add("art/new_4x2.v2.png", std::nullopt));
    QCOMPARE(hints, (CutHints{"new_4x2.v2", {{16, 16}}}));
  }

  void numbersThatJumpAndImagesThatDifferAreNoAnimation() {
    const auto run = [](const std::vector<std::string>& paths) { return numberedRuns(paths)[0]; };
    const NumberedRun near = run({"a_1.png", "a_2.png", "a_9.png"});
    QVERIFY(isOneAnimation(near, {{10, 10}, {20, 11}, {12, 29}}));
    QVERIFY(!isOneAnimation(near, {{10, 10}, {31, 11}, {12, 12}}));
    QVERIFY(!isOneAnimation(near, {{10, 10}, {11, 40}, {12, 12}}));
    const NumberedRun jumps = run({"a_1.png", "a_300.png", "a_600.png"});
    QVERIFY(!isOneAnimation(jumps, {{10, 10}, {10, 10}, {10, 10}}));
  }
};
AMBER_TEST(CutHintsTest);

#include "drawn_boxes_tests.moc"
