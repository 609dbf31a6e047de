#include <QTest>

#include "core/checks/check_project.h"
#include "core/fit/keys/fit_edits.h"
#include "core/variant/follow.h"
#include "core/variant/variant.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

// An asset made after another one: its rules, other art.
class VariantTest : public QObject {
  Q_OBJECT

  std::map<std::uint32_t, std::shared_ptr<const SheetArt>> arts_;
  Project project_;

  ArtSource art() const {
    return [this](SheetId id) { return arts_.at(id.value); };
  }

  const Asset& asset(const char* name) const {
    return *findAsset(project_, std::string_view(name));
  }

  void putSheet(std::uint32_t id, std::initializer_list<std::string_view> rows) {
    arts_[id] = std::make_shared<const SheetArt>(sheetArtOf(rows));
    Sheet sheet;
    sheet.id = {id};
    sheet.path = "sheet_" + std::to_string(id) + ".png";
    sheet.size = arts_[id]->image.size();
    sheet.cut = Cut{Grid{{6, 5}, {}, {}, sheet.size.w / 6, 1}, {}};
    project_ = withEdits(project_, {PutSheet{sheet}})->project;
  }

  void apply(const Result<VariantPlan>& plan) {
    QVERIFY2(plan.has_value(), plan ? "" : plan.error().sentence.c_str());
    project_ = withEdits(project_, plan->edits)->project;
  }

 private slots:
  void init() {
    arts_.clear();
    project_ = newProject("variants");
    putSheet(1, {"............",  //
                 "..##....##..",  //
                 "..##....##..",  //
                 ".####..####.",  //
                 ".####..####."});
    putSheet(2, {"............",  //
                 "............",  //
                 "...##.....#.",  //
                 "...##....##.",  //
                 "...##....##."});
    Asset first;
    first.id = {10};
    first.name = "chr_owl";
    first.kind = "character";
    first.motion = Motion::Dynamic;
    first.scale = 3;
    first.settings = {{"body", Duty::Notices}};
    for (std::uint32_t i = 0; i < 2; ++i) {
      Frame frame;
      frame.id = {11 + i};
      frame.name = "chr_owl_walk_0" + std::to_string(i + 1);
      frame.sheet = {1};
      frame.rect = {static_cast<int>(i) * 6, 0, 6, 5};
      frame.origin = {3, 5};
      frame.originRule = {OriginBasis::Feet};
      first.frames.push_back(frame);
    }
    first.frames[0].mounts = {{"beak", {4, 1}}};
    first.animations = {{{20}, "walk", LoopMode::BackAndForth, {{{11}, 70}, {{12}, 90}}}};
    project_ = withEdits(project_, {PutAsset{first}})->project;
    project_ = withEdits(project_, fittedShapes(project_, {{{10}, {11}}, {{10}, {12}}}, "body",
                                                Recipe{}, art()))
                   ->project;
  }

  void itHasTheFirstOnesRulesAndIsFittedToItsOwnInk() {
    apply(variantEdits(project_, {{10}, "tawny_owl", {{2}}}, art()));
    const Asset& variant = asset("chr_tawny_owl");
    QCOMPARE(variant.variantOf, AssetId{10});
    QCOMPARE(variant.scale, 3.0);
    QVERIFY(variant.motion == Motion::Dynamic && variant.settings == asset("chr_owl").settings);
    QCOMPARE(variant.frames.size(), std::size_t{2});
    QCOMPARE(variant.frames[1].name, std::string("chr_tawny_owl_walk_02"));
    QCOMPARE(variant.frames[0].sheet, SheetId{2});
    QCOMPARE(variant.animations.front().loop, LoopMode::BackAndForth);
    QCOMPARE(variant.animations.front().steps[1].durationMs, 90);
    QCOMPARE(variant.animations.front().steps[1].frame, variant.frames[1].id);
    // The feet of the variant's ink, a mount at the same distance, a snug box around it.
    QCOMPARE(variant.frames[0].origin, (FramePoint{4, 5}));
    QCOMPARE(variant.frames[0].mounts.front().at, (FramePoint{5, 1}));
    QCOMPARE(variant.frames[0].shapes.front().geometry, Shape(Box{3, 2, 2, 3}));
    QVERIFY(behindIn(variant, asset("chr_owl")).empty());
  }

