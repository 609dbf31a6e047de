#include <QTest>

#include "core/checks/check_project.h"
#include "core/checks/docket.h"
#include "core/cut/cut_frames.h"
#include "core/cut/grid.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

class ChecksTest : public QObject {
  Q_OBJECT

  std::shared_ptr<const SheetArt> art_;
  Project project_;

  ArtSource art() const {
    return [this](SheetId) { return art_; };
  }
  void cut(PixelSize cell, std::initializer_list<std::string_view> rows) {
    art_ = std::make_shared<const SheetArt>(sheetArtOf(rows));
    project_ = newProject("checks");
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "sheet.png";
    sheet.size = art_->image.size();
    project_ = withEdits(project_, {PutSheet{sheet}})->project;
    const CutRequest request{{1},    {*gridByCell(sheet.size, cell, {}, {}), {}},
                             "a",    "prop",
                             "walk", 100,
                             {},     LoopMode::Repeat};
    project_ = withEdits(project_, *cutEdits(project_, request, *art_))->project;
  }
  std::vector<std::string> rules() const {
    std::vector<std::string> names;
    for (const Finding& finding : checkProject(project_, art())) {
      // Cells this small are touched at their edges by whatever is in them.
      if (finding.rule != "cut.edge") names.push_back(finding.rule);
    }
    return names;
  }
  void mend() {
    for (const Finding& finding : checkProject(project_, art())) {
      if (!finding.canBeMended()) continue;
      project_ = withEdits(project_, *finding.remedy.edits(project_, art()))->project;
    }
  }

 private slots:
  void aSoundProjectNeedsOnlyShapesAndTheFixGivesThem() {
    cut({2, 2}, {"#.#.", "...."});
    QCOMPARE(rules(), std::vector<std::string>{"frame.noShape"});
    mend();
    QVERIFY(rules().empty());
    QCOMPARE(project_.assets.front()->frames[1].shapes.front().geometry, Shape(Box{0, 0, 1, 1}));
  }

  void inkAcrossACutIsAWarning() {
    cut({2, 2}, {".##.", "...."});
    const auto findings = checkProject(project_, art());
    QCOMPARE(findings[0].rule, std::string("cut.crossing"));
    QCOMPARE(findings[0].severity, Severity::Warning);
    QCOMPARE(findings[0].text, std::string("ink crosses the cut at x = 2 by 1 px"));
  }

  void aPartialLastCellWithInkIsAWarningAndWithoutANote() {
    cut({2, 1}, {"#.#.#"});
    auto findings = checkProject(project_, art());
    QCOMPARE(findings[0].rule, std::string("cut.partialCell"));
    QCOMPARE(findings[0].severity, Severity::Warning);
    cut({2, 1}, {"#.#.."});
    findings = checkProject(project_, art());
    QCOMPARE(findings.back().rule, std::string("cut.partialCell"));
    QCOMPARE(findings.back().severity, Severity::Note);
  }

  void aFrameThatLostItsInkIsFoundAndLeftOut() {
    cut({2, 1}, {"#.#."});
    mend();
    art_ = std::make_shared<const SheetArt>(sheetArtOf({"#..."}));
    QCOMPARE(rules(), std::vector<std::string>{"frame.empty"});
    mend();
    QCOMPARE(project_.assets.front()->frames.size(), std::size_t{1});
  }

  void wrongNamesAreToldOnceAnAsset() {
    cut({2, 1}, {"#.#."});
    mend();
    const AssetId asset = project_.assets.front()->id;
    project_ = withEdits(project_, {Rename{asset, {}, {}, "Pot"}})->project;
    QCOMPARE(rules(), (std::vector<std::string>{"name.pattern", "name.pattern"}));
    mend();
    mend();
    QVERIFY(rules().empty());
  }

  void sharedNamesAreAnErrorThatTheFixMends() {
    cut({2, 1}, {"#.#."});
    mend();
    Asset twin = *project_.assets.front();
    twin.id = {500};
    for (Frame& frame : twin.frames) frame.id = {frame.id.value + 600};
    for (Step& step : twin.animations.front().steps) step.frame = {step.frame.value + 600};
    twin.animations.front().id = {501};
    project_ = withEdits(project_, {PutAsset{twin}})->project;
    auto findings = checkProject(project_, art());
    QVERIFY(hasErrors(findings));
    QCOMPARE(findings.front().rule, std::string("name.shared"));
    for (int round = 0; round < 3; ++round) mend();
    QVERIFY(!hasErrors(checkProject(project_, art())));
  }

  void theDocketFollowsTheFindings() {
    cut({2, 2}, {".##.", "...."});
    const Asset& asset = *project_.assets.front();
    const Docket docket = docketOf(asset, checkProject(project_, art()));
    QCOMPARE(docket[static_cast<std::size_t>(Bench::Cut)], Stamp::NeedsLook);
    QCOMPARE(docket[static_cast<std::size_t>(Bench::Fit)], Stamp::Untouched);
    QCOMPARE(docket[static_cast<std::size_t>(Bench::Names)], Stamp::Done);
  }
};
AMBER_TEST(ChecksTest);

#include "checks_tests.moc"
