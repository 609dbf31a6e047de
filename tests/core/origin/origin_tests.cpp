#include <QTest>
#include <cmath>
#include <numbers>

#include "core/naming/sides.h"
#include "core/origin/anchor.h"
#include "core/origin/drift.h"
#include "core/origin/mirrored_pairs.h"
#include "core/origin/origin_edits.h"
#include "core/origin/staging.h"
#include "core/origin/turning.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"
#include "support/two_frames.h"

using namespace amber;
using namespace amber::test;

class OriginTest : public QObject {
  Q_OBJECT

  Project project_;

  static std::shared_ptr<const SheetArt> art() {
    static const auto picture =
        std::make_shared<const SheetArt>(sheetArtOf({".##.....", ".##..##.", "......#."}));
    return picture;
  }

 private slots:
  void init() { project_ = twoFrames(); }

  void nineAnchorsOfARectangle() {
    const PixelRect area{2, 4, 5, 6};
    QCOMPARE(anchorPoint(area, Anchor::TopLeft), (FramePoint{2, 4}));
    QCOMPARE(anchorPoint(area, Anchor::Top), (FramePoint{4.5, 4}));
    QCOMPARE(anchorPoint(area, Anchor::Right), (FramePoint{7, 7}));
    QCOMPARE(anchorPoint(area, Anchor::Center), (FramePoint{4.5, 7}));
    QCOMPARE(anchorPoint(area, Anchor::Bottom), (FramePoint{4.5, 10}));
    QCOMPARE(anchorPoint(area, Anchor::BottomRight), (FramePoint{7, 10}));
  }

  void everyRuleReadsBackAsItWasWritten() {
    for (int basis = 0; basis < 8; ++basis) {
      for (const Anchor anchor : kAnchors) {
        for (const PointSnap snap :
             {PointSnap::PixelCorner, PointSnap::PixelCentre, PointSnap::Free}) {
          const OriginRule rule{static_cast<OriginBasis>(basis), anchor, snap, {12}};
          QCOMPARE(originRuleFrom(textOf(rule)).value(), rule);
        }
      }
    }
    for (const char* wrong : {"", "ink", "ink:", "ink:MIDDLE", "cell:bottom", "feet:TOP",
                              "ink:TOP ", "frame", "frame:", "frame:0", "frame:x", "feetOf:-1",
                              "feet/middle", "hand/corner", "feet/", "frame:1x"}) {
      QVERIFY2(!originRuleFrom(wrong), wrong);
    }
  }

  void aRuleOfInkFindsEachFramesOwnInk() {
    const auto edits =
        originsByRule(project_, {{{2}, {3}}, {{2}, {4}}}, {OriginBasis::Ink, Anchor::Bottom},
                      [](SheetId) { return art(); });
    const Project after = withEdits(project_, edits)->project;
    QCOMPARE(after.assets.front()->frames[0].origin, (FramePoint{2, 2}));
    QCOMPARE(after.assets.front()->frames[1].origin, (FramePoint{2, 3}));
  }

  void withoutArtOnlyTheCellCanBeUsed() {
    const ArtSource none = [](SheetId) { return nullptr; };
    QVERIFY(originsByRule(project_, {{{2}, {3}}}, {OriginBasis::Ink, Anchor::Top}, none).empty());
    QCOMPARE(originsByRule(project_, {{{2}, {3}}}, {OriginBasis::Cell, Anchor::Top}, none).size(),
             std::size_t{1});
  }

  void feetAndCentroidOfAFrameAreSetAndSnapped() {
    const auto by = [&](OriginBasis basis, PointSnap snap) {
      const auto edits =
          originsByRule(project_, {{{2}, {4}}}, {basis, {}, snap}, [](SheetId) { return art(); });
      return std::get<SetOrigin>(edits.front()).origin;
    };
    // Its ink: two pixels over one, from x 1 (of the frame) on.
    QCOMPARE(by(OriginBasis::Feet, PointSnap::Free), (FramePoint{2.5, 3}));
    QCOMPARE(by(OriginBasis::Feet, PointSnap::PixelCorner), (FramePoint{3, 3}));
    QCOMPARE(by(OriginBasis::Feet, PointSnap::PixelCentre), (FramePoint{2.5, 3.5}));
    const FramePoint centroid = by(OriginBasis::Centroid, PointSnap::Free);
    QVERIFY(std::abs(centroid.x - 6.5 / 3) < 1e-12 && std::abs(centroid.y - 5.5 / 3) < 1e-12);
  }

