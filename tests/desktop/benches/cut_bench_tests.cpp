// The cut bench by mouse and keys: one sheet each way, and the animations that come of it.
#include <QComboBox>
#include <QDir>
#include <QDropEvent>
#include <QLabel>
#include <QListWidget>
#include <QMimeData>
#include <QSlider>
#include <QTest>
#include <QUrl>
#include <random>

#include "core/cut/cut_frames.h"
#include "core/cut/cut_rects.h"
#include "desktop/benches/cut/cut_stage.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/player.h"
#include "desktop/parts/ribbon.h"
#include "desktop/theme.h"
#include "drawn_file.h"
#include "files/image/image_file.h"
#include "sheets.h"
#include "support/packed_sheet.h"
#include "support/registry.h"
#include "support/sheet_generator.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

std::pair<std::string, std::string> demoFile(const std::string& name) {
  for (const auto& sheet : glasshouse::allSheets()) {
    if (sheet.name == name) return {name, glasshouse::fileBytes(sheet)};
  }
  qFatal("the demo has no such sheet");
}

// How long the window may not answer, ms. Instrumented code is several times as slow.
#if defined(__SANITIZE_ADDRESS__) || defined(__SANITIZE_THREAD__)
constexpr qint64 kLongestSilence = 1000;
#else
constexpr qint64 kLongestSilence = 150;
#endif

// Two blocks of ink, far apart, and a third that is not drawn round yet.
std::string blocks() {
  Image image(64, 32);
  for (const PixelRect& block :
       {PixelRect{4, 6, 10, 12}, PixelRect{30, 8, 8, 8}, PixelRect{50, 20, 6, 6}}) {
    for (int y = block.y; y < block.bottom(); ++y) {
      for (int x = block.x; x < block.right(); ++x) image.at(x, y) = {180, 90, 40, 255};
    }
  }
  return pngBytes(image);
}

// Five leaves on blue ground, each within a drawn box of a different size.
std::string boxedLabels() {
  Image image(120, 60);
  const auto fill = [&](const PixelRect& rect, Rgba colour) {
    for (int y = rect.y; y < rect.bottom(); ++y) {
      for (int x = rect.x; x < rect.right(); ++x) image.at(x, y) = colour;
    }
  };
  fill(image.rect(), {90, 110, 160, 255});
  for (const PixelRect& box :
       {PixelRect{0, 0, 24, 20}, PixelRect{25, 0, 24, 20}, PixelRect{52, 2, 30, 40},
        PixelRect{0, 24, 20, 30}, PixelRect{24, 26, 22, 16}}) {
    fill(box, {240, 240, 200, 255});
    fill({box.x + 1, box.y + 1, box.w - 2, box.h - 2}, {90, 110, 160, 255});
    fill({box.x + 5, box.y + 4, box.w - 12, box.h - 9}, {40, 160, 60, 255});
    fill({box.x + 3, box.bottom() - 4, 4, 2}, {20, 90, 30, 255});
  }
  return pngBytes(image);
}

const Cut& cutOf(OpenWindow& open) {
  return *findSheet(open.project(), open.window.session().selection().sheet)->cut;
}

std::vector<PixelRect> handRects(OpenWindow& open) {
  return std::get<HandCut>(cutOf(open).way).rects;
}

}  // namespace

class CutBenchTest : public QObject {
  Q_OBJECT

