// Turning sheets, finding frames again, and cutting in mixed ways.
#include <QTest>
#include <algorithm>

#include "core/checks/check_project.h"
#include "core/cut/cut_frames.h"
#include "core/cut/frame_matching.h"
#include "core/cut/grid.h"
#include "core/cut/grids/cut_evidence.h"
#include "core/cut/numbered_files.h"
#include "core/cut/sheet_edits.h"
#include "core/image/look.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

namespace {

std::shared_ptr<const SheetArt> shared(SheetArt art) {
  return std::make_shared<const SheetArt>(std::move(art));
}

// A project of one sheet, cut.
struct Cutting {
  Project project = newProject("test");
  std::shared_ptr<const SheetArt> art;

  Cutting(SheetArt picture, const Cut& cut) : art(shared(std::move(picture))) {
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "keeper_walk.png";
    sheet.hash = "before";
    sheet.size = art->image.size();
    apply({PutSheet{sheet}});
    CutRequest request;
    request.sheet = {1};
    request.cut = cut;
    request.asset = "keeper";
    request.kind = "character";
    request.animation = "walk";
    apply(*cutEdits(project, request, *art));
  }

  void apply(const std::vector<Edit>& edits) { project = withEdits(project, edits)->project; }
  void mend(const Finding& finding) {
    apply(*finding.remedy.edits(project, [this](SheetId) { return art; }));
  }
  void recut(const Cut& cut) { apply(*recutEdits(project, {1}, cut, *art)); }
  void repaint(SheetArt picture) {
    art = shared(std::move(picture));
    apply(*repaintEdits(project, {1}, "after", *art));
  }
  const Asset& asset() const { return *project.assets.front(); }
  const Frame& frame(std::size_t i) const { return asset().frames[i]; }
  std::vector<PixelRect> rects() const {
    std::vector<PixelRect> all;
    for (const Frame& one : asset().frames) all.push_back(one.rect);
    return all;
  }
};

Cut cells(PixelSize sheet, int w, int h) {
  return {*gridByCell(sheet, {w, h}, {}, {}), {}};
}

Frame frameAt(std::uint32_t id, const PixelRect& rect, std::uint64_t look) {
  Frame frame;
  frame.id = {id};
  frame.rect = rect;
  frame.look = look;
  return frame;
}

}  // namespace

class OrientationTest : public QObject {
  Q_OBJECT

 private slots:
  void aPictureIsTurnedAndMirrored() {
    const Image image = imageOf({"#o.", "..."});
    const auto text = [&](const Orientation& orientation) {
      return QString::fromStdString(textOf(inkOf(oriented(image, orientation), 200, {})));
    };
    QCOMPARE(text({0, false, false}), QString("#..\n...\n"));
    QCOMPARE(text({1, false, false}), QString(".#\n..\n..\n"));
    QCOMPARE(text({2, false, false}), QString("...\n..#\n"));
    QCOMPARE(text({3, false, false}), QString("..\n..\n#.\n"));
    QCOMPARE(text({0, true, false}), QString("..#\n...\n"));
    QCOMPARE(text({0, false, true}), QString("...\n#..\n"));
  }

  void turnsOneAfterAnotherShowWhatTheOrientationSays() {
    AMBER_PROPERTY("turning what is shown is turning the file", [] {
      const PixelMask mask = randomMask(9);
      Image file(mask.width(), mask.height());
      for (int y = 0; y < mask.height(); ++y) {
        for (int x = 0; x < mask.width(); ++x) {
          file.at(x, y) = {static_cast<std::uint8_t>(x), static_cast<std::uint8_t>(y), 7,
                           static_cast<std::uint8_t>(mask.test(x, y) ? 255 : 0)};
        }
      }
      Orientation orientation;
      Image shown = file;
      const int count = *rc::gen::inRange(0, 7);
      for (int i = 0; i < count; ++i) {
        const auto turn = static_cast<SheetTurn>(*rc::gen::inRange(0, 4));
        const Orientation one = after({}, turn);
        shown = oriented(std::move(shown), one);
        orientation = after(orientation, turn);
      }
      RC_ASSERT(oriented(file, orientation) == shown);
      RC_ASSERT(!(orientation.mirrorX && orientation.mirrorY));
    });
  }

