// Each bench by itself, through the real window.
#include <QComboBox>
#include <QLabel>
#include <QListView>
#include <QListWidget>
#include <QTableView>
#include <QTest>
#include <QTreeWidget>

#include "desktop/parts/number_field.h"
#include "desktop/parts/player.h"
#include "desktop/stage/stage_view.h"
#include "desktop/theme.h"
#include "files/image/image_file.h"
#include "sheets.h"
#include "support/registry.h"
#include "support/scratch.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

class BenchesTest : public QObject {
  Q_OBJECT

  static void openDemo(MainWindow& window, const Scratch& scratch) {
    show(window);
    window.openProject(demoCopy(scratch));
    window.session().settle();
  }

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void aNewSheetShowsItsProposalsAndTakesTheOneChosen() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("night"));
    scratch.write("night/glasshouse_tiles.png", pngBytes(glasshouse::tileSheets()[0].image));
    MainWindow window;
    show(window);
    window.takeFiles({scratch.qpath("night/glasshouse_tiles.png")});
    window.session().settle();
    auto* proposals = find<QListWidget>(window, "proposals");
    QTRY_VERIFY(proposals->count() > 1);
    QVERIFY(proposals->item(0)->text().contains("4 x 2 cells of 32 x 32"));
    QCOMPARE(find<NumberField>(window, "gutterX")->value(), 2.0);
    QCOMPARE(find<NumberField>(window, "marginY")->value(), 4.0);
    proposals->setCurrentRow(1);
    QVERIFY(find<NumberField>(window, "cellW")->value() != 32.0 ||
            find<NumberField>(window, "cellH")->value() != 32.0);
    proposals->setCurrentRow(0);
    click(window, "cutButton");
    window.session().settle();
    QCOMPARE(window.session().project().assets.front()->frames.size(), std::size_t{8});
    QVERIFY(!proposals->isVisible());
  }

  void aCutSheetIsCutAgainByANumberAndByUndoTakenBack() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Cut);
    const Project before = window.session().project();
    type(window, "columns", "2");
    const Sheet& sheet = *window.session().project().sheets.front();
    QCOMPARE(std::get<Grid>(sheet.cut->way).columns, 2);
    QCOMPARE(window.session().history().count(), 1);
    type(window, "cellW", "9000");
    QCOMPARE(window.session().history().count(), 1);
    QCoreApplication::processEvents();
    // The field still has the keyboard, but nothing is being typed: undo is the project's.
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Z, Qt::ControlModifier);
    QVERIFY(window.session().project() == before);
  }

  void aCellIsSelectedByAClickAndTheAnimationIsRenamedAndTimed() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Cut);
    auto* stage = find<StageView>(window, "cutStage");
    QTest::mouseClick(stage, Qt::LeftButton, {}, onStage(stage, 48 * 2 + 20, 20));
    QCOMPARE(window.session().currentFrame()->name, std::string("chr_keeper_idle_03"));
    type(window, "animationName", "rest");
    type(window, "rate", "20");
    const Animation& animation = *window.session().currentAnimation();
    QCOMPARE(animation.name, std::string("rest"));
    QCOMPARE(animation.steps.front().durationMs, 50);
    QCOMPARE(animation.loop, LoopMode::BackAndForth);
  }

  void framesAreSteppedAndPlayed() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Origin);
    const FrameId first = window.session().selection().frame;
    for (int i = 0; i < 4; ++i) QTest::keyClick(&window, Qt::Key_Right, Qt::ControlModifier);
    QCOMPARE(window.session().selection().frame, first);  // round the four of idle
    QTest::keyClick(&window, Qt::Key_Left, Qt::ControlModifier);
    QVERIFY(window.session().selection().frame != first);
    auto* player = window.findChildren<Player*>().last();
    for (Player* one : window.findChildren<Player*>()) {
      if (one->isVisible()) player = one;
    }
    QVERIFY(player->playing());
    QTest::keyClick(find<StageView>(window, "originStage"), Qt::Key_P);
    QVERIFY(!player->playing());
    QCOMPARE(player->step(), std::size_t{3});
  }

  void aReportIsWrittenByTheFinder() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Pack);
    FileDialogAnswers answers({open.scratch.qpath("report.html")});
    click(window, "writeReport");
    window.session().settle();
    QVERIFY(open.scratch.read("report.html").find("chr_keeper_walk_01") != std::string::npos);
  }

  void whileWatchedEveryChangeIsPacked() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Pack);
    const QString folder = open.scratch.qpath("watched");
    find<QLineEdit>(window, "parcelFolder")->setText(folder);
    QTest::mouseClick(find<QCheckBox>(window, "watchPack"), Qt::LeftButton, {}, QPoint(8, 8));
    auto* result = find<QLabel>(window, "packResult");
    QTRY_VERIFY_WITH_TIMEOUT(result->text().startsWith("Packed at"), 10000);
    const auto& assets = window.session().project().assets;
    window.session().perform("other name", {Rename{assets[2]->id, {}, {}, "chr_owlet"}});
    QTRY_VERIFY_WITH_TIMEOUT(
        open.scratch.read("watched/parcel.json").find("chr_owlet") != std::string::npos, 10000);
    // So does a sheet that another program paints over.
    const std::string before = open.scratch.read("watched/parcel.json");
    QImage pot(open.scratch.qpath("demo/sheets/clay_pot.png"));
    pot.invertPixels();
    QVERIFY(pot.save(open.scratch.qpath("demo/sheets/clay_pot.png")));
    QTRY_VERIFY_WITH_TIMEOUT(!open.scratch.read("watched/parcel.json").empty() &&
                                 open.scratch.read("watched/parcel.json") != before,
                             10000);
    // The error is shown, and the parcel is kept.
    window.session().perform("twin", {Rename{assets[1]->id, {}, {}, assets[0]->name}});
    QTRY_VERIFY_WITH_TIMEOUT(result->text().contains("share the name"), 10000);
    QVERIFY(open.scratch.read("watched/parcel.json").find("chr_snail") != std::string::npos);
    // No more once it is off.
    QTest::mouseClick(find<QCheckBox>(window, "watchPack"), Qt::LeftButton, {}, QPoint(8, 8));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    window.session().settle();
    QTest::qWait(400);
    QVERIFY(open.scratch.read("watched/parcel.json").find("chr_owlet") != std::string::npos);
  }

  void packingIsRefusedWithTheReasonWhileThereIsAnError() {
    OpenWindow open;
    MainWindow& window = open.window;
    const Scratch& scratch = open.scratch;
    const auto& assets = window.session().project().assets;
    window.session().perform("twin", {Rename{assets[1]->id, {}, {}, assets[0]->name}});
    window.session().settle();
    goTo(window, Bench::Pack);
    auto* pack = find<QPushButton>(window, "packButton");
    QVERIFY(!pack->isEnabled());
    QVERIFY(pack->toolTip().contains("share the name"));
    QVERIFY(find<QPushButton>(window, "packError1")->toolTip().contains("share the name"));
    window.session().history().undo();
    window.session().settle();
    QVERIFY(pack->isEnabled());
    QVERIFY(!QFile::exists(scratch.qpath("demo/parcel")));
  }

  void theTreeShowsPagesAndEachAssetsJson() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Pack);
    auto* tree = find<QTreeWidget>(window, "parcelTree");
    QTRY_COMPARE(tree->topLevelItemCount(), 1);
    const QTreeWidgetItem* root = tree->topLevelItem(0);
    QVERIFY(root->child(0)->text(0).startsWith("page_0.png"));
    QCOMPARE(root->child(1)->childCount(), 12);
    tree->setCurrentItem(root->child(1)->child(0));
    bool shown = false;
    for (auto* text : window.findChildren<QPlainTextEdit*>()) {
      shown = shown || (text->isVisible() && text->toPlainText().contains("\"chr_keeper\""));
    }
    QVERIFY(shown);
  }

  void theShelfFiltersByName() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Fit);
    QTest::keyClicks(find<QLineEdit>(window, "shelfFilter"), "drop");
    QCOMPARE(find<QListView>(window, "shelf")->model()->rowCount(), 1);
  }

  void zoomAndBackdropFollowKeysAndWheel() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Fit);
    auto* stage = find<StageView>(window, "fitStage");
    stage->setFocus();
    const double fittedScale = stage->view().scale;
    QTest::keyClick(stage, Qt::Key_Minus);
    QVERIFY(stage->view().scale < fittedScale);
    QTest::keyClick(stage, Qt::Key_0);
    QCOMPARE(stage->view().scale, fittedScale);
    QCOMPARE(stage->backdrop(), Backdrop::Kraft);
    QTest::keyClick(stage, Qt::Key_B);
    QCOMPARE(stage->backdrop(), Backdrop::Dark);
  }

  void theThemeChangesAndIsRemembered() {
    MainWindow window;
    show(window);
    QTest::keyClick(&window, Qt::Key_T, Qt::ControlModifier);
    QCOMPARE(theme().name, lampTheme().name);
    QTest::keyClick(&window, Qt::Key_T, Qt::ControlModifier);
    QCOMPARE(theme().name, paperTheme().name);
  }

  void closingKeepsUnsavedWorkAndOpeningBringsItBack() {
    const Scratch scratch;
    QString path;
    {
      MainWindow window;
      openDemo(window, scratch);
      path = window.session().path();
      const AssetId asset = window.session().project().assets.front()->id;
      window.session().perform("rename", {Rename{asset, {}, {}, "chr_gardener"}});
      window.close();
    }
    MainWindow window;
    show(window);
    window.openProject(path);
    QCOMPARE(window.session().project().assets.front()->name, std::string("chr_gardener"));
    QVERIFY(find<QLabel>(window, "notice")->text().contains("restored"));
    QTRY_VERIFY(find<QLabel>(window, "state")->text().startsWith("edited"));
  }
};
AMBER_TEST(BenchesTest);

#include "benches_tests.moc"