  // The longest time in which the window could not answer, ms, while a sheet is taken in, looked at
  // and cut by islands.
  static qint64 longestSilenceWith(const std::string& png) {
    OpenWindow open({{"first.png", blocks()}});
    open.scratch.write("art/large.png", png);
    QElapsedTimer clock;
    clock.start();
    qint64 last = 0;
    qint64 longest = 0;
    QTimer heart;
    QObject::connect(&heart, &QTimer::timeout, [&] {
      longest = std::max(longest, clock.elapsed() - last);
      last = clock.elapsed();
    });
    heart.start(1);
    open.window.takeFiles({open.scratch.qpath("art/large.png")});
    auto* proposals = open.find<QListWidget>("proposals");
    const auto until = [](const std::function<bool()>& reached) {
      return QTest::qWaitFor(reached, 10000);
    };
    const bool proposed =
        until([&] { return open.project().sheets.size() == 2 && proposals->count() > 1; });
    click(open.window, "byIslands");
    const bool cut = until([&] { return open.find<QLabel>("islandFacts")->text() != "0 islands"; });
    return proposed && cut ? longest : 1000000;
  }

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void aScatteredSheetIsCutByIslands() {
    OpenWindow open({demoFile("garden_tools.png")});
    auto* proposals = open.find<QListWidget>("proposals");
    QTRY_VERIFY(proposals->count() > 1);
    QVERIFY(proposals->item(0)->text().startsWith("8 islands of ink"));
    QTRY_COMPARE(open.find<QPushButton>("cutButton")->text(), QString("Cut into 8 frames"));
    // Plain islands part the boots; a greater distance makes them one again.
    type(open.window, "join", "1");
    QCOMPARE(open.find<QPushButton>("cutButton")->text(), QString("Cut into 9 frames"));
    QCOMPARE(open.find<QLabel>("islandFacts")->text(), QString("9 islands"));
    auto* join = open.find<QSlider>("joinSlider");
    join->setFocus();
    QTest::keyClick(join, Qt::Key_Right);
    QTest::keyClick(join, Qt::Key_Right);
    QTest::keyClick(join, Qt::Key_Right);
    QCOMPARE(open.find<QPushButton>("cutButton")->text(), QString("Cut into 8 frames"));
    type(open.window, "minInk", "600");
    QVERIFY(open.find<QLabel>("islandFacts")->text().contains("ignored"));
    type(open.window, "minInk", "1");
    click(open.window, "cutButton");
    open.settle();
    QCOMPARE(open.asset().frames.size(), std::size_t{8});
    // What is cut is cut again at once.
    type(open.window, "join", "1");
    QCOMPARE(open.asset().frames.size(), std::size_t{9});
    open.history().undo();
    QCOMPARE(open.asset().frames.size(), std::size_t{8});
  }

  void framesAreDrawnReshapedSplitMergedAndDeletedByHand() {
    OpenWindow open({{"blocks.png", blocks()}});
    auto* stage = open.find<CutStage>("cutStage");
    click(open.window, "whole");
    click(open.window, "byHand");
    click(open.window, "cutButton");
    open.settle();
    QCOMPARE(handRects(open), (std::vector<PixelRect>{{0, 0, 64, 32}}));
    // The one frame is chosen and made smaller by its corner, then by its edge.
    QTest::mouseClick(stage, Qt::LeftButton, {}, onStage(stage, 20, 28));
    drag(stage, {64, 32}, {22, 24});
    QCOMPARE(handRects(open), (std::vector<PixelRect>{{0, 0, 22, 24}}));
    drag(stage, {0, 12}, {2, 12});
    QCOMPARE(handRects(open), (std::vector<PixelRect>{{2, 0, 20, 24}}));
    const FrameId first = open.asset().frames.front().id;
    // Another is drawn, moved by the arrow keys and snapped to its ink.
    drag(stage, {26, 4}, {44, 20});
    QCOMPARE(handRects(open).size(), std::size_t{2});
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_Right);
    QTest::keyClick(stage, Qt::Key_Down, Qt::ShiftModifier);
    QCOMPARE(handRects(open)[1], (PixelRect{27, 12, 18, 16}));
    open.settle();
    QTest::keyClick(stage, Qt::Key_S);
    QCOMPARE(handRects(open)[1], (PixelRect{30, 12, 8, 4}));
    // Both are chosen and merged; undo takes that back.
    QTest::mouseClick(stage, Qt::LeftButton, Qt::ShiftModifier, onStage(stage, 6, 10));
    QCOMPARE(open.find<QLabel>("handFacts")->text(), QString("2 frames selected"));
    open.settle();
    QTest::keyClick(stage, Qt::Key_M);
    QCOMPARE(handRects(open), (std::vector<PixelRect>{{2, 0, 36, 24}}));
    QTest::keyClick(stage, Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(handRects(open).size(), std::size_t{2});
    QCOMPARE(open.asset().frames.front().id, first);
    // A frame is split where the pointer is near its upper edge.
    click(open.window, "splitTool");
    QTest::mouseClick(stage, Qt::LeftButton, {}, onStage(stage, 12, 1));
    QCOMPARE(handRects(open).size(), std::size_t{3});
    QCOMPARE(handRects(open)[1], (PixelRect{12, 0, 10, 24}));
    QTest::keyClick(stage, Qt::Key_Escape);
    QVERIFY(!open.find<QPushButton>("splitTool")->isChecked());
    // And one is deleted.
    QTest::mouseClick(stage, Qt::LeftButton, {}, onStage(stage, 16, 12));
    open.settle();
    QTest::keyClick(stage, Qt::Key_Delete);
    QCOMPARE(handRects(open).size(), std::size_t{2});
    QCOMPARE(open.asset().frames.size(), std::size_t{2});
    // Escape leaves a drag without a change.
    const QPoint from = onStage(stage, 48, 18);
    QTest::mousePress(stage, Qt::LeftButton, {}, from);
    QTest::mouseMove(stage, from + QPoint(60, 60));
    QTest::keyClick(stage, Qt::Key_Escape);
    QTest::mouseRelease(stage, Qt::LeftButton, {}, from + QPoint(60, 60));
    QCOMPARE(handRects(open).size(), std::size_t{2});
  }