  // Two recipes in one role stay two.
  void everyFrameIsFittedByItsOwnRecipe() {
    Recipe circle;
    circle.kind = ShapeKind::Circle;
    project_ =
        withEdits(project_, fittedShapes(project_, {{{10}, {11}}}, "body", circle, art()))->project;
    apply(variantEdits(project_, {{10}, "b", {{2}}}, art()));
    const Asset& variant = asset("chr_b");
    QVERIFY(std::holds_alternative<Circle>(variant.frames[0].shapes.front().geometry));
    QVERIFY(std::holds_alternative<Box>(variant.frames[1].shapes.front().geometry));
  }

  void whatWasSetByHandKeepsItsPlaceAndIsTold() {
    project_ = withEdits(project_, {SetShape{{10}, {12}, {"body", Box{1, 1, 2, 2}}}})->project;
    const auto plan = variantEdits(project_, {{10}, "b", {{2}}}, art());
    QCOMPARE(plan->told.size(), std::size_t{1});
    QVERIFY(plan->told.front().find("set by hand") != std::string::npos);
    apply(plan);
    // Its feet stand half a px to the right of the first one's.
    const Frame& frame = asset("chr_b").frames[1];
    const double dx = frame.origin.x - asset("chr_owl").frames[1].origin.x;
    QCOMPARE(frame.shapes.front().geometry, Shape(Box{1 + dx, 1, 2, 2}));
  }

  void whatDoesNotFitIsTold() {
    putSheet(3, {"......", "......", "......", "..##..", "..##.."});
    const auto plan = variantEdits(project_, {{10}, "c", {{3}}}, art());
    apply(plan);
    QCOMPARE(asset("chr_c").frames.size(), std::size_t{1});
    QCOMPARE(asset("chr_c").animations.front().steps.size(), std::size_t{1});
    QCOMPARE(plan->told.size(), std::size_t{2});
    QVERIFY(plan->told[0].find("6 x 5 px, not 12 x 5") != std::string::npos);
    QVERIFY(plan->told[1].find("chr_owl_walk_02 is not on its sheet") != std::string::npos);
    const auto wrong = variantEdits(project_, {{10}, "d", {{2}, {3}}}, art());
    QVERIFY(wrong.error().sentence.find("is cut from 1 sheet, and 2 are given") !=
            std::string::npos);
    QVERIFY(!variantEdits(project_, {{99}, "d", {{2}}}, art()));
  }

  void aVariantOfAVariantFollowsTheFirst() {
    apply(variantEdits(project_, {{10}, "b", {{2}}}, art()));
    const AssetId variant = asset("chr_b").id;
    apply(variantEdits(project_, {variant, "c", {{2}}}, art()));
    QCOMPARE(asset("chr_c").variantOf, AssetId{10});
    // Without the first asset they are released.
    project_ = withEdits(project_, {RemoveAsset{{10}}})->project;
    QVERIFY(!asset("chr_b").variantOf && !asset("chr_c").variantOf);
  }

  void laterChangesOfTheFirstOneAreOfferedAndTaken() {
    apply(variantEdits(project_, {{10}, "b", {{2}}}, art()));
    const AssetId id = asset("chr_b").id;
    Asset first = asset("chr_owl");
    first.scale = 2;
    first.animations.front().steps[0].durationMs = 200;
    for (Frame& frame : first.frames) frame.originRule = {OriginBasis::Ink, Anchor::TopLeft};
    project_ = withEdits(project_, {PutAsset{first}})->project;
    Recipe circle;
    circle.kind = ShapeKind::Circle;
    project_ =
        withEdits(project_, fittedShapes(project_, {{{10}, {11}}}, "body", circle, art()))->project;
    QCOMPARE(behindIn(asset("chr_b"), asset("chr_owl")),
             std::string(
                 "the scale, the animations, the origin rule on 2 frames, the recipe of the shapes "
                 "of body on 1 frame"));
    const auto findings = checkProject(project_, art());
    const auto found = std::find_if(findings.begin(), findings.end(), [](const Finding& one) {
      return one.rule == rules::kVariantBehind.id;
    });
    QVERIFY(found != findings.end() && found->where.asset == id);
    const auto edits = found->remedy.edits(project_, art());
    project_ = withEdits(project_, *edits)->project;
    const Asset& variant = asset("chr_b");
    QVERIFY(behindIn(variant, asset("chr_owl")).empty());
    QCOMPARE(variant.frames[0].origin, (FramePoint{3, 2}));
    QVERIFY(std::holds_alternative<Circle>(variant.frames[0].shapes.front().geometry));
    QCOMPARE(variant.frames[0].shapes.front().recipe->kind, ShapeKind::Circle);
    QCOMPARE(variant.animations.front().steps[0].durationMs, 200);
  }
};
AMBER_TEST(VariantTest);

#include "variant_tests.moc"