  void aFrameCanStandAsAnotherOrAsFarFromItsFeet() {
    project_ = withEdits(project_, {SetOrigin{{2}, {3}, {1, 1}, kByHand}})->project;
    const auto stand = [&](OriginBasis basis) {
      const auto edits =
          originsByRule(project_, {{{2}, {3}}, {{2}, {4}}}, {basis, {}, PointSnap::Free, {3}},
                        [](SheetId) { return art(); });
      // The frame that is looked at keeps its own.
      return edits.size() == 1 ? std::get<SetOrigin>(edits.front()).origin : FramePoint{-1, -1};
    };
    QCOMPARE(stand(OriginBasis::AsFrame), (FramePoint{1, 1}));
    // Feet of the first at (2, 2), of the second at (2.5, 3).
    QCOMPARE(stand(OriginBasis::FeetOf), (FramePoint{1.5, 2}));
  }

  void inAnotherAssetTheFrameOfTheSameNumberIsMeant() {
    Asset other;
    other.id = {20};
    other.kind = "character";
    other.frames = {Frame{{21}, "c", {1}, {0, 0, 4, 3}, {4, 4}, kByHand, {}},
                    Frame{{22}, "d", {1}, {4, 0, 4, 3}, {0, 0}, kByHand, {}}};
    project_ = withEdits(project_, {PutAsset{other}})->project;
    const auto edits =
        originsByRule(project_, {{{20}, {22}}}, {OriginBasis::AsFrame, {}, PointSnap::Free, {3}},
                      [](SheetId) { return art(); });
    QCOMPARE(edits.size(), std::size_t{1});
    QCOMPARE(std::get<SetOrigin>(edits.front()).origin, (FramePoint{4, 4}));
    QCOMPARE(std::get<SetOrigin>(edits.front()).rule.frame, FrameId{21});
  }

  void originsSetByHandAreKeptUnlessToldOtherwise() {
    project_ = withEdits(project_, {SetOrigin{{2}, {3}, {1, 1}, kByHand}})->project;
    const std::vector<FrameRef> both{{{2}, {3}}, {{2}, {4}}};
    const OriginRule rule{OriginBasis::Cell, Anchor::TopLeft, PointSnap::PixelCentre};
    const ArtSource art = [](SheetId) { return OriginTest::art(); };
    QCOMPARE(originsByRule(project_, both, rule, art, HandSet::Kept).size(), std::size_t{1});
    const auto all = originsByRule(project_, both, rule, art, HandSet::Replaced);
    QCOMPARE(all.size(), std::size_t{2});
    const OriginChange change = changeBy(project_, all);
    QCOMPARE(change.moved, 2);
    QCOMPARE(change.farthest, std::hypot(0.5, 0.5));
    // What stands so already is not set again.
    const Project after = withEdits(project_, all)->project;
    QVERIFY(originsByRule(after, both, rule, art).empty());
  }

  void movingManyKeepsThemApart() {
    project_ =
        withEdits(project_, {SetOrigin{{2}, {3}, {1, 1}, {}}, SetOrigin{{2}, {4}, {3, 2}, {}}})
            ->project;
    const Project after =
        withEdits(project_, originsMoved(project_, {{{2}, {3}}, {{2}, {4}}}, -0.5, 8))->project;
    QCOMPARE(after.assets.front()->frames[0].origin, (FramePoint{0.5, 9}));
    QCOMPARE(after.assets.front()->frames[1].origin, (FramePoint{2.5, 10}));
    QCOMPARE(after.assets.front()->frames[1].originRule, kByHand);
  }

  void aRuleWhoseFrameIsTakenOutBecomesAPointSetByHand() {
    const OriginRule rule{OriginBasis::FeetOf, {}, PointSnap::Free, {3}};
    project_ = withEdits(project_, {SetOrigin{{2}, {4}, {2, 2}, rule}})->project;
    QCOMPARE(project_.assets.front()->frames[1].originRule, rule);
    const Project after = withEdits(project_, {RemoveFrames{{2}, {{3}}}})->project;
    QCOMPARE(after.assets.front()->frames.front().originRule, kByHand);
    QCOMPARE(after.assets.front()->frames.front().origin, (FramePoint{2, 2}));
  }

  void originsAreFoundAgainByTheirOwnRules() {
    const ArtSource art = [](SheetId) { return OriginTest::art(); };
    project_ = withEdits(project_, {SetOrigin{{2}, {3}, {9, 9}, {OriginBasis::Feet}},
                                    SetOrigin{{2}, {4}, {9, 9}, kByHand}})
                   ->project;
    const auto edits = originsAgain(project_, {{{2}, {3}}, {{2}, {4}}}, art);
    QCOMPARE(edits.size(), std::size_t{1});
    QCOMPARE(std::get<SetOrigin>(edits.front()).origin, (FramePoint{2, 2}));
  }
};
AMBER_TEST(OriginTest);