  void aRegionIsDrawnAndCutAnotherWay() {
    OpenWindow open({{"blocks.png", blocks()}});
    auto* stage = open.find<CutStage>("cutStage");
    click(open.window, "byCells");
    type(open.window, "columns", "2");
    type(open.window, "rows", "1");
    click(open.window, "cutButton");
    open.settle();
    QCOMPARE(open.asset().frames.size(), std::size_t{2});
    click(open.window, "regionTool");
    drag(stage, {33, 1}, {63, 31});
    QCOMPARE(cutOf(open).regions.size(), std::size_t{1});
    QVERIFY(open.find<QPushButton>("byIslands")->isChecked());
    QCOMPARE(open.find<QComboBox>("parts")->currentText(), QString("region 1"));
    QVERIFY(!open.find<QPushButton>("regionTool")->isChecked());
    // The left cell, and the two islands within the region.
    QCOMPARE(open.asset().frames.size(), std::size_t{3});
    QCOMPARE(open.asset().frames[2].rect, (PixelRect{50, 20, 6, 6}));
    click(open.window, "removeRegion");
    QVERIFY(cutOf(open).regions.empty());
    QCOMPARE(open.asset().frames.size(), std::size_t{2});
  }

  void aKeyColourIsProposedPickedAndTuned() {
    OpenWindow open({demoFile("fern_sway.png")});
    const auto ink = [&] { return open.project().sheets.front()->ink; };
    QTRY_VERIFY(open.find<QPushButton>("suggestedKey")->text().contains("c8e4ff"));
    click(open.window, "suggestedKey");
    open.settle();
    QVERIFY(ink().key.has_value());
    QTRY_VERIFY(open.find<QListWidget>("proposals")->item(0)->text().startsWith("6 x 1 cells"));
    type(open.window, "keyTolerance", "12");
    open.settle();
    QCOMPARE(ink().key->tolerance, 12);
    click(open.window, "keyEdgeOnly");
    open.settle();
    QCOMPARE(ink().key->reach, KeyReach::JoinedToEdge);
    // The dropper takes the colour of the pot instead; undo takes that back.
    auto* stage = open.find<CutStage>("cutStage");
    click(open.window, "pickKey");
    QCOMPARE(stage->tool(), CutTool::Pick);
    QTest::mouseClick(stage, Qt::LeftButton, {}, onStage(stage, 20.5, 34.5));
    open.settle();
    QVERIFY(ink().key->r > 150 && ink().key->b < 90);
    QCOMPARE(stage->tool(), CutTool::Arrange);
    open.history().undo();
    open.settle();
    QCOMPARE(ink().key->b, std::uint8_t{255});
    click(open.window, "backgroundAlpha");
    open.settle();
    QVERIFY(!ink().key.has_value());
  }

