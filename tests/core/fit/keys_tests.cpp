#include <QTest>

#include "core/checks/fit/shape_checks.h"
#include "core/fit/keys/fit_edits.h"
#include "core/fit/keys/held_shapes.h"
#include "core/fit/keys/kind_shapes.h"
#include "core/fit/keys/refit.h"
#include "core/fit/keys/shape_edits.h"
#include "core/image/ink/ink_sign.h"
#include "support/four_frames.h"
#include "support/four_frames_project.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

namespace {

const Box kBox{1, 0, 2, 3};

const Asset& assetOf(const Project& project) {
  return *project.assets.front();
}

const FrameRef kFirst{{2}, {10}};
const std::vector<FrameRef> kAll = {{{2}, {10}}, {{2}, {11}}, {{2}, {12}}, {{2}, {13}}};

}  // namespace

class HeldShapesTest : public QObject {
  Q_OBJECT
 private slots:
  void aKeyIsHeldOnLaterFramesAtItsPlaceToTheOrigin() {
    Asset asset = fourFrames();
    asset.frames[0].shapes = {{"body", kBox}};
    asset.frames[1].origin = {1, 2};
    asset.frames[2].shapes = {{"body", Circle{2, 2, 1}}};
    const HeldShapes held(asset);
    QVERIFY(held.find({10}, "body")->shape() == Shape(kBox));
    QVERIFY(!held.find({10}, "body")->heldOn({10}));
    QVERIFY(held.find({11}, "body")->shape() == Shape(Box{0, -1, 2, 3}));
    QVERIFY(held.find({11}, "body")->heldOn({11}));
    QVERIFY(held.find({12}, "body")->shape() == Shape(Circle{2, 2, 1}));
    QVERIFY(held.find({13}, "body") == nullptr);
    QVERIFY(held.find({10}, "reach") == nullptr);
    QVERIFY(held.on({99}).empty());
  }

  void aMaskIsHeldOnWholePixels() {
    Asset asset = fourFrames();
    asset.frames[0].shapes = {{"body", MaskShape{1, 1, 1, 1, {{0, 0, 1}}}}};
    asset.frames[1].origin = {2.75, 3.25};
    const Shape there = HeldShapes(asset).find({11}, "body")->shape();
    QVERIFY(there == Shape(MaskShape{2, 1, 1, 1, {{0, 0, 1}}}));
  }

  void keysAreSetDroppedAndHeldThrough() {
    Asset asset = fourFrames();
    asset.frames[0].shapes = {{"body", kBox, Recipe{}, 7}};
    Project project = fourFramesProject(asset);
    project = after(project, shapesKeyed(project, kAll, "body"));
    // Frames that hold it are keyed by hand, the key itself is as it was, and idle has none.
    QVERIFY(findShape(assetOf(project).frames[0], "body")->recipe.has_value());
    QVERIFY(!findShape(assetOf(project).frames[1], "body")->recipe);
    QVERIFY(findShape(assetOf(project).frames[3], "body") == nullptr);
    project = after(project, {SetShape{{2}, {11}, {"body", Circle{2, 2, 1}}}});
    const FrameShape circle = *findShape(assetOf(project).frames[1], "body");
    project = after(project, shapeHeld(project, {2}, {5}, circle, {{2}, {11}}));
    QCOMPARE(assetOf(project).frames[1].shapes.size(), std::size_t{0});
    QCOMPARE(assetOf(project).frames[2].shapes.size(), std::size_t{0});
    QVERIFY(findShape(assetOf(project).frames[0], "body")->geometry == Shape(Circle{2, 2, 1}));
    project = after(project, shapeKeysDropped(project, kAll, "body"));
    QVERIFY(HeldShapes(assetOf(project)).on({11}).empty());
  }

  void shapesAreMirroredAndCopied() {
    Asset asset = fourFrames();
    asset.frames[0].shapes = {{"body", Box{2, 0, 2, 3}, Recipe{}, 7}};
    Project project = fourFramesProject(asset);
    project = after(project, shapesMirrored(project, {kFirst}, "body"));
    QVERIFY(*findShape(assetOf(project).frames[0], "body") ==
            (FrameShape{"body", Box{0, 0, 2, 3}}));
    project = after(project, shapesCopied(project, kAll, "body", "reach"));
    QVERIFY(findShape(assetOf(project).frames[0], "reach") != nullptr);
    // What is held is copied where it is held.
    QVERIFY(findShape(assetOf(project).frames[2], "reach") != nullptr);
    QVERIFY(findShape(assetOf(project).frames[3], "reach") == nullptr);
  }