  void rectanglesGoWhereTheirPixelsGo() {
    const PixelSize size{7, 4};
    for (const SheetTurn turn :
         {SheetTurn::Right, SheetTurn::Left, SheetTurn::MirrorX, SheetTurn::MirrorY}) {
      Image image(size.w, size.h);
      const PixelRect rect{1, 1, 3, 2};
      for (int y = rect.y; y < rect.bottom(); ++y) {
        for (int x = rect.x; x < rect.right(); ++x) image.at(x, y).a = 255;
      }
      const Image shown = oriented(image, after({}, turn));
      QCOMPARE(shown.size(), turned(size, turn));
      QCOMPARE(*boundsOf(inkOf(shown, 1, {})), turned(rect, size, turn));
    }
  }
};
AMBER_TEST(OrientationTest);

class FrameMatchingTest : public QObject {
  Q_OBJECT

 private slots:
  void theSameArtIsFoundWhereverItWent() {
    const std::vector<Frame> old = {frameAt(1, {0, 0, 4, 4}, 11), frameAt(2, {4, 0, 4, 4}, 22)};
    // One frame was put in before both.
    const auto matches =
        matchedFrames(old, {{{0, 0, 4, 4}, 99}, {{4, 0, 4, 4}, 11}, {{8, 0, 4, 4}, 22}});
    QVERIFY(!matches[0]);
    QCOMPARE(*matches[1], std::size_t{0});
    QCOMPARE(*matches[2], std::size_t{1});
  }

  void aRepaintedFrameIsFoundByItsPlace() {
    const std::vector<Frame> old = {frameAt(1, {0, 0, 4, 4}, 11), frameAt(2, {4, 0, 4, 4}, 22)};
    const auto matches = matchedFrames(old, {{{0, 0, 4, 4}, 33}, {{5, 0, 4, 4}, 44}});
    QCOMPARE(*matches[0], std::size_t{0});
    QCOMPARE(*matches[1], std::size_t{1});  // it overlaps most
  }

  void twinsAreToldApartByTheirPlace() {
    const std::vector<Frame> old = {frameAt(1, {0, 0, 4, 4}, 11), frameAt(2, {4, 0, 4, 4}, 11),
                                    frameAt(3, {8, 0, 4, 4}, 11)};
    const auto matches = matchedFrames(old, {{{4, 0, 4, 4}, 11}, {{20, 0, 4, 4}, 11}});
    QCOMPARE(*matches[0], std::size_t{1});
    QVERIFY(!matches[1]);  // two are left that it could be
  }

  void aLostFrameComesBackWithItsArtOnly() {
    std::vector<Frame> old = {frameAt(1, {0, 0, 4, 4}, 11)};
    old.front().lost = true;
    QVERIFY(!matchedFrames(old, {{{0, 0, 4, 4}, 5}, {{9, 0, 4, 4}, 6}})[0]);
    QCOMPARE(*matchedFrames(old, {{{9, 0, 4, 4}, 11}})[0], std::size_t{0});
  }

  void aLookIsThatOfTheInkWhereverItLies() {
    const SheetArt art = sheetArtOf({"..........", ".#o......."});
    SheetArt moved = sheetArtOf({"......", "......"});
    moved.image.at(4, 0) = art.image.at(1, 1);
    moved.image.at(5, 0) = art.image.at(2, 1);
    moved = artOf(moved.image, {});
    QCOMPARE(lookOf(art, {0, 0, 5, 2}), lookOf(moved, {3, 0, 3, 2}));
    moved.image.at(5, 0).g ^= 1;
    QVERIFY(lookOf(art, {0, 0, 5, 2}) != lookOf(moved, {3, 0, 3, 2}));
    QCOMPARE(lookOf(art, {5, 0, 5, 2}), std::uint64_t{0});
    QCOMPARE(lookOf(art, {-3, -3, 2, 2}), std::uint64_t{0});
  }
};
AMBER_TEST(FrameMatchingTest);