  void thresholdsShowTheirInkWhileTheyAreMoved() {
    OpenWindow open;
    open.select("moth_flutter.png");
    auto* slider = open.find<QSlider>("faintSlider");
    const QPoint knob(4, slider->height() / 2);
    QTest::mousePress(slider, Qt::LeftButton, {}, knob);
    QTest::mouseMove(slider, QPoint(slider->width() / 2, knob.y()));
    QVERIFY(open.find<QPushButton>("showInk")->isChecked());
    const int steps = open.history().count();
    QTest::mouseRelease(slider, Qt::LeftButton, {}, QPoint(slider->width() / 2, knob.y()));
    open.settle();
    QCOMPARE(open.history().count(), steps + 1);
    const Sheet* sheet = findSheet(open.project(), "sheets/moth_flutter.png");
    QVERIFY(sheet->ink.faint > 60);
    type(open.window, "firm", "200");
    open.settle();
    QCOMPARE(findSheet(open.project(), "sheets/moth_flutter.png")->ink.firm, 200);
  }

  void aSheetIsTurnedAndMirroredAndKeepsItsOrder() {
    OpenWindow open;
    open.select("keeper_walk.png");
    const FrameId first = open.animation().steps.front().frame;
    click(open.window, "mirrorX");
    open.settle();
    const Sheet* sheet = findSheet(open.project(), "sheets/keeper_walk.png");
    QVERIFY(sheet->orientation.mirrorX);
    QCOMPARE(findFrame(open.asset(), first)->rect.x, 384 - 48);
    QCOMPARE(open.animation().steps.front().frame, first);
    click(open.window, "turnRight");
    open.settle();
    sheet = findSheet(open.project(), "sheets/keeper_walk.png");
    QCOMPARE(sheet->size, (PixelSize{48, 384}));
    QVERIFY(open.window.session().artOf(sheet->id)->image.size() == sheet->size);
    open.history().undo();
    open.history().undo();
    open.settle();
    QCOMPARE(findFrame(open.asset(), first)->rect.x, 0);
  }

  void numberedImagesAreOfferedAsOneAnimation() {
    std::vector<std::pair<std::string, std::string>> images;
    for (const char* number : {"1", "2", "3", "5", "6"}) {
      images.push_back(demoFile(std::string("firefly_glow_") + number + ".png"));
    }
    OpenWindow open(images);
    auto* proposals = open.find<QListWidget>("proposals");
    QTRY_VERIFY(proposals->item(0)->text().contains("one animation of 5 images"));
    QVERIFY(proposals->item(0)->text().contains("4 is missing"));
    QCOMPARE(open.find<QLineEdit>("assetName")->text(), QString("firefly"));
    QCOMPARE(open.find<QPushButton>("cutButton")->text(),
             QString("Make one animation of 5 images"));
    click(open.window, "cutButton");
    open.settle();
    QCOMPARE(open.asset().animations.size(), std::size_t{1});
    QCOMPARE(open.animation().steps.size(), std::size_t{5});
    QCOMPARE(open.animation().name, std::string("glow"));
    const auto& findings = open.window.session().findings();
    QVERIFY(std::any_of(findings.begin(), findings.end(), [](const Finding& finding) {
      return finding.rule == "numbering.gap" &&
             finding.text.find("4 is missing") != std::string::npos;
    }));
    open.history().undo();
    QVERIFY(open.project().assets.empty());
  }