class LandmarksTest : public QObject {
  Q_OBJECT

  // Straight from the definitions, one pixel at a time.
  static std::optional<Landmarks> slowly(const PixelMask& firm, const PixelRect& frame) {
    const auto set = [&](int x, int y) {
      return firm.rect().contains(frame.x + x, frame.y + y) && firm.test(frame.x + x, frame.y + y);
    };
    int left = frame.w, top = frame.h, right = -1, bottom = -1;
    double sumX = 0, sumY = 0, count = 0;
    for (int y = 0; y < frame.h; ++y) {
      for (int x = 0; x < frame.w; ++x) {
        if (!set(x, y)) continue;
        left = std::min(left, x);
        right = std::max(right, x);
        top = std::min(top, y);
        bottom = std::max(bottom, y);
        sumX += x + 0.5;
        sumY += y + 0.5;
        ++count;
      }
    }
    if (right < 0) return std::nullopt;
    const int height = bottom - top + 1;
    const int rows = std::max(1, height / 10);
    double feetX = 0, feetCount = 0;
    for (int y = bottom - rows + 1; y <= bottom; ++y) {
      for (int x = 0; x < frame.w; ++x) {
        if (!set(x, y)) continue;
        feetX += x + 0.5;
        ++feetCount;
      }
    }
    return Landmarks{{left, top, right - left + 1, height},
                     {feetX / feetCount, bottom + 1.0},
                     {sumX / count, sumY / count}};
  }

 private slots:
  void landmarksOfAPicture() {
    const auto marks = landmarksOf(maskOf({"......", ".####.", "..##..", "..#.#."}), {0, 0, 6, 4});
    QVERIFY(marks.has_value());
    QCOMPARE(marks->ink, (PixelRect{1, 1, 4, 3}));
    QCOMPARE(marks->feet, (FramePoint{3.5, 4}));
    QVERIFY(!landmarksOf(PixelMask(5, 5), {0, 0, 5, 5}));
    QVERIFY(!landmarksOf(maskOf({"#"}), {3, 3, 2, 2}));
  }

  void feetAreTheLowestTenthRoundedDown() {
    QCOMPARE(feetRows(1), 1);
    QCOMPARE(feetRows(19), 1);
    QCOMPARE(feetRows(20), 2);
    QCOMPARE(feetRows(109), 10);
  }

  void landmarksAreWhatTheirDefinitionsSay() {
    AMBER_PROPERTY("landmarks by words and by pixels", [] {
      const PixelMask mask = randomMask(150);
      const PixelRect frame{*rc::gen::inRange(-3, 70), *rc::gen::inRange(-3, 70),
                            *rc::gen::inRange(1, 90), *rc::gen::inRange(1, 90)};
      const auto fast = landmarksOf(mask, frame);
      const auto slow = slowly(mask, frame);
      RC_ASSERT(fast.has_value() == slow.has_value());
      if (!fast) return;
      RC_ASSERT(fast->ink == slow->ink);
      RC_ASSERT(std::abs(fast->feet.x - slow->feet.x) < 1e-9);
      RC_ASSERT(fast->feet.y == slow->feet.y);
      RC_ASSERT(std::abs(fast->centroid.x - slow->centroid.x) < 1e-9);
      RC_ASSERT(std::abs(fast->centroid.y - slow->centroid.y) < 1e-9);
    });
  }
};
AMBER_TEST(LandmarksTest);

class DriftTest : public QObject {
  Q_OBJECT

  static Asset walking(std::vector<FramePoint> origins) {
    Asset asset;
    asset.id = {2};
    asset.kind = "character";
    Animation walk{{50}, "walk", LoopMode::Repeat, {}};
    for (std::size_t i = 0; i < origins.size(); ++i) {
      const FrameId id{static_cast<std::uint32_t>(i) + 3};
      const int x = static_cast<int>(i) * 4;
      asset.frames.push_back(Frame{id, "f", {1}, {x, 0, 4, 4}, origins[i], {}, {}});
      walk.steps.push_back({id, 100});
    }
    asset.animations = {walk};
    return asset;
  }

  static std::shared_ptr<const SheetArt> art() {
    return std::make_shared<const SheetArt>(sheetArtOf(
        {".##..##..##.....", ".##..##..##.....", ".##..##..##.....", ".##...##.##....."}));
  }