class SheetEditsTest : public QObject {
  Q_OBJECT

 private slots:
  void turningASheetTakesEverythingAlong() {
    Cutting cutting(sheetArtOf({"##..##..", "#...#..."}), cells({8, 2}, 4, 2));
    const Frame before = cutting.frame(0);
    cutting.apply({SetOrigin{cutting.asset().id, before.id, {1, 2}, {OriginBasis::Hand, {}}},
                   SetShape{cutting.asset().id, before.id, {"body", Box{0, 0, 2, 1}, {}}}});
    cutting.apply(*turnEdits(cutting.project, {1}, SheetTurn::MirrorX));
    QCOMPARE(cutting.frame(0).rect, (PixelRect{4, 0, 4, 2}));
    QCOMPARE(cutting.frame(0).origin, (FramePoint{3, 2}));
    QCOMPARE(cutting.frame(0).shapes.front().geometry, Shape(Box{2, 0, 2, 1}));
    QCOMPARE(cutting.asset().animations.front().steps.front().frame, before.id);
    cutting.apply(*turnEdits(cutting.project, {1}, SheetTurn::Right));
    QCOMPARE(cutting.project.sheets.front()->size, (PixelSize{2, 8}));
    QCOMPARE(cutting.frame(0).rect, (PixelRect{0, 4, 2, 4}));
    QCOMPARE(std::get<Grid>(cutting.project.sheets.front()->cut->way),
             (Grid{{2, 4}, {}, {}, 1, 2}));
  }

  void turningAllTheWayRoundChangesNothing() {
    Cutting cutting(sheetArtOf({"##..##...", "#...#...."}),
                    {*gridByCell({9, 2}, {3, 2}, {1, 0}, {1, 0}), {}});
    const Asset before = cutting.asset();
    const Cut cut = *cutting.project.sheets.front()->cut;
    for (const SheetTurn turn : {SheetTurn::Right, SheetTurn::MirrorY, SheetTurn::Right,
                                 SheetTurn::MirrorY, SheetTurn::Left, SheetTurn::Right}) {
      cutting.apply(*turnEdits(cutting.project, {1}, turn));
    }
    QCOMPARE(cutting.project.sheets.front()->orientation, Orientation{});
    QCOMPARE(*cutting.project.sheets.front()->cut, cut);
    QCOMPARE(cutting.rects().front(), before.frames.front().rect);
    QCOMPARE(cutting.frame(0).origin, before.frames.front().origin);
    QCOMPARE(cutting.frame(0).originRule, before.frames.front().originRule);
  }

  void aMirroredStripStillBeginsWithItsFirstFrame() {
    SheetArt art = sheetArtOf({"#...##..###."});
    art = artOf(oriented(art.image, {0, true, false}), {});
    const Cut cut = cells({12, 1}, 4, 1);
    const auto frames = rectsOf(cut, art, {0, true, false}).frames;
    QCOMPARE(frames, (std::vector<PixelRect>{{8, 0, 4, 1}, {4, 0, 4, 1}, {0, 0, 4, 1}}));
  }