  void aFolderIsDroppedTheSureAreTakenAndTheOthersChosenByKeys() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("night"));
    for (const char* name : {"keeper_walk.png", "glasshouse_tiles.png", "lantern_flicker.webp",
                             "garden_tools.png", "fern_sway.png"}) {
      scratch.write(std::string("night/") + name, demoFile(name).second);
    }
    scratch.write("night/labels.png", boxedLabels());
    MainWindow window;
    show(window);
    QMimeData mime;
    mime.setUrls({QUrl::fromLocalFile(scratch.qpath("night"))});
    QDragEnterEvent enter(QPoint(400, 300), Qt::CopyAction, &mime, Qt::LeftButton, {});
    QCoreApplication::sendEvent(&window, &enter);
    QVERIFY(enter.isAccepted());
    QDropEvent drop(QPointF(400, 300), Qt::CopyAction, &mime, Qt::LeftButton, {});
    QCoreApplication::sendEvent(&window, &drop);
    ProjectSession& session = window.session();
    session.settle();
    const Project& project = session.project();
    QTRY_COMPARE(project.sheets.size(), std::size_t{6});
    auto* sure = find<QPushButton>(window, "sureButton");
    QTRY_COMPARE(sure->text(), QString("Cut 3 clear sheets (3 need review)"));
    // Nothing to play yet: the sheet has the room.
    QVERIFY(!window.findChild<QWidget*>("cutRibbon")->isVisible());
    QTest::mouseClick(sure, Qt::LeftButton);
    session.settle();
    QTRY_COMPARE(session.history().count(), 2);
    const auto framesOf = [&](const char* name) {
      const Asset* asset = assetCutFrom(project, findSheet(project, std::string(name))->id);
      return asset == nullptr ? std::size_t{0} : asset->frames.size();
    };
    QCOMPARE(framesOf("keeper_walk.png"), std::size_t{8});
    QCOMPARE(framesOf("glasshouse_tiles.png"), std::size_t{8});
    QCOMPARE(framesOf("lantern_flicker.webp"), std::size_t{6});
    QCOMPARE(project.assets.size(), std::size_t{3});
    // The sheet that needs review is next: its background first.
    auto* proposals = find<QListWidget>(window, "proposals");
    const auto shows = [&] { return findSheet(project, session.selection().sheet)->path; };
    QCOMPARE(shows(), std::string("fern_sway.png"));
    QTRY_VERIFY(proposals->item(0)->text().contains("The background colour is"));
    proposals->setFocus();
    QTest::keyClick(proposals, Qt::Key_Down);
    proposals->setCurrentRow(0);
    QTest::keyClick(proposals, Qt::Key_Return);
    session.settle();
    QVERIFY(findSheet(project, session.selection().sheet)->ink.key.has_value());
    QTRY_VERIFY(proposals->item(0)->text().startsWith("6 x 1 cells"));
    QTest::keyClick(proposals, Qt::Key_Return);
    session.settle();
    QCOMPARE(framesOf("fern_sway.png"), std::size_t{6});
    // The labels have drawn boxes; the user says that the ground is not art.
    session.selectSheet(findSheet(project, std::string_view("labels.png"))->id);
    QTRY_VERIFY(proposals->item(1)->text().contains("This colour is art"));
    QTest::mouseClick(proposals->viewport(), Qt::LeftButton, {},
                      proposals->visualItemRect(proposals->item(0)).center());
    session.settle();
    QTRY_VERIFY(proposals->item(0)->text().contains("with drawn outlines"));
    QVERIFY(find<QPushButton>(window, "inBoxes")->isChecked());
    QTest::keyClick(proposals, Qt::Key_Return);
    session.settle();
    QCOMPARE(framesOf("labels.png"), std::size_t{5});
    for (int i = session.history().count(); i > 1; --i) session.history().undo();
    QVERIFY(project.assets.empty());
    QTRY_COMPARE(sure->text(), QString("Cut 3 clear sheets (3 need review)"));
  }

  void framesPackedWithoutGapsAreFoundBesideTheWindow() {
    const PackedSheet sheet = packedTightly(3, 200, 180, 255);
    OpenWindow open({{"packed.png", pngBytes(sheet.image)}});
    auto* proposals = open.find<QListWidget>("proposals");
    const auto tight = [&]() -> QListWidgetItem* {
      for (int i = 0; i < proposals->count(); ++i) {
        if (proposals->item(i)->text().contains("tightly packed frames")) return proposals->item(i);
      }
      return nullptr;
    };
    QTRY_VERIFY_WITH_TIMEOUT(tight() != nullptr, 20000);
    QTest::mouseClick(proposals->viewport(), Qt::LeftButton, {},
                      proposals->visualItemRect(tight()).center());
    QVERIFY(open.find<QPushButton>("packedTight")->isChecked());
    const QString count = tight()->text().section(' ', 0, 0);
    QTRY_COMPARE_WITH_TIMEOUT(open.find<QLabel>("islandFacts")->text(), count + " frames", 20000);
    QVERIFY(!open.find<QPushButton>("withShadows")->isEnabled());
    click(open.window, "cutButton");
    open.settle();
    QTRY_COMPARE_WITH_TIMEOUT(open.asset().frames.size(), count.toULongLong(), 20000);
    QVERIFY(open.asset().frames.size() >= sheet.frames.size() * 9 / 10);
    // Cut again by plain islands: bodies and shadows apart.
    click(open.window, "packedTight");
    open.settle();
    QTRY_VERIFY(open.asset().frames.size() != count.toULongLong());
    QVERIFY(open.find<QPushButton>("withShadows")->isEnabled());
    open.history().undo();
    QCOMPARE(open.asset().frames.size(), count.toULongLong());
  }

  void anAnimatedImageBringsItsPicturesAndTimes() {
    OpenWindow open({demoFile("lantern_flicker.webp")});
    QTRY_VERIFY(open.find<QListWidget>("proposals")
                    ->item(0)
                    ->text()
                    .startsWith("Animated image: 6 pictures"));
    click(open.window, "cutButton");
    open.settle();
    std::vector<int> times;
    for (const Step& step : open.animation().steps) times.push_back(step.durationMs);
    QCOMPARE(times, (std::vector<int>{120, 80, 140, 60, 110, 90}));
    QCOMPARE(open.asset().frames[1].rect.size(), (PixelSize{40, 44}));
  }

  void aFolderIsTakenInWhole() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("art/more"));
    scratch.write("art/snail_crawl.png", demoFile("snail_crawl.png").second);
    scratch.write("art/more/clay_pot.png", demoFile("clay_pot.png").second);
    scratch.write("art/notes.txt", "no image");
    MainWindow window;
    show(window);
    window.takeFiles({scratch.qpath("art")});
    window.session().settle();
    QCOMPARE(window.session().project().sheets.size(), std::size_t{2});
    QCOMPARE(window.session().history().count(), 1);
  }

  void stoppingKeepsWhatWasRead() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("art"));
    // Large enough that reading takes longer than the delay of progress.
    Image noise(600, 600);
    std::mt19937 random(1);
    for (int y = 0; y < 600; ++y) {
      for (int x = 0; x < 600; ++x) {
        noise.at(x, y) = {static_cast<std::uint8_t>(random()), 0, 0, 255};
      }
    }
    const std::string png = pngBytes(noise);
    for (int i = 0; i < 200; ++i) {
      scratch.write("art/pot" + std::to_string(i) + "x.png", png);
    }
    MainWindow window;
    show(window);
    QObject::connect(&window.session().background(), &Background::progressed, &window,
                     [&](const QString&, int done, int total) {
                       if (total > 0 && done >= 3) click(window, "stopWork");
                     });
    window.takeFiles({scratch.qpath("art")});
    window.session().settle();
    const std::size_t added = window.session().project().sheets.size();
    QVERIFY(added >= 3 && added <= 200);
    QVERIFY(added < 200);
    QVERIFY(find<QLabel>(window, "notice")->text().contains("of 200 images added"));
    QVERIFY(!window.findChild<QPushButton*>("stopWork")->isVisible());
  }

  void aRepaintedSheetIsTakenInWhileTheWindowIsOpen() {
    OpenWindow open;
    open.select("keeper_walk.png");
    const FrameId second = open.animation().steps[1].frame;
    const AssetId asset = open.asset().id;
    open.window.session().perform("hand",
                                  {SetOrigin{asset, second, {11, 12}, {OriginBasis::Hand, {}}}});
    // One cell is put in at the front.
    const Image before = *imageFrom(open.scratch.read("demo/sheets/keeper_walk.png"), "walk");
    Image longer(before.width() + 48, before.height());
    for (int y = 0; y < before.height(); ++y) {
      for (int x = 0; x < before.width(); ++x) longer.at(x + 48, y) = before.at(x, y);
      for (int x = 10; x < 40; ++x) longer.at(x, y) = {90, 30, 60, 255};
    }
    const int steps = open.history().count();
    QVERIFY(
        writeFileAtomically(open.scratch.path("demo/sheets/keeper_walk.png"), pngBytes(longer)));
    QTRY_COMPARE(open.history().count(), steps + 1);
    open.settle();
    const Asset& now = *findAsset(open.project(), asset);
    QCOMPARE(findFrame(now, second)->rect.x, 96);
    QCOMPARE(findFrame(now, second)->origin, (FramePoint{11, 12}));
    QCOMPARE(now.frames.size(), std::size_t{4 + 9 + 6});
    QVERIFY(open.find<QLabel>("notice")->text().contains("8 frames found again, 1 new, none lost"));
    // A removed frame is reported, not lost.
    QVERIFY(
        writeFileAtomically(open.scratch.path("demo/sheets/keeper_walk.png"), pngBytes(before)));
    QTRY_COMPARE(open.history().count(), steps + 2);
    open.settle();
    const auto& findings = open.window.session().findings();
    QCOMPARE(std::count_if(findings.begin(), findings.end(),
                           [](const Finding& one) { return one.rule == "frame.lost"; }),
             1);
    QCOMPARE(findAsset(open.project(), asset)->frames.size(), std::size_t{4 + 9 + 6});
  }

  void crossingInkIsMendedByOneKey() {
    OpenWindow open;
    open.select("keeper_water.png");
    open.settle();
    const auto text = [&] { return open.find<QLabel>("findingText")->text(); };
    QVERIFY(text().contains("crosses the cut"));
    QVERIFY(text().contains("Cut as islands"));
    QTest::keyClick(&open.window, Qt::Key_Return, Qt::ControlModifier);
    open.settle();
    QVERIFY(std::holds_alternative<IslandRule>(
        findSheet(open.project(), "sheets/keeper_water.png")->cut->way));
    QVERIFY(!text().contains("crosses the cut"));
  }

  void proposalsOfACutSheetAreSeenBeforeTheyAreTaken() {
    OpenWindow open;
    open.select("clay_pot.png");
    const Cut before = cutOf(open);
    click(open.window, "proposalsTitle");
    auto* proposals = open.find<QListWidget>("proposals");
    QTRY_VERIFY(proposals->count() > 2);
    proposals->setFocus();
    QTest::keyClick(proposals, Qt::Key_Down);
    QTest::keyClick(proposals, Qt::Key_Down);
    QCOMPARE(cutOf(open), before);
    QVERIFY(open.find<QPushButton>("cutButton")->text().startsWith("Cut again into"));
    click(open.window, "dropDraft");
    QVERIFY(!open.window.findChild<QPushButton*>("cutButton")->isVisible());
    QCOMPARE(open.history().count(), 0);
  }

  void aLargeSheetDoesNotHoldTheWindowUp() {
    Image large(2048, 2048);
    const Image small = generatedSheet("rows of animations", 4).image;
    for (int y = 0; y < large.height(); ++y) {
      for (int x = 0; x < large.width(); ++x) {
        large.at(x, y) = small.at(x % small.width(), y % small.height());
      }
    }
    const std::string png = pngBytes(large);
    // A machine that stalls for a moment is not a fault of the window; it does not do so three
    // times.
    qint64 silence = 1000000;
    for (int attempt = 0; attempt < 3 && silence >= kLongestSilence; ++attempt) {
      silence = std::min(silence, longestSilenceWith(png));
    }
    qInfo("longest silence %lld ms", static_cast<long long>(silence));
#ifndef AMBER_SANITIZED
    QVERIFY(silence < kLongestSilence);
#endif
  }
};
AMBER_TEST(CutBenchTest);

#include "cut_bench_tests.moc"