 private slots:
  void stepsAreSeenFromTheirOrigins() {
    const Asset asset = walking({{2, 4}, {2, 4}, {1, 4}, {2, 4}});
    const DriftTable table =
        driftOf(asset, asset.animations.front(), [](SheetId) { return art(); });
    QCOMPARE(table.rows.size(), std::size_t{4});
    QCOMPARE(table.rows[0].marks->feet, (OriginPoint{0, 0}));
    QCOMPARE(table.rows[1].marks->feet, (OriginPoint{1, 0}));
    QCOMPARE(table.rows[2].marks->feet, (OriginPoint{1, 0}));
    QVERIFY(!table.rows[3].marks);
    QCOMPARE(table.rows[0].marks->left, -1.0);
    QCOMPARE(table.rows[0].marks->right, 1.0);
    QCOMPARE(table.rows[0].marks->top, -4.0);
    QCOMPARE(table.rows[0].marks->bottom, 0.0);
    QCOMPARE(table.rows[2].marks->mirrorJump(), -2.0);
    QCOMPARE(table.feet.x, 1.0);
    QCOMPARE(table.feet.y, 0.0);
    QCOMPARE(table.usualFeet, (OriginPoint{1, 0}));
    QCOMPARE(table.steadiest, std::optional<std::size_t>(1));
    QCOMPARE(table.worst, std::optional<std::size_t>(0));
  }

  void whereNoFeetMoveNoneIsWorst() {
    const Asset asset = walking({{2, 4}});
    const DriftTable table =
        driftOf(asset, asset.animations.front(), [](SheetId) { return art(); });
    QCOMPARE(table.steadiest, std::optional<std::size_t>(0));
    QVERIFY(!table.worst);
  }
};
AMBER_TEST(DriftTest);

class TurningTest : public QObject {
  Q_OBJECT
 private slots:
  void quarterTurnsAreExact() {
    const FramePoint origin{3.5, -2};
    QCOMPARE(spun({5.5, -1}, origin, std::numbers::pi / 2), (FramePoint{2.5, 0}));
    QCOMPARE(spun({5.5, -1}, origin, std::numbers::pi), (FramePoint{1.5, -3}));
    QCOMPARE(spun({5.5, -1}, origin, -std::numbers::pi / 2), (FramePoint{4.5, -4}));
    QCOMPARE(spun({5.5, -1}, origin, 4 * std::numbers::pi), (FramePoint{5.5, -1}));
  }

  void spinsAndMirrorsKeepDistancesAndTheOrigin() {
    AMBER_PROPERTY("turning is rigid", [] {
      const auto any = [] { return *rc::gen::inRange(-4000, 4000) / 16.0; };
      const FramePoint origin{any(), any()};
      const FramePoint a{any(), any()};
      const double angle = *rc::gen::inRange(-720, 720) * std::numbers::pi / 180;
      const auto far = [](FramePoint p, FramePoint q) { return std::hypot(p.x - q.x, p.y - q.y); };
      const FramePoint turned = spun(a, origin, angle);
      RC_ASSERT(std::abs(far(turned, origin) - far(a, origin)) < 1e-9);
      RC_ASSERT(far(spun(turned, origin, -angle), a) < 1e-9);
      RC_ASSERT(spun(origin, origin, angle) == origin);
      RC_ASSERT(mirroredAbout(mirroredAbout(a, origin), origin) == a);
      RC_ASSERT(mirroredAbout(a, origin).x - origin.x == origin.x - a.x);
      // Against the rotation written out by hand, in the other form: by polar angle.
      const double at = std::atan2(a.y - origin.y, a.x - origin.x) + angle;
      const FramePoint polar{origin.x + far(a, origin) * std::cos(at),
                             origin.y + far(a, origin) * std::sin(at)};
      RC_ASSERT(far(turned, polar) < 1e-9);
    });
  }

  void stagedFramesStandOnTheirOriginsAtTheirScale() {
    StagedFrame staged;
    staged.at = {10, 20};
    staged.scale = 2;
    QCOMPARE(onStage(staged, {4, 8}, {4, 8}), (GamePoint{10, 20}));
    QCOMPARE(onStage(staged, {4, 8}, {5, 6}), (GamePoint{12, 16}));
    staged.mirrored = true;
    QCOMPARE(onStage(staged, {4, 8}, {5, 6}), (GamePoint{8, 16}));
    staged.angle = std::numbers::pi / 2;
    QCOMPARE(onStage(staged, {4, 8}, {5, 6}), (GamePoint{14, 18}));
  }