  void aRepaintedSheetKeepsWhatWasSet() {
    Cutting cutting(sheetArtOf({"#...##..###."}), cells({12, 1}, 4, 1));
    const FrameId second = cutting.frame(1).id;
    cutting.apply({SetOrigin{cutting.asset().id, second, {3, 0}, {OriginBasis::Hand, {}}}});
    // A frame was put in before it, and one at the end.
    SheetArt longer = sheetArtOf({"#...o...##..###.#.#."});
    for (int x = 0; x < 12; ++x) {
      longer.image.at(x < 4 ? x : x + 4, 0) = cutting.art->image.at(x, 0);
    }
    longer = artOf(longer.image, {});
    cutting.repaint(longer);
    QCOMPARE(cutting.asset().frames.size(), std::size_t{5});
    const Frame& moved = cutting.frame(2);
    QCOMPARE(moved.id, second);
    QCOMPARE(moved.rect.x, 8);
    QCOMPARE(moved.origin, (FramePoint{3, 0}));
    // New frames show where they lie, between their neighbours.
    const auto& steps = cutting.asset().animations.front().steps;
    QCOMPARE(steps.size(), std::size_t{5});
    QCOMPARE(steps[1].frame, cutting.frame(1).id);
    QCOMPARE(steps[2].frame, second);
    QCOMPARE(cutting.project.sheets.front()->hash, std::string("after"));
  }

  void originsFollowARepaintByTheirRulesAndMountsStayOverTheArt() {
    Cutting cutting(sheetArtOf({"##...#..", "##...#..", "#....#.."}), cells({8, 3}, 4, 3));
    const AssetId asset = cutting.asset().id;
    const FrameId first = cutting.frame(0).id;
    const FrameId second = cutting.frame(1).id;
    cutting.apply(
        {SetOrigin{asset, first, {0.5, 3}, {OriginBasis::Feet}},
         SetOrigin{asset, second, {1.5, 3}, {OriginBasis::FeetOf, {}, PointSnap::Free, first}},
         PutMount{asset, second, {"spout", {1, 1}}}});
    // The feet of the first moved a pixel to the right, those of the second two.
    cutting.repaint(sheetArtOf({"##...#..", "##...#..", ".#.....#"}));
    QCOMPARE(cutting.frame(0).origin, (FramePoint{1.5, 3}));
    QCOMPARE(cutting.frame(1).id, second);
    QCOMPARE(cutting.frame(1).origin, (FramePoint{3.5, 3}));
    QCOMPARE(cutting.frame(1).mounts, (std::vector<Mount>{{"spout", {1, 1}}}));
    // Turned with its sheet, a mount stays over the same art.
    cutting.apply(*turnEdits(cutting.project, {1}, SheetTurn::MirrorX));
    QCOMPARE(findFrame(cutting.asset(), second)->mounts.front().at, (FramePoint{3, 1}));
  }

  void whatIsNotFoundIsAFindingAndNoLoss() {
    Cutting cutting(sheetArtOf({"#...##..###."}), cells({12, 1}, 4, 1));
    const FrameId last = cutting.frame(2).id;
    SheetArt shorter = sheetArtOf({"#...##.."});
    cutting.repaint(shorter);
    QCOMPARE(cutting.asset().frames.size(), std::size_t{3});
    QCOMPARE(cutting.frame(2).id, last);
    QVERIFY(cutting.frame(2).lost);
    const ArtSource art = [&](SheetId) { return cutting.art; };
    std::vector<Finding> lost = checkProject(cutting.project, art);
    std::erase_if(lost, [](const Finding& finding) { return finding.rule != "frame.lost"; });
    QCOMPARE(lost.size(), std::size_t{1});
    QCOMPARE(lost.front().severity, Severity::Error);
    // When the art comes back, so does the frame.
    SheetArt whole = sheetArtOf({"#...##..###."});
    cutting.repaint(whole);
    QVERIFY(!cutting.frame(2).lost);
    QCOMPARE(cutting.frame(2).id, last);
    QCOMPARE(cutting.frame(2).rect.x, 8);
    cutting.repaint(shorter);
    cutting.apply(*lost.front().remedy.edits(cutting.project, {}));
    QCOMPARE(cutting.asset().frames.size(), std::size_t{2});
  }