  void rolesAreRenamedAndTakenOutEverywhere() {
    Asset asset = fourFrames();
    asset.frames[0].shapes = {{"body", kBox}, {"reach", kBox}};
    Project project = fourFramesProject(asset);
    project.kinds[0].shapes = {{"body", {}}, {"reach", {}}};
    project = after(project, {RenameRole{"body", "trunk"}});
    QVERIFY(findShape(assetOf(project).frames[0], "trunk") != nullptr);
    QCOMPARE(project.kinds[0].shapes[0].role, std::string("trunk"));
    QVERIFY(!withEdits(project, {RenameRole{"trunk", "reach"}}));
    QVERIFY(!withEdits(project, {RenameRole{"body", "x"}}));
    project = after(project, {SetRoles{{project.roles[1]}}});
    QCOMPARE(assetOf(project).frames[0].shapes.size(), std::size_t{1});
    QCOMPARE(project.kinds[0].shapes.size(), std::size_t{1});
  }
};
AMBER_TEST(HeldShapesTest);

class RefitTest : public QObject {
  Q_OBJECT
 private slots:
  void repaintedArtMakesShapesStaleAndRefitMendsThem() {
    const ArtSource before = artOf({"................", ".##..##..##..##.", ".##..##..##..##."});
    const ArtSource now = artOf({"................", ".##..###.##..##.", ".##..###.##..##."});
    Project project = fourFramesProject(fourFrames());
    project = after(project, fittedShapes(project, kAll, "body", Recipe{}, before));
    project = after(project, {SetShape{{2}, {13}, {"body", kBox}}});
    QVERIFY(refitted(project, kAll, RefitWhat::Stale, HandSet::Kept, before).edits.empty());
    const Refit refit = refitted(project, kAll, RefitWhat::Stale, HandSet::Kept, now);
    QCOMPARE(refit.edits.size(), std::size_t{1});
    QCOMPARE(refit.changes.size(), std::size_t{1});
    QVERIFY((refit.changes[0].frame == FrameRef{{2}, {11}}));
    QCOMPARE(refit.changes[0].before.bareInk, 1.0 / 3);
    QCOMPARE(refit.changes[0].after.bareInk, 0.0);
    QCOMPARE(refit.changes[0].farthest, 1.0);
    // With the option, shapes set by hand are fitted by the recipe of their role.
    const Refit all = refitted(project, kAll, RefitWhat::All, HandSet::Replaced, now);
    QCOMPARE(all.edits.size(), std::size_t{4});
    QCOMPARE(all.changes.size(), std::size_t{2});
    const Project mended = after(project, all.edits);
    for (const Frame& frame : assetOf(mended).frames) {
      const auto sheet = now({1});
      QVERIFY(!isStale(frame.shapes[0], cropped(sheet->firm, frame.rect), frame.origin));
    }
  }

  void whatWasFittedTogetherIsFittedAgainTogether() {
    Recipe recipe;
    recipe.together = true;
    const ArtSource before = artOf({"................", ".##..##..##..##.", ".##..##..##..##."});
    const ArtSource now = artOf({"................", "###..##..##..##.", "###..##..##..##."});
    Project project = fourFramesProject(fourFrames());
    project = after(project, fittedShapes(project, kAll, "body", recipe, before));
    for (const Frame& frame : assetOf(project).frames) {
      QVERIFY(frame.shapes[0].geometry == Shape(Box{1, 1, 2, 2}));
    }
    const Refit refit = refitted(project, {kFirst}, RefitWhat::Stale, HandSet::Kept, now);
    QCOMPARE(refit.changes.size(), std::size_t{4});
    project = after(project, refit.edits);
    for (const Frame& frame : assetOf(project).frames) {
      QVERIFY(frame.shapes[0].geometry == Shape(Box{0, 1, 3, 2}));
    }
    // Laid over each other at their origins: an origin that moves makes another shape of them all.
    QVERIFY(refitted(project, kAll, RefitWhat::Stale, HandSet::Kept, now).edits.empty());
    Asset asset = assetOf(project);
    asset.frames[1].origin.x += 1;
    project = after(project, {PutAsset{asset}});
    QVERIFY(isStale(asset.frames[1].shapes[0], cropped(now({1})->firm, asset.frames[1].rect),
                    asset.frames[1].origin));
    const Refit moved = refitted(project, kAll, RefitWhat::Stale, HandSet::Kept, now);
    QCOMPARE(moved.edits.size(), std::size_t{4});
    QVERIFY(std::get<SetShape>(moved.edits[0]).shape.geometry == Shape(Box{0, 1, 3, 2}));
    QVERIFY(std::get<SetShape>(moved.edits[1]).shape.geometry == Shape(Box{1, 1, 3, 2}));
  }