  void whatStandsLowerIsInFront() {
    QCOMPARE(depthOrder({0, -3}), (std::vector<std::size_t>{1, 0}));
    QCOMPARE(depthOrder({0, 3}), (std::vector<std::size_t>{0, 1}));
    QCOMPARE(depthOrder({5, 5}), (std::vector<std::size_t>{1, 0}));
    Asset near;
    near.id = {1};
    near.scale = 2;
    Asset far;
    far.id = {2};
    const auto behind = depthPair(near, {7}, far, {8}, {4, -1});
    QCOMPARE(behind.front().ref.asset, far.id);
    QCOMPARE(behind.front().scale, 0.5);
    QCOMPARE(depthPair(near, {7}, far, {8}, {4, 1}).front().ref.asset, near.id);
  }

  void ghostsAreEachFrameOnceAndNoMoreThanAsked() {
    Asset asset;
    asset.id = {1};
    asset.scale = 3;
    const Animation walk{{9}, "walk", {}, {{{5}, 1}, {{6}, 1}, {{5}, 1}, {{7}, 1}}};
    const auto stack = ghostStack({{&asset, &walk}}, {7}, 1.5, 10);
    QCOMPARE(stack.size(), std::size_t{2});
    QCOMPARE(stack[1].ref.frame, FrameId{6});
    QCOMPARE(stack[0].scale, 2.0);
    QCOMPARE(ghostStack({{&asset, &walk}}, {}, 1, 2).size(), std::size_t{2});
  }
};
AMBER_TEST(TurningTest);

class MirroredPairsTest : public QObject {
  Q_OBJECT

  static Project projectOf(FramePoint left, FramePoint right) {
    Project project = newProject("pairs");
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "sheet.png";
    sheet.size = {8, 3};
    Asset asset;
    asset.id = {2};
    asset.kind = "character";
    asset.frames = {Frame{{3}, "a", {1}, {0, 0, 4, 3}, left, kByHand, {}},
                    Frame{{4}, "b", {1}, {4, 0, 4, 3}, right, kByHand, {}}};
    asset.animations = {{{5}, "look_left", {}, {{{3}, 1}}}, {{6}, "look_right", {}, {{{4}, 1}}}};
    return withEdits(project, {PutSheet{sheet}, PutAsset{asset}})->project;
  }

  static std::vector<MirroredPair> pairsOf(const Project& project,
                                           std::initializer_list<std::string_view> rows) {
    const auto art = std::make_shared<const SheetArt>(sheetArtOf(rows));
    return mirroredPairs(project, [&](SheetId) { return art; });
  }

 private slots:
  void originsOfAMirroredDrawingAreExpectedMirrored() {
    // The right one is the left one mirrored, in the left three columns of its cell.
    const Project good = projectOf({1, 3}, {2, 3});
    const auto pairs = pairsOf(good, {"##...##.", "###.###.", "#.....#."});
    QCOMPARE(pairs.size(), std::size_t{1});
    QCOMPARE(pairs.front().misses.size(), std::size_t{0});
    const Project off = projectOf({1, 3}, {3, 2});
    const auto found = pairsOf(off, {"##...##.", "###.###.", "#.....#."});
    QCOMPARE(found.front().misses.size(), std::size_t{1});
    QCOMPARE(found.front().misses.front().frame, FrameId{4});
    QCOMPARE(found.front().misses.front().expected, (FramePoint{2, 3}));
    QCOMPARE(found.front().farthest, std::hypot(1, 1));
  }

  void drawingsThatAreNoMirrorsAreNotCompared() {
    QVERIFY(pairsOf(projectOf({1, 3}, {0, 0}), {"##..##..", "###.###.", "#...#..."})
                .front()
                .misses.empty());
  }

  void sidesAreToldByWholeWordsOfAName() {
    QCOMPARE(otherSide("walk_left"), std::optional<std::string>("walk_right"));
    QCOMPARE(otherSide("left_arm"), std::optional<std::string>("right_arm"));
    QCOMPARE(otherSide("arm_r"), std::optional<std::string>("arm_l"));
    QCOMPARE(otherSide("east_gate_2"), std::optional<std::string>("west_gate_2"));
    QCOMPARE(otherSide("left_turn_right"), std::optional<std::string>("left_turn_left"));
    QVERIFY(!otherSide("leftovers"));
    QVERIFY(!otherSide(""));
    QVERIFY(sideOf("walk_west") == Side::Left);
  }
};
AMBER_TEST(MirroredPairsTest);

#include "origin_tests.moc"