  void numberedSheetsBecomeOneAnimation() {
    Project project = newProject("test");
    std::vector<SheetId> ids;
    std::vector<std::shared_ptr<const SheetArt>> arts;
    for (std::uint32_t i = 1; i <= 3; ++i) {
      Sheet sheet;
      sheet.id = {i};
      sheet.path = "walk_" + std::to_string(i) + ".png";
      arts.push_back(shared(i == 2 ? sheetArtOf({"###"}) : sheetArtOf({"##", "##"})));
      sheet.size = arts.back()->image.size();
      project = withEdits(project, {PutSheet{sheet}})->project;
      ids.push_back({i});
    }
    CutRequest request;
    request.asset = "walker";
    request.kind = "prop";
    request.animation = "walk";
    const auto edits = sequenceEdits(project, request, ids, arts);
    project = withEdits(project, *edits)->project;
    QCOMPARE(project.assets.size(), std::size_t{1});
    const Asset& asset = *project.assets.front();
    QCOMPARE(asset.animations.front().steps.size(), std::size_t{3});
    QCOMPARE(asset.frames[1].rect, (PixelRect{0, 0, 3, 1}));
    QCOMPARE(asset.frames[2].name, std::string("prop_walker_walk_03"));
    for (const auto& sheet : project.sheets) QVERIFY(sheet->cut.has_value());
  }
};
AMBER_TEST(SheetEditsTest);

class NumberedFilesTest : public QObject {
  Q_OBJECT

 private slots:
  void runsAreFoundPaddedOrNotAndInOrder() {
    const auto runs = numberedRuns({"a/walk_10.png", "a/walk_2.png", "a/walk_1.png", "pot.png",
                                    "b/walk_3.png", "spin01.PNG", "Spin02.png"});
    QCOMPARE(runs.size(), std::size_t{2});
    QCOMPARE(runs[0].title, std::string("walk"));
    QCOMPARE(runs[0].paths,
             (std::vector<std::string>{"a/walk_1.png", "a/walk_2.png", "a/walk_10.png"}));
    QCOMPARE(QString::fromStdString(missingText(runs[0])), QString("3 to 9 are"));
    QCOMPARE(runs[1].paths.size(), std::size_t{2});
    QVERIFY(runs[1].missing.empty());
  }

  void gapsAreToldAsTheFilesWouldWriteThem() {
    const auto runs = numberedRuns({"w_01.png", "w_02.png", "w_04.png", "w_08.png"});
    QCOMPARE(QString::fromStdString(missingText(runs[0])), QString("03 and 05 to 07 are"));
    QCOMPARE(QString::fromStdString(missingText(numberedRuns({"w_1.png", "w_3.png"})[0])),
             QString("2 is"));
  }

  void aYearOrTheSameNumberTwiceMakesNoRun() {
    QVERIFY(numberedRuns({"a1.png", "a1.gif"}).empty());
    QVERIFY(numberedRuns({"1234567890123.png", "1234567890124.png"}).empty());
    QVERIFY(numberedRuns({"a.png", "b.png"}).empty());
    // Numbers far apart do not fill memory with what is missing.
    QCOMPARE(numberedRuns({"a1.png", "a999999999.png"})[0].missing.size(), kMostMissing);
  }

  void namesAreOrderedAsPeopleCount() {
    std::vector<std::string> names{"b2", "a10", "a2", "B1", "a02", "a"};
    std::sort(names.begin(), names.end(), naturallyBefore);
    QCOMPARE(names, (std::vector<std::string>{"a", "a02", "a2", "a10", "B1", "b2"}));
  }
};
AMBER_TEST(NumberedFilesTest);

class CutRectsTest : public QObject {
  Q_OBJECT

 private slots:
  void aRegionIsCutItsOwnWay() {
    const SheetArt art = sheetArtOf({
        "##..##..",
        "##..##..",
        "#.#....#",
        "#......#",
    });
    Cut cut = cells({8, 4}, 4, 2);
    cut.regions.push_back({{0, 2, 8, 2}, IslandRule{}});
    const CutRects found = rectsOf(cut, art, {});
    QCOMPARE(found.frames,
             (std::vector<PixelRect>{
                 {0, 0, 4, 2}, {4, 0, 4, 2}, {0, 2, 1, 2}, {2, 2, 1, 1}, {7, 2, 1, 2}}));
    cut.way = IslandRule{};
    cut.regions[0].way = wholeGrid({8, 2});
    QCOMPARE(rectsOf(cut, art, {}).frames,
             (std::vector<PixelRect>{{0, 0, 2, 2}, {4, 0, 2, 2}, {0, 2, 8, 2}}));
  }

