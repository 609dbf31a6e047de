// Drives the real window by mouse and keys through the work, and looks at what a user would see.
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QListWidget>
#include <QMimeData>
#include <QPushButton>
#include <QStandardPaths>
#include <QTableView>
#include <QTest>
#include <QTreeWidget>
#include <map>

#include "desktop/benches/bench_table.h"
#include "desktop/benches/pack/pack_bench.h"
#include "desktop/parts/number_field.h"
#include "desktop/shell/main_window.h"
#include "desktop/shell/recent_projects.h"
#include "desktop/shell/route_line.h"
#include "desktop/stage/stage_view.h"
#include "desktop/theme.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "sheets.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

class WindowTest : public QObject {
  Q_OBJECT

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void theWholeJobByMouseAndKeysGivesTheSameParcelAsTheCommandLine() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("job"));
    scratch.write("job/keeper_walk.png", pngBytes(glasshouse::keeperSheets()[1].image));
    MainWindow window;
    show(window);

    // Drop the sheet.
    QMimeData mime;
    mime.setUrls({QUrl::fromLocalFile(scratch.qpath("job/keeper_walk.png"))});
    QDragEnterEvent enter(QPoint(400, 300), Qt::CopyAction, &mime, Qt::LeftButton, {});
    QCoreApplication::sendEvent(&window, &enter);
    QVERIFY(enter.isAccepted());
    QDropEvent drop(QPointF(400, 300), Qt::CopyAction, &mime, Qt::LeftButton, {});
    QCoreApplication::sendEvent(&window, &drop);
    window.session().settle();
    QCOMPARE(window.session().project().sheets.size(), std::size_t{1});

    // Cut: type a wrong cell, see it, and fix it by dragging the line.
    type(window, "cellW", "40");
    QCOMPARE(find<NumberField>(window, "columns")->value(), 9.0);
    auto* cutStage = find<StageView>(window, "cutStage");
    drag(cutStage, {40, 20}, {48, 20});
    QCOMPARE(find<NumberField>(window, "cellW")->value(), 48.0);
    QCOMPARE(find<QPushButton>(window, "cutButton")->text(), QString("Cut into 8 frames"));
    QCOMPARE(find<QLineEdit>(window, "assetName")->text(), QString("keeper"));
    auto* kind = find<QComboBox>(window, "kind");
    kind->setFocus();
    QTest::keyClicks(kind, "prop");
    QCOMPARE(kind->currentText(), QString("prop"));
    type(window, "rate", "12");
    click(window, "cutButton");
    window.session().settle();
    QCOMPARE(window.session().project().assets.front()->name, std::string("prop_keeper"));
    QCOMPARE(window.session().project().assets.front()->frames.size(), std::size_t{8});

    // It is a character after all. Names follow at their bench.
    QTest::qWait(QApplication::keyboardInputInterval() + 50);
    QTest::keyClicks(kind, "cha");
    window.session().settle();
    QCOMPARE(window.session().project().assets.front()->kind, std::string("character"));

    // Origin: the bottom of each frame's ink, for the whole animation.
    goTo(window, Bench::Origin);
    click(window, "scopeAnimation");
    click(window, "snapFree");
    click(window, "ink:BOTTOM");
    const Frame& first = window.session().project().assets.front()->frames.front();
    QCOMPARE(first.originRule, (OriginRule{OriginBasis::Ink, Anchor::Bottom}));

    // Fit: a snug box for every frame.
    goTo(window, Bench::Fit);
    choose(window, "scope", 2);
    click(window, "fitButton");
    for (const Frame& frame : window.session().project().assets.front()->frames) {
      QCOMPARE(frame.shapes.size(), std::size_t{1});
    }
    QVERIFY(find<QLabel>(window, "figures")->text().contains("air"));

    // Names: the table shows the problems, and everything is renamed in one step.
    goTo(window, Bench::Names);
    auto* names = find<QListView>(window, "names");
    QVERIFY(
        names->model()->index(0, 0).data().toString().startsWith("Does not follow the convention"));
    QVERIFY(names->model()
                ->index(1, 0)
                .data(Qt::AccessibleTextRole)
                .toString()
                .endsWith("becomes chr_keeper"));
    const int steps = window.session().history().count();
    click(window, "renameAll");
    QCOMPARE(window.session().history().count(), steps + 1);
    window.session().settle();
    QVERIFY(window.session().findings().empty());

    // Save and pack, by keys.
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier);
    window.session().settle();
    QVERIFY(!window.session().unsaved());
    goTo(window, Bench::Pack);
    QTRY_VERIFY(find<QTreeWidget>(window, "parcelTree")->topLevelItemCount() == 1);
    QTest::keyClick(&window, Qt::Key_P, Qt::ControlModifier);
    QTRY_VERIFY_WITH_TIMEOUT(find<QLabel>(window, "packResult")->text().contains("and verified"),
                             10000);
    click(window, "verifyButton");
    QTRY_VERIFY(find<QLabel>(window, "packResult")->text().contains("matches the project"));

    // The same job on the command line.
    QDir().mkpath(scratch.qpath("cli"));
    QFile::copy(scratch.qpath("job/keeper_walk.png"), scratch.qpath("cli/keeper_walk.png"));
    const QString project = scratch.qpath("cli/job.amber");
    QCOMPARE(runCli({"new", project, "--sheet", scratch.qpath("cli/keeper_walk.png"), "--cells",
                     "48x48", "--kind", "character", "--rate", "12", "--origin", "ink:BOTTOM",
                     "--shape", "box:snug"})
                 .exitCode,
             0);
    QCOMPARE(runCli({"pack", project, "--out", scratch.qpath("cli/parcel")}).exitCode, 0);
    for (const char* name : {"parcel/parcel.json", "parcel/page_0.png"}) {
      const std::string byWindow = scratch.read(std::string("job/") + name);
      const std::string byCommand = scratch.read(std::string("cli/") + name);
      QVERIFY(!byWindow.empty());
      const auto part =
          std::mismatch(byWindow.begin(), byWindow.end(), byCommand.begin(), byCommand.end());
      const auto at = static_cast<std::size_t>(part.first - byWindow.begin());
      QVERIFY2(byWindow == byCommand, (std::string(name) + ": " + byWindow.substr(at, 60) + " | " +
                                       byCommand.substr(at, 60))
                                          .c_str());
    }

    // And all of it can be undone.
    while (window.session().history().canUndo()) {
      QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    }
    QVERIFY(window.session().project().sheets.empty());
  }

  void anOriginIsDraggedNudgedTypedAndTakenBack() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Origin);
    click(window, "scopeFrame");
    auto* stage = find<StageView>(window, "originStage");
    const auto origin = [&] { return window.session().currentFrame()->origin; };
    const FramePoint before = origin();
    drag(stage, {before.x, before.y}, {20, 40});
    QCOMPARE(origin(), (FramePoint{20, 40}));
    QCOMPARE(window.session().history().count(), 1);
    QTest::keyClick(stage, Qt::Key_Right, Qt::ShiftModifier);
    QTest::keyClick(stage, Qt::Key_Up, Qt::AltModifier);
    QCOMPARE(origin(), (FramePoint{28, 39.5}));
    type(window, "originX", "7.25");
    QCOMPARE(origin(), (FramePoint{7.25, 39.5}));
    // Escape gives a drag up.
    QTest::mousePress(stage, Qt::LeftButton, {}, onStage(stage, 10, 10));
    QTest::mouseMove(stage, onStage(stage, 12, 12));
    QTest::keyClick(stage, Qt::Key_Escape);
    QCOMPARE(origin(), (FramePoint{7.25, 39.5}));
    while (window.session().history().canUndo()) window.session().history().undo();
    QCOMPARE(origin(), before);
  }

  void aBoxIsDrawnMovedResizedAndGivenToOthers() {
    OpenWindow open;
    MainWindow& window = open.window;
    const Asset* moth = findAsset(window.session().project(), "chr_moth");
    goTo(window, Bench::Fit);
    window.session().selectFrame(moth->id, moth->animations[0].id, moth->frames[0].id);
    auto* stage = find<StageView>(window, "fitStage");
    const auto box = [&] {
      return std::get<Box>(window.session().currentFrame()->shapes.front().geometry);
    };
    drag(stage, {5.2, 6.2}, {20, 22});
    QCOMPARE(box(), (Box{5, 6, 15, 16}));
    drag(stage, {12, 14}, {14, 13});
    QCOMPARE(box(), (Box{7, 5, 15, 16}));
    drag(stage, {22, 13}, {25, 13});
    QCOMPARE(box(), (Box{7, 5, 18, 16}));
    QTest::keyClick(stage, Qt::Key_Left);
    QCOMPARE(box(), (Box{6, 5, 18, 16}));
    type(window, "number_3", "12.5");
    QCOMPARE(box().h, 12.5);
    choose(window, "scope", 2);
    click(window, "sameButton");
    for (const Frame& frame : window.session().currentAsset()->frames) {
      QVERIFY(!frame.shapes.front().recipe);
    }
  }

  void theExampleIsOpenedAsACopyThatCanBeChanged() {
    MainWindow window;
    test::show(window);
    for (QPushButton* button : window.findChildren<QPushButton*>()) {
      if (button->text() == "Open the example" && button->isVisible()) button->click();
    }
    window.session().settle();
    QVERIFY(window.session().hasProject());
    const QString documents = QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation);
    QVERIFY(window.session().path().startsWith(documents));
    QVERIFY(window.session().project().assets.size() > 10);
    for (const auto& sheet : window.session().project().sheets) {
      QVERIFY2(window.session().artOf(sheet->id) != nullptr, sheet->path.c_str());
    }
    // Its picture for the list of recent projects is kept as soon as its art is there.
    QVERIFY(!recentThumb(window.session().path()).isNull());
    const AssetId asset = window.session().project().assets.front()->id;
    window.session().perform("rename", {Rename{asset, {}, {}, "chr_mine"}});
    window.session().save();
    window.session().settle();
    QVERIFY(!window.session().unsaved());
    // Asked for again, it is the copy as it was changed.
    window.openExample();
    window.session().settle();
    QCOMPARE(window.session().project().assets.front()->name, std::string("chr_mine"));
  }

  void messagesAndProgressMoveNothing() {
    OpenWindow open;
    for (const BenchEntry& entry : benchTable()) {
      goTo(open.window, entry.bench);
      // Results that arrive change lists; only then is it still.
      for (int i = 0; i < 3; ++i) {
        open.settle();
        QTest::qWait(50);
      }
      std::map<QWidget*, QRect> places;
      for (QWidget* widget : open.window.findChildren<QWidget*>()) {
        const bool own = widget->objectName() == "noticeBar" ||
                         (widget->parentWidget() != nullptr &&
                          widget->parentWidget()->objectName() == "noticeBar");
        if (widget->isVisible() && !own) {
          places[widget] = QRect(widget->mapTo(&open.window, QPoint()), widget->size());
        }
      }
      emit open.window.session().told("something");
      emit open.window.session().failed("something else, which takes a longer sentence to say");
      emit open.window.session().background().progressed("Pack", 3, 10);
      QCoreApplication::processEvents();
      for (const auto& [widget, place] : places) {
        QVERIFY2(QRect(widget->mapTo(&open.window, QPoint()), widget->size()) == place,
                 qPrintable(entry.name + ": " + widget->objectName() + " " +
                            widget->metaObject()->className()));
      }
      emit open.window.session().background().progressed("Pack", 0, 0);
    }
  }

  void everyBenchFitsOnASmallScreen() {
    const Scratch scratch;
    MainWindow window;
    window.resize(1024, 700);
    window.show();
    // Also while it opens, or it would stay as wide as it was for a moment.
    window.openProject(demoCopy(scratch));
    QCOMPARE(window.size(), QSize(1024, 700));
    window.session().settle();
    for (int bench = 0; bench < static_cast<int>(kBenchCount); ++bench) {
      goTo(window, static_cast<Bench>(bench));
      window.session().settle();
      QCoreApplication::processEvents();
      QCOMPARE(window.size(), QSize(1024, 700));
    }
  }

  void aFindingIsMendedByItsKey() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Fit);
    const auto text = [&] { return find<QLabel>(window, "findingText")->text(); };
    for (int i = 0; i < 3 && !text().contains("chr_moth"); ++i) {
      QTest::keyClick(&window, Qt::Key_Period, Qt::ControlModifier);
    }
    QVERIFY(text().contains("chr_moth"));
    QTest::keyClick(&window, Qt::Key_Return, Qt::ControlModifier);
    window.session().settle();
    QVERIFY(!findAsset(window.session().project(), "chr_moth")->frames[0].shapes.empty());
    QCOMPARE(window.session().findings().size(), std::size_t{11});
    QTest::keyClick(&window, Qt::Key_L, Qt::ControlModifier);
    QCOMPARE(find<QListWidget>(window, "findingsList")->count(), 11);
  }

  void anythingIsFoundAndDoneByKeys() {
    OpenWindow open;
    MainWindow& window = open.window;
    QTest::keyClick(&window, Qt::Key_K, Qt::ControlModifier);
    auto* field = find<QLineEdit>(window, "finderField");
    QTest::keyClicks(field, "go names");
    QTest::keyClick(field, Qt::Key_Return);
    QCOMPARE(window.bench(), Bench::Names);
    QTest::keyClick(&window, Qt::Key_K, Qt::ControlModifier);
    QTest::keyClicks(field, "snail");
    QTest::keyClick(field, Qt::Key_Return);
    QCOMPARE(window.session().currentAsset()->name, std::string("chr_snail"));
    QTest::keyClick(&window, Qt::Key_K, Qt::ControlModifier);
    QTest::keyClick(field, Qt::Key_Escape);
    QVERIFY(!field->isVisible());
  }

  void everyActionThatCannotBeDoneSaysWhy() {
    MainWindow window;
    show(window);
    window.actionTable().refresh();
    int refused = 0;
    for (const ActionEntry& entry : window.actionTable().entries()) {
      const QAction* action = window.actionTable().action(entry.id);
      if (action->isEnabled()) continue;
      ++refused;
      QVERIFY2(!action->toolTip().isEmpty() && action->toolTip() != entry.text,
               qPrintable(entry.id));
    }
    QVERIFY(refused > 10);
  }

  void noTwoActionsShareAShortcut() {
    MainWindow window;
    for (const BenchEntry& entry : benchTable()) window.benchView(entry.bench);
    // A key of one place may mean something else in another.
    QHash<QString, QSet<QWidget*>> seen;
    for (const ActionEntry& entry : window.actionTable().entries()) {
      if (entry.shortcut.isEmpty()) continue;
      QSet<QWidget*>& places = seen[entry.shortcut.toString()];
      QSet<QWidget*> own;
      for (QObject* object : window.actionTable().action(entry.id)->associatedObjects()) {
        if (auto* widget = qobject_cast<QWidget*>(object)) own.insert(widget);
      }
      // An action without a specific place belongs to the window, and excludes all others.
      if (entry.place == ActionPlace::Window) own = {nullptr};
      QVERIFY2(!places.contains(nullptr) && (places & own).isEmpty(), qPrintable(entry.id));
      QVERIFY2(places.isEmpty() || !own.contains(nullptr), qPrintable(entry.id));
      places |= own;
    }
  }

  void brokenFilesAreToldInOneSentence_data() {
    QTest::addColumn<QByteArray>("bytes");
    QTest::addColumn<QString>("name");
    const std::string good = pngBytes(glasshouse::thingSheets()[0].image);
    QTest::newRow("text") << QByteArray("hello") << "a.png";
    QTest::newRow("empty") << QByteArray() << "a.png";
    QTest::newRow("truncated") << QByteArray::fromStdString(good.substr(0, 200)) << "a.png";
    QTest::newRow("broken project") << QByteArray("{\"format\": 1") << "a.amber";
    QTest::newRow("deep project") << QByteArray(100000, '[') << "a.amber";
  }
  void brokenFilesAreToldInOneSentence() {
    QFETCH(QByteArray, bytes);
    QFETCH(QString, name);
    const Scratch scratch;
    scratch.write(name.toStdString(), bytes.toStdString());
    MainWindow window;
    show(window);
    window.takeFiles({scratch.qpath(name)});
    window.session().settle();
    const QString text = find<QLabel>(window, "notice")->text();
    QVERIFY2(text.contains(name), qPrintable(text));
    QCOMPARE(text.count('\n'), 0);
    QVERIFY(window.session().project().sheets.empty());
  }

  void severalAssetsAreSelectedAndChangedAtOnce() {
    OpenWindow open;
    MainWindow& window = open.window;
    goTo(window, Bench::Origin);
    auto* shelf = find<QListView>(window, "shelf");
    const auto row = [&](int i) { return shelf->visualRect(shelf->model()->index(i, 0)).center(); };
    QTest::mouseClick(shelf->viewport(), Qt::LeftButton, {}, row(1));
    QTest::mouseClick(shelf->viewport(), Qt::LeftButton, Qt::ControlModifier, row(3));
    QCOMPARE(window.session().selection().assets.size(), std::size_t{2});
    click(window, "scopeSelected");
    click(window, "cell:CENTER");
    for (const char* name : {"chr_snail", "prop_clay_pot"}) {
      for (const Frame& frame : findAsset(window.session().project(), name)->frames) {
        QCOMPARE(frame.origin, (FramePoint{frame.rect.w / 2.0, frame.rect.h / 2.0}));
      }
    }
    QCOMPARE(window.session().history().count(), 1);
    QCOMPARE(window.session().history().undoText(), QString("Set the origin of 9 frames"));
  }

  void bothThemesKeepTextReadable() {
    for (const Theme* one : {&paperTheme(), &lampTheme()}) {
      const auto luminance = [](const QColor& c) {
        const auto part = [](double v) {
          return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
        };
        return 0.2126 * part(c.redF()) + 0.7152 * part(c.greenF()) + 0.0722 * part(c.blueF());
      };
      for (const QColor& ground : {one->paper, one->card, one->amberSoft}) {
        for (const QColor& text : {one->text, one->quiet, one->error}) {
          const double a = luminance(ground) + 0.05;
          const double b = luminance(text) + 0.05;
          const double contrast = std::max(a, b) / std::min(a, b);
          QVERIFY2(contrast >= 4.5, qPrintable(QString("%1: %2 on %3 is %4")
                                                   .arg(one->name, text.name(), ground.name())
                                                   .arg(contrast)));
        }
      }
    }
  }
};
AMBER_TEST(WindowTest);

#include "window_tests.moc"