  void aKindGivesOriginsAndShapes() {
    const ArtSource art = artOf({"................", ".##..##..##..##.", ".##..##..##..##."});
    Project project = fourFramesProject(fourFrames());
    project.kinds[0].origin = {OriginBasis::Cell, Anchor::TopLeft};
    Recipe strip;
    strip.region.part = Region::Part::Bottom;
    strip.region.size = 1;
    project.kinds[0].shapes = {{"body", {}}, {"reach", strip}};
    project = after(project, {SetShape{{2}, {10}, {"body", kBox}}});
    project = after(project, byKindRules(project, kAll, HandSet::Kept, art));
    const Asset& asset = assetOf(project);
    QVERIFY((asset.frames[1].origin == FramePoint{0, 0}));
    QVERIFY(asset.frames[0].shapes[0].geometry == Shape(kBox));
    QVERIFY(asset.frames[1].shapes[0].geometry == Shape(Box{1, 1, 2, 2}));
    QVERIFY(findShape(asset.frames[1], "reach")->geometry == Shape(Box{1, 2, 2, 1}));
  }

  void theSignOfInkTellsWhereItLies() {
    QVERIFY(inkSign(maskOf({"#.", ".."})) != inkSign(maskOf({".#", ".."})));
    QVERIFY(inkSign(maskOf({"#.", ".."})) == inkSign(maskOf({"#.", ".."})));
    QVERIFY(inkSign(PixelMask(3, 3)) != 0);
  }
};
AMBER_TEST(RefitTest);

class ShapeChecksTest : public QObject {
  Q_OBJECT
 private slots:
  void init() {
    art_ = artOf({"................", ".##..##..##..##.", ".##..##..##..##."});
    project_ = fourFramesProject(fourFrames());
    project_ = after(project_, fittedShapes(project_, kAll, "body", Recipe{}, art_));
  }

  void validShapesGiveNoFinding() {
    QVERIFY(checkShapes(assetOf(project_), project_, art_).empty());
    QVERIFY(checkShapesTogether(project_, art_).empty());
  }

  void airBareInkAndShapesOffTheInkAreTold() {
    set(11, Box{-10, -10, 30, 30});
    QCOMPARE(rules(), (std::vector<std::string>{"shape.air", "shape.jumps"}));
    set(11, Box{1, 1, 1, 2});
    QCOMPARE(rules(), std::vector<std::string>{"shape.bareInk"});
    set(11, Box{1, 0, 2, 1});
    const auto found = checkShapes(assetOf(project_), project_, art_);
    QCOMPARE(found.front().rule, std::string("shape.offInk"));
    QVERIFY(found.front().severity == Severity::Error);
    QCOMPARE(found.front().remedy.edits(project_, art_)->size(), std::size_t{1});
  }

  void polygonsWithFaultsOrTooManyPointsAreTold() {
    set(11, Polygon{{{1, 1}, {3, 3}, {3, 1}, {1, 3.1}}});
    QVERIFY(tells("shape.fault"));
    set(11, Polygon{{{1, 1}, {2, 1}, {3, 1}, {3, 3}, {1, 3}}});
    QVERIFY(!tells("shape.fault"));
    QVERIFY(!tells("shape.points"));
    project_.profiles.front().polygonPoints = 4;
    QVERIFY(tells("shape.points"));
  }

  void aShapeThatJumpsIsHeldByTheFix() {
    set(11, Box{-4, 1, 7, 2});
    const auto found = checkShapes(assetOf(project_), project_, art_);
    const auto jump = std::find_if(found.begin(), found.end(),
                                   [](const Finding& f) { return f.rule == "shape.jumps"; });
    // 3.5 px is within a third of its width and below the limit.
    QVERIFY(jump == found.end());
    set(11, Box{-9, 1, 6, 2});
    const auto again = checkShapes(assetOf(project_), project_, art_);
    const auto told = std::find_if(again.begin(), again.end(),
                                   [](const Finding& f) { return f.rule == "shape.jumps"; });
    QVERIFY(told != again.end());
    const Project mended = after(project_, *told->remedy.edits(project_, art_));
    QVERIFY(HeldShapes(assetOf(mended)).find({11}, "body")->shape() == Shape(Box{1, 1, 2, 2}));
  }