  void emptyCellsAreToldAndRectanglesByHandAreMeant() {
    const SheetArt art = sheetArtOf({"##......"});
    const CutRects found = rectsOf(cells({8, 1}, 4, 1), art, {});
    QCOMPARE(found.empty, (std::vector<PixelRect>{{4, 0, 4, 1}}));
    const Cut hand{HandCut{{{4, 0, 4, 1}, {0, 0, 2, 1}}}, {}};
    QCOMPARE(rectsOf(hand, art, {}).frames, (std::vector<PixelRect>{{4, 0, 4, 1}, {0, 0, 2, 1}}));
  }

  void whatDoesNotFitIsRefused() {
    QVERIFY(!checkedCut({Grid{{9, 1}, {}, {}, 1, 1}, {}}, {8, 4}));
    QVERIFY(!checkedCut({IslandRule{0, 1, 0}, {}}, {8, 4}));
    QVERIFY(!checkedCut({IslandRule{257, 1, 0}, {}}, {8, 4}));
    QVERIFY(!checkedCut({HandCut{{{0, 0, 0, 3}}}, {}}, {8, 4}));
    QVERIFY(!checkedCut({HandCut{{{7, 0, 2, 2}}}, {}}, {8, 4}));
    QVERIFY(!checkedCut({IslandRule{}, {{{4, 0, 5, 1}, IslandRule{}}}}, {8, 4}));
    QVERIFY(checkedCut({IslandRule{}, {{{4, 0, 4, 1}, wholeGrid({4, 1})}}}, {8, 4}).has_value());
  }

  void aGuideLineIsMendedByAGutterAndATailByIslands() {
    const auto findingOf = [](const Cutting& cutting) {
      const auto findings = checkProject(cutting.project, [&](SheetId) { return cutting.art; });
      for (const Finding& finding : findings) {
        if (finding.rule == "cut.crossing") return finding;
      }
      return Finding{};
    };
    Cutting tails(sheetArtOf({".##..##.", ".######.", ".##..##."}), cells({8, 3}, 4, 3));
    const Finding tail = findingOf(tails);
    QCOMPARE(QString::fromStdString(tail.fix), QString("Cut as islands."));
    tails.mend(tail);
    QVERIFY(std::holds_alternative<IslandRule>(tails.project.sheets.front()->cut->way));
    QCOMPARE(tails.asset().frames.size(), std::size_t{1});
    QVERIFY(findingOf(tails).rule.empty());
    // A line of 1 px, drawn on both sides of the cut and touching no figure.
    Cutting clean(sheetArtOf({".#.##.#.", ".#.##.#.", ".#.##.#."}), cells({8, 3}, 4, 3));
    const Finding gutter = findingOf(clean);
    QCOMPARE(QString::fromStdString(gutter.fix), QString("Widen the gutter to 2."));
    clean.mend(gutter);
    QVERIFY(findingOf(clean).rule.empty());
  }

  void evidenceNamesWhatTouchesAnEdge() {
    const SheetArt art = sheetArtOf({".#.....#", "........"});
    const CutEvidence evidence = evidenceOf(cells({8, 2}, 4, 2), art, {});
    QCOMPARE(evidence.touching, (std::vector<PixelRect>{{0, 0, 4, 2}, {4, 0, 4, 2}}));
    QVERIFY(evidence.crossings.empty());
    const CutEvidence rest = evidenceOf({*gridByCell({8, 2}, {3, 2}, {}, {}), {}}, art, {});
    QCOMPARE(rest.leftOver, (std::vector<PixelRect>{{6, 0, 2, 2}}));
  }
};
AMBER_TEST(CutRectsTest);

#include "sheet_edits_tests.moc"
