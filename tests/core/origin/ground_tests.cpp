#include <QTest>
#include <algorithm>

#include "core/checks/check_project.h"
#include "core/checks/rules.h"
#include "core/cut/cut_frames.h"
#include "core/cut/row_sequences.h"
#include "core/image/ink/background_alpha.h"
#include "core/origin/ground.h"
#include "core/origin/origin_edits.h"
#include "core/origin/slips.h"
#include "support/registry.h"

using namespace amber;

namespace {

// Cells of 16 px side by side, `columns` a row; in each a figure whose lowest row is given by cell.
SheetArt stripOf(int columns, const std::vector<int>& lowest, int shift = 0) {
  const int rows = static_cast<int>(lowest.size()) / columns;
  Image image(16 * columns, 16 * rows);
  for (std::size_t i = 0; i < lowest.size(); ++i) {
    const int left = 16 * (static_cast<int>(i) % columns) + 5 + shift;
    const int top = 16 * (static_cast<int>(i) / columns);
    for (int y = std::max(0, lowest[i] - 8); y < lowest[i]; ++y) {
      for (int x = left; x < left + 6; ++x) image.at(x, top + y) = {90, 70, 40, 255};
    }
  }
  return artOf(std::move(image), InkRule{});
}

struct Strips {
  Project project = newProject("strips");
  SheetArt art;

  explicit Strips(SheetArt of) : art(std::move(of)) {
    Sheet sheet;
    sheet.id = {project.nextId++};
    sheet.path = "jump.png";
    sheet.size = art.image.size();
    project.sheets.emplace_back(sheet);
  }

  Project cut(int columns, int rows, const std::string& kind, RowsAre are = RowsAre::Likely) {
    CutRequest request;
    request.sheet = project.sheets.front()->id;
    request.cut.way = Grid{{16, 16}, {}, {}, columns, rows};
    request.asset = "frog";
    request.kind = kind;
    request.animation = "still";
    request.rows = are;
    const auto edits = cutEdits(project, request, art);
    return withEdits(project, *edits)->project;
  }
};

std::vector<FramePoint> originsOf(const Project& project) {
  std::vector<FramePoint> origins;
  for (const Frame& frame : project.assets.front()->frames) origins.push_back(frame.origin);
  return origins;
}

}  // namespace

class GroundTest : public QObject {
  Q_OBJECT

 private slots:
  void allFramesOfAStripShareThePointOnTheLowestInk() {
    Strips strips(stripOf(4, {14, 10, 6, 15}));
    const Project project = strips.cut(4, 1, "character");
    for (const FramePoint& origin : originsOf(project)) QCOMPARE(origin, (FramePoint{8, 15}));
  }

  void inkThatIsFarOffTheMiddleTakesTheOriginAlong() {
    Strips near(stripOf(3, {14, 14, 14}, 3));
    QCOMPARE(originsOf(near.cut(3, 1, "character")).front(), (FramePoint{8, 14}));
    Strips far(stripOf(3, {14, 14, 14}, 5));
    QCOMPARE(originsOf(far.cut(3, 1, "character")).front(), (FramePoint{13, 14}));
  }

  void aRuleThatIsAppliedAgainFindsTheSamePoints() {
    Strips strips(stripOf(4, {14, 10, 6, 15}));
    const Project project = strips.cut(4, 1, "character");
    const auto art = std::make_shared<const SheetArt>(strips.art);
    const ArtSource source = [&](SheetId) { return art; };
    std::vector<FrameRef> frames;
    const Asset& asset = *project.assets.front();
    for (const Frame& frame : asset.frames) frames.push_back({asset.id, frame.id});
    QVERIFY(originsAgain(project, frames, source).empty());
    const Project moved = withEdits(project, originsByHand(project, frames, {1, 1}))->project;
    const OriginRule ground{OriginBasis::Ground, Anchor::Bottom};
    const Project back = withEdits(moved, originsByRule(moved, frames, ground, source))->project;
    for (const FramePoint& origin : originsOf(back)) QCOMPARE(origin, (FramePoint{8, 15}));
  }

  // A figure in the air is above the ground line on purpose.
  void anOriginOnTheGroundIsNeverOutsideTheInk() {
    Strips strips(stripOf(4, {14, 10, 9, 15}));
    const Project project = strips.cut(4, 1, "character");
    const auto art = std::make_shared<const SheetArt>(strips.art);
    const auto outside = [&](const Project& of) {
      const auto findings = checkProject(of, [&](SheetId) { return art; });
      return std::count_if(findings.begin(), findings.end(),
                           [](const Finding& one) { return one.rule == rules::kOriginOutside.id; });
    };
    QCOMPARE(outside(project), 0);
    std::vector<FrameRef> frames;
    const Asset& asset = *project.assets.front();
    for (const Frame& frame : asset.frames) frames.push_back({asset.id, frame.id});
    const Project byHand = withEdits(project, originsByHand(project, frames, {8, 15}))->project;
    QCOMPARE(outside(byHand), 1);
  }