  void sensorsThatReachPastNothingAreTold() {
    for (std::uint32_t id = 10; id < 14; ++id) set(id, Box{1, 1, 2, 2}, "reach");
    const auto found = checkShapes(assetOf(project_), project_, art_);
    QCOMPARE(rulesOf(found), std::vector<std::string>{"shape.flush"});
    const Project mended = after(project_, *found.front().remedy.edits(project_, art_));
    QVERIFY(checkShapes(assetOf(mended), mended, art_).empty());
  }

  void aBodyThatFillsAStripAboveItIsTold() {
    for (std::uint32_t id = 10; id < 14; ++id) {
      set(id, Box{0, 0, 4, 3}, "body");
      set(id, Box{-1, 0, 14, 1}, "reach");
    }
    QVERIFY(!tells("shape.filled"));
    for (std::uint32_t id = 10; id < 14; ++id) set(id, Box{-0.4, 0, 4.8, 1}, "reach");
    QVERIFY(tells("shape.filled"));
  }

  void staleShapesAreTold() {
    const ArtSource now = artOf({"................", ".##..###.##..##.", ".##..###.##..##."});
    const auto found = checkShapes(assetOf(project_), project_, now);
    QVERIFY(std::any_of(found.begin(), found.end(),
                        [](const Finding& f) { return f.rule == "shape.stale"; }));
  }

  void mirroredPairsHaveMirroredShapes() {
    Asset asset = fourFrames();
    asset.animations = {{{5}, "walk_left", {}, {{{10}, 1}}}, {{6}, "walk_right", {}, {{{11}, 1}}}};
    asset.frames[0].shapes = {{"body", Box{0, 0, 2, 3}}};
    asset.frames[1].shapes = {{"body", Box{0, 0, 2, 3}}};
    project_ = fourFramesProject(asset);
    const ArtSource art = artOf({"##....##........", "#......#........", "#......#........"});
    const auto found = checkShapesTogether(project_, art);
    QCOMPARE(rulesOf(found), std::vector<std::string>{"shape.mirror"});
    const Project mended = after(project_, *found.front().remedy.edits(project_, art));
    QVERIFY(findShape(assetOf(mended).frames[1], "body")->geometry == Shape(Box{2, 0, 2, 3}));
    QVERIFY(checkShapesTogether(mended, art).empty());
  }

  void oneAssetOfAKindThatDiffersIsNoted() {
    for (std::uint32_t i = 1; i < 4; ++i) {
      Asset asset = fourFrames();
      asset.id = {100 * i};
      asset.name += std::to_string(i);
      for (Frame& frame : asset.frames) frame.id.value += 100 * i;
      for (Animation& animation : asset.animations) {
        animation.id.value += 100 * i;
        for (Step& step : animation.steps) step.frame.value += 100 * i;
      }
      project_ = after(project_, {PutAsset{asset}});
      std::vector<FrameRef> frames;
      for (const Frame& frame : asset.frames) frames.push_back({asset.id, frame.id});
      Recipe recipe;
      if (i == 3) recipe.kind = ShapeKind::Circle;
      project_ = after(project_, fittedShapes(project_, frames, "body", recipe, art_));
    }
    const auto found = checkShapesTogether(project_, art_);
    QCOMPARE(rulesOf(found), std::vector<std::string>{"shape.differs"});
    QVERIFY(found.front().where.asset == AssetId{300});
    const auto edits = *found.front().remedy.edits(project_, art_);
    QCOMPARE(edits.size(), std::size_t{4});
    QVERIFY(std::get<SetShape>(edits.front()).shape.recipe == Recipe{});
  }

 private:
  void set(std::uint32_t frame, const Shape& shape, const std::string& role = "body") {
    project_ = after(project_, {SetShape{{2}, {frame}, {role, shape}}});
  }
  std::vector<std::string> rules() const {
    return rulesOf(checkShapes(assetOf(project_), project_, art_));
  }
  bool tells(const std::string& rule) const {
    const auto all = rules();
    return std::find(all.begin(), all.end(), rule) != all.end();
  }

  Project project_;
  ArtSource art_;
};
AMBER_TEST(ShapeChecksTest);

#include "keys_tests.moc"