  // One frame that was drawn 2 px higher and 2 px to the side: only the side is an error.
  void onTheGroundFramesSlipToTheSideOnly() {
    Image image(16 * 6, 16);
    for (int i = 0; i < 6; ++i) {
      const int off = i == 3 ? 2 : 0;
      for (int y = 6; y < 14; ++y) {
        for (int x = 5; x < 5 + (y % 2 == 0 ? 6 : 4); ++x)
          image.at(16 * i + x + off, y - off) = {90, 70, 40, 255};
      }
    }
    Strips strips(artOf(std::move(image), InkRule{}));
    const Project project = strips.cut(6, 1, "character");
    const auto art = std::make_shared<const SheetArt>(strips.art);
    const auto slips = [&](const Project& of) {
      const Asset& asset = *of.assets.front();
      return slipsOf(asset, asset.animations.front(), [&](SheetId) { return art; });
    };
    QCOMPARE(slips(project).size(), std::size_t{1});
    QCOMPARE(slips(project).front().by, (OriginPoint{2, 0}));
    std::vector<FrameRef> frames;
    const Asset& asset = *project.assets.front();
    for (const Frame& frame : asset.frames) frames.push_back({asset.id, frame.id});
    const Project byHand = withEdits(project, originsByHand(project, frames, {8, 14}))->project;
    QCOMPARE(slips(byHand).front().by, (OriginPoint{2, -2}));
  }

  void alikeRowsOfAThingThatMovesAreAnimations() {
    Strips strips(stripOf(4, {14, 13, 14, 13, 12, 12, 12, 12}));
    const Project project = strips.cut(4, 2, "character");
    const Asset& asset = *project.assets.front();
    QCOMPARE(asset.animations.size(), std::size_t{2});
    QCOMPARE(asset.animations[0].name, std::string("row_1"));
    QCOMPARE(asset.animations[1].name, std::string("row_2"));
    QCOMPARE(asset.animations[1].steps.size(), std::size_t{4});
    QCOMPARE(asset.animations[1].steps.front().frame, asset.frames[4].id);
    QCOMPARE(strips.cut(4, 2, "tile").assets.front()->animations.size(), std::size_t{1});
    QCOMPARE(strips.cut(4, 2, "character", RowsAre::One).assets.front()->animations.size(),
             std::size_t{1});
  }

  void rowsOfDifferentThingsAreOneSet() {
    // Bars of different places: neighbours share no ink.
    Image image(64, 32);
    for (int i = 0; i < 8; ++i) {
      for (int y = 0; y < 16; ++y)
        image.at(16 * (i % 4) + 2 * i % 16, 16 * (i / 4) + y) = {9, 9, 9, 255};
    }
    Strips strips(artOf(std::move(image), InkRule{}));
    QVERIFY(!rowsAreSequences(strips.art, Grid{{16, 16}, {}, {}, 4, 2}));
    QCOMPARE(strips.cut(4, 2, "character").assets.front()->animations.size(), std::size_t{1});
    QCOMPARE(strips.cut(4, 2, "character", RowsAre::Animations).assets.front()->animations.size(),
             std::size_t{2});
  }

  void visibleInkBeginsAboveAFaintBackground() {
    Image image(32, 32);
    for (int y = 0; y < 32; ++y) {
      for (int x = 0; x < 32; ++x) {
        const bool figure = x > 8 && x < 20 && y > 8 && y < 28;
        image.at(x, y) = {50, 60, 70, static_cast<std::uint8_t>(figure ? 255 : 1)};
      }
    }
    QCOMPARE(visibleInkThreshold(image), 2);
    // Transparent background, or an opaque picture: the usual threshold.
    for (int y = 0; y < 32; ++y) {
      for (int x = 0; x < 32; ++x) image.at(x, y).a = x < 16 ? 0 : 255;
    }
    QCOMPARE(visibleInkThreshold(image), 1);
    for (int y = 0; y < 32; ++y) {
      for (int x = 0; x < 32; ++x) image.at(x, y).a = 255;
    }
    QCOMPARE(visibleInkThreshold(image), 1);
    QCOMPARE(visibleInkThreshold(Image()), 1);
  }
};
AMBER_TEST(GroundTest);

#include "ground_tests.moc"
