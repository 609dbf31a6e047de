// What benches are built of, each by itself: fields, choosers, the canvas, the line of findings.
#include <QAction>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QMessageBox>
#include <QNativeGestureEvent>
#include <QPushButton>
#include <QSignalSpy>
#include <QTest>
#include <QVBoxLayout>
#include <QWheelEvent>
#include <cmath>
#include <memory>
#include <optional>
#include <set>

#include "core/trial/course/course_run.h"
#include "desktop/benches/trial/course_timeline.h"
#include "desktop/parts/building.h"
#include "desktop/parts/language_chooser.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/plain_table.h"
#include "desktop/parts/typed_text.h"
#include "desktop/parts/wording.h"
#include "desktop/parts/yielding_label.h"
#include "desktop/shell/findings_line.h"
#include "desktop/shell/question.h"
#include "desktop/shell/recent_projects.h"
#include "desktop/shell/start_page.h"
#include "desktop/stage/canvas.h"
#include "files/file_bytes.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

// A canvas of 100 x 50 art px that records its events.
class Sketch : public Canvas {
 public:
  explicit Sketch() : Canvas(nullptr) { resize(448, 248); }

  QRectF extent{0, 0, 100, 50};
  std::vector<QPointF> nudges;
  std::vector<QPointF> presses;
  int releases = 0;
  int cancelled = 0;
  int escaped = 0;
  int painted = 0;

  void tellChanged() { contentChanged(); }
  void watch(const ProjectSession& session) { cancelDragsOnChangesOf(session); }

 protected:
  QRectF content() const override { return extent; }
  void paintStage(QPainter&) override { ++painted; }
  QString emptyText() const override { return "nothing here"; }
  void artPress(QPointF at, Qt::KeyboardModifiers) override { presses.push_back(at); }
  void artRelease(QPointF, Qt::KeyboardModifiers) override { ++releases; }
  void artCancel() override { ++cancelled; }
  void artEscape() override { ++escaped; }
  void artNudge(double dx, double dy) override { nudges.emplace_back(dx, dy); }
};

void wheel(QWidget& widget, QPointF at, int by) {
  QWheelEvent event(at, widget.mapToGlobal(at), {}, {0, by}, Qt::NoButton, {}, Qt::NoScrollPhase,
                    false);
  QCoreApplication::sendEvent(&widget, &event);
}

}  // namespace

class NumberFieldTest : public QObject {
  Q_OBJECT
 private slots:
  void whatIsTypedIsNotOverwrittenByResults() {
    QWidget window;
    NumberField field(0, 1000, 0, &window);
    QLineEdit other(&window);
    window.show();
    QVERIFY(QTest::qWaitForWindowActive(&window));
    field.setValue(5);
    field.setFocus();
    field.selectAll();
    QTest::keyClicks(&field, "12");
    QSignalSpy committed(&field, &NumberField::committed);
    // As a bench does when results arrive.
    field.setValue(5);
    field.setValue(7);
    QCOMPARE(field.text(), QString("12"));
    QTest::keyClick(&field, Qt::Key_Return);
    QCOMPARE(committed.count(), 1);
    QCOMPARE(committed[0][0].toDouble(), 12.0);
    // After committing, the field shows new values again.
    field.setValue(9);
    QCOMPARE(field.text(), QString("9"));
    // And Escape gives the typing up.
    QTest::keyClicks(&field, "3");
    field.setValue(11);
    QTest::keyClick(&field, Qt::Key_Escape);
    QCOMPARE(field.text(), QString("11"));
    // Text fields by the same rule.
    finishTyping(other);
    other.setFocus();
    QTest::keyClicks(&other, "moth");
    showText(other, "snail");
    QCOMPARE(other.text(), QString("moth"));
    QTest::keyClick(&other, Qt::Key_Return);
    showText(other, "snail");
    QCOMPARE(other.text(), QString("snail"));
  }

  void whatIsTypedIsTakenWithinItsRange_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<double>("value");
    QTest::addColumn<int>("told");
    QTest::newRow("a number") << "12.25" << 12.25 << 1;
    QTest::newRow("with a comma") << "7,5" << 7.5 << 1;
    QTest::newRow("with room around") << "  8 " << 8.0 << 1;
    QTest::newRow("too much") << "1000" << 50.0 << 1;
    QTest::newRow("too little") << "-3" << 0.0 << 1;
    QTest::newRow("finer than shown") << "3.14159" << 3.14 << 1;
    QTest::newRow("the same") << "5" << 5.0 << 0;
    QTest::newRow("no number") << "five" << 5.0 << 0;
    QTest::newRow("nothing") << "" << 5.0 << 0;
    QTest::newRow("endless") << "inf" << 5.0 << 0;
    QTest::newRow("not a number") << "nan" << 5.0 << 0;
  }
  void whatIsTypedIsTakenWithinItsRange() {
    QFETCH(QString, typed);
    QFETCH(double, value);
    QFETCH(int, told);
    NumberField field(0, 50, 2);
    field.setValue(5);
    QSignalSpy committed(&field, &NumberField::committed);
    field.selectAll();
    QTest::keyClicks(&field, typed);
    if (typed.isEmpty()) QTest::keyClick(&field, Qt::Key_Delete);
    QTest::keyClick(&field, Qt::Key_Return);
    QCOMPARE(field.value(), value);
    QCOMPARE(committed.count(), told);
    // The displayed value is the value.
    QCOMPARE(field.text().toDouble(), value);
  }

  void aFinerValueThanIsShownIsKeptWhenItIsOnlyLookedAt() {
    NumberField field(0, 50, 2);
    field.setValue(10.0 / 3);
    QCOMPARE(field.text(), QString("3.33"));
    QSignalSpy committed(&field, &NumberField::committed);
    QTest::keyClick(&field, Qt::Key_Return);
    QCOMPARE(committed.count(), 0);
    QCOMPARE(field.value(), 10.0 / 3);
  }

  void arrowsStepAndShiftStepsFarther() {
    NumberField field(0, 20, 1);
    field.setValue(4.5);
    QSignalSpy committed(&field, &NumberField::committed);
    QTest::keyClick(&field, Qt::Key_Up);
    QCOMPARE(field.value(), 5.5);
    QTest::keyClick(&field, Qt::Key_Up, Qt::ShiftModifier);
    QCOMPARE(field.value(), 13.5);
    QTest::keyClick(&field, Qt::Key_Up, Qt::ShiftModifier);
    QCOMPARE(field.value(), 20.0);
    QTest::keyClick(&field, Qt::Key_Down);
    QCOMPARE(field.value(), 19.0);
    QCOMPARE(committed.count(), 4);
    // At the end of its range a step changes nothing, and emits nothing.
    field.setValue(0);
    QTest::keyClick(&field, Qt::Key_Down);
    QCOMPARE(field.value(), 0.0);
    QCOMPARE(committed.count(), 4);
  }

  void escapeTakesBackWhatWasTyped() {
    NumberField field(0, 50, 0);
    field.setValue(9);
    QSignalSpy committed(&field, &NumberField::committed);
    field.selectAll();
    QTest::keyClicks(&field, "31");
    QTest::keyClick(&field, Qt::Key_Escape);
    QCOMPARE(field.text(), QString("9"));
    QTest::keyClick(&field, Qt::Key_Return);
    QCOMPARE(committed.count(), 0);
  }
};
AMBER_TEST(NumberFieldTest);

class ChoosersTest : public QObject {
  Q_OBJECT
 private slots:
  void languagesTickedStandOnTheButtonAndAreToldInTheirOrder() {
    LanguageChooser chooser("none", nullptr);
    QCOMPARE(chooser.text(), QString("none"));
    std::vector<Language> told;
    int times = 0;
    connect(&chooser, &LanguageChooser::chosen, &chooser,
            [&](const std::vector<Language>& languages) {
              told = languages;
              ++times;
            });
    const QList<QAction*> actions = chooser.menu()->actions();
    QCOMPARE(actions.size(), 8);
    actions[5]->trigger();
    actions[1]->trigger();
    QCOMPARE(chooser.text(), QString("C++, Python"));
    QVERIFY((told == std::vector<Language>{Language::Cpp, Language::Python}));
    actions[5]->trigger();
    QVERIFY((told == std::vector<Language>{Language::Cpp}));
    QCOMPARE(times, 3);
    // Set by the program, it emits nothing.
    chooser.show({Language::Rust, Language::C});
    QCOMPARE(chooser.text(), QString("C, Rust"));
    QCOMPARE(times, 3);
    chooser.show({});
    QCOMPARE(chooser.text(), QString("none"));
  }

  void wordsThatDoNotFitGiveWay() {
    QWidget window;
    auto* row = new QHBoxLayout(&window);
    auto* label = new YieldingLabel("much that explains what stands beside it", &window);
    row->addWidget(label);
    QCOMPARE(label->minimumSizeHint().width(), 0);
    window.resize(label->sizeHint().width() + 60, 60);
    window.show();
    QVERIFY(QTest::qWaitForWindowExposed(&window));
    const auto inked = [&] {
      const QImage picture = label->grab().toImage();
      const QRgb ground = picture.pixel(0, 0);
      for (int y = 0; y < picture.height(); ++y) {
        for (int x = 0; x < picture.width(); ++x) {
          if (picture.pixel(x, y) != ground) return true;
        }
      }
      return false;
    };
    QVERIFY(inked());
    label->setFixedWidth(label->sizeHint().width() / 2);
    QVERIFY(!inked());
  }

  void countsHaveTheirNoun_data() {
    QTest::addColumn<int>("count");
    QTest::addColumn<QString>("text");
    QTest::newRow("none") << 0 << "0 frames";
    QTest::newRow("one") << 1 << "1 frame";
    QTest::newRow("many") << 12 << "12 frames";
  }
  void countsHaveTheirNoun() {
    QFETCH(int, count);
    QFETCH(QString, text);
    QCOMPARE(countedFrames(count), text);
    QCOMPARE(countedAssets(count), text.replace("frame", "asset"));
  }

  void numbersAreShownShortAndNeverAsMinusNothing() {
    QCOMPARE(rounded(-0.001), QString("0"));
    QCOMPARE(rounded(2.005), QString("2.01"));
    QCOMPARE(rounded(-3.456), QString("-3.46"));
    QCOMPARE(rounded(7), QString("7"));
  }

  void aTablesFirstColumnTakesTheRoom() {
    QTreeWidget* table = makeTable("aTable", {"name", "n"}, nullptr);
    const std::unique_ptr<QTreeWidget> owner(table);
    new QTreeWidgetItem(table, {"one", "1"});
    table->resize(300, 100);
    table->show();
    QVERIFY(QTest::qWaitForWindowExposed(table));
    QVERIFY(table->columnWidth(0) > 3 * table->columnWidth(1));
    QCOMPARE(table->objectName(), QString("aTable"));
    QVERIFY(!table->rootIsDecorated());
  }

  void aQuestionIsAnsweredOnceAndEscapeChangesNothing() {
    QWidget window;
    window.show();
    QString answered;
    const auto asked = [&] {
      ask(&window, "Save the changes?",
          {{"Save", "save", [&] { answered += "s"; }},
           {"Drop them", "drop", [&] { answered += "d"; }},
           {"Cancel", "cancel", {}}});
      auto* box = window.findChild<QMessageBox*>("question");
      if (box == nullptr) qFatal("no question");
      return box;
    };
    QMessageBox* box = asked();
    QTest::mouseClick(box->findChild<QPushButton*>("drop"), Qt::LeftButton);
    QCOMPARE(answered, QString("d"));
    QTRY_VERIFY(window.findChild<QMessageBox*>("question") == nullptr);
    box = asked();
    QCOMPARE(box->text(), QString("Save the changes?"));
    QTest::keyClick(box, Qt::Key_Escape);
    QTRY_VERIFY(window.findChild<QMessageBox*>("question") == nullptr);
    box = asked();
    // Enter is the choice that changes nothing, so that nobody loses work by habit.
    QTest::keyClick(box, Qt::Key_Return);
    QTRY_VERIFY(window.findChild<QMessageBox*>("question") == nullptr);
    QCOMPARE(answered, QString("d"));
  }

  void theStartPageOffersWhatWasOpenedLast() {
    for (const QString& path : recentProjects()) forgetProject(path);
    const Scratch scratch;
    const QString moths = scratch.qpath("moths.amber");
    const QString ferns = scratch.qpath("ferns.amber");
    for (const QString& file : {moths, ferns})
      QVERIFY(writeFileAtomically(file.toStdString(), "{}"));
    rememberProject(scratch.qpath("gone.amber"));
    rememberProject(moths);
    rememberProject(ferns);
    StartPage page(nullptr);
    page.resize(800, 500);
    page.show();
    QSignalSpy chosen(&page, &StartPage::projectChosen);
    QSignalSpy example(&page, &StartPage::exampleAsked);
    QSignalSpy images(&page, &StartPage::imagesAsked);
    QSignalSpy open(&page, &StartPage::openAsked);
    QSignalSpy fresh(&page, &StartPage::newAsked);
    for (QPushButton* button : page.findChildren<QPushButton*>()) {
      if (button->objectName() != "recentRemove") QTest::mouseClick(button, Qt::LeftButton);
    }
    QCOMPARE(images.count(), 1);
    QCOMPARE(open.count(), 1);
    QCOMPARE(fresh.count(), 1);
    QCOMPARE(example.count(), 1);
    // One that is not there is shown, and cannot be chosen.
    QCOMPARE(chosen.count(), 2);
    QCOMPARE(chosen[0][0].toString(), ferns);
    QCOMPARE(chosen[1][0].toString(), moths);
    const auto rows = [&] {
      QStringList texts;
      for (QPushButton* button : page.findChildren<QPushButton*>("recentProject")) {
        texts << button->text();
      }
      return texts;
    };
    QVERIFY(rows()[2].startsWith("gone") && rows()[2].contains("not found"));
    QVERIFY(rows()[0].contains("changed"));
    // What was opened since comes first once the page is seen again.
    rememberProject(moths);
    page.hide();
    page.show();
    QVERIFY(rows()[0].startsWith("moths"));
    // And one is taken off the list.
    QTest::mouseClick(page.findChildren<QPushButton*>("recentRemove")[2], Qt::LeftButton);
    QCOMPARE(recentProjects().mid(0, 2), QStringList({moths, ferns}));
    QVERIFY(!recentProjects().contains(scratch.qpath("gone.amber")));
    QCOMPARE(rows().size(), recentProjects().size());
  }
};
AMBER_TEST(ChoosersTest);

class CanvasTest : public QObject {
  Q_OBJECT
 private slots:
  void contentIsFittedUntilSomebodyZooms() {
    Sketch sketch;
    sketch.show();
    QVERIFY(QTest::qWaitForWindowExposed(&sketch));
    QCOMPARE(sketch.view().scale, 4.0);
    // In the middle, with room around.
    QCOMPARE(sketch.view().toStage(QPointF(50, 25)), QPointF(224, 124));
    sketch.resize(848, 448);
    QTRY_COMPARE(sketch.view().scale, 8.0);
    sketch.zoom(false);
    const double scale = sketch.view().scale;
    QVERIFY(scale < 8);
    sketch.resize(448, 248);
    QCoreApplication::processEvents();
    QCOMPARE(sketch.view().scale, scale);
    sketch.fit();
    QCOMPARE(sketch.view().scale, 4.0);
  }

  void otherContentIsFittedAndTheSameIsNot() {
    Sketch sketch;
    sketch.fit();
    sketch.zoom(true);
    const double scale = sketch.view().scale;
    sketch.tellChanged();
    QCOMPARE(sketch.view().scale, scale);
    sketch.extent = {0, 0, 200, 100};
    sketch.tellChanged();
    QCOMPARE(sketch.view().scale, 2.0);
  }

  void theWheelZoomsAboutThePointer() {
    Sketch sketch;
    sketch.fit();
    QSignalSpy changed(&sketch, &Canvas::viewChanged);
    const QPointF at(300, 90);
    const QPointF under = sketch.view().toArt(at);
    wheel(sketch, at, 120);
    QVERIFY(sketch.view().scale > 4);
    QVERIFY(std::abs(sketch.view().toArt(at).x() - under.x()) < 1e-9);
    QVERIFY(std::abs(sketch.view().toArt(at).y() - under.y()) < 1e-9);
    wheel(sketch, at, -120);
    wheel(sketch, at, -120);
    QVERIFY(sketch.view().scale < 4);
    const double scale = sketch.view().scale;
    // Sideways it does nothing.
    QWheelEvent sideways(at, at, {}, {120, 0}, Qt::NoButton, {}, Qt::NoScrollPhase, false);
    QCoreApplication::sendEvent(&sketch, &sideways);
    QCOMPARE(sketch.view().scale, scale);
    QCOMPARE(changed.count(), 3);
  }

  void partsOfAStepAddUp() {
    Sketch sketch;
    sketch.fit();
    const double scale = sketch.view().scale;
    for (int i = 0; i < 7; ++i) wheel(sketch, {200, 100}, 15);
    QCOMPARE(sketch.view().scale, scale);
    wheel(sketch, {200, 100}, 15);
    QVERIFY(sketch.view().scale > scale);
  }

  void twoFingersPanByPixelsAndPinchToZoom() {
    Sketch sketch;
    sketch.fit();
    QSignalSpy changed(&sketch, &Canvas::viewChanged);
    const ViewTransform before = sketch.view();
    QWheelEvent moved({200, 100}, {200, 100}, {7, -12}, {56, -96}, Qt::NoButton, {},
                      Qt::ScrollUpdate, false);
    QCoreApplication::sendEvent(&sketch, &moved);
    QCOMPARE(sketch.view().scale, before.scale);
    QCOMPARE(sketch.view().offset, before.offset + QPointF(7, -12));
    QCOMPARE(changed.count(), 1);
    const auto pinch = [&](double by) {
      QNativeGestureEvent event(Qt::ZoomNativeGesture, QPointingDevice::primaryPointingDevice(), 2,
                                {200, 100}, {200, 100}, {200, 100}, by, {});
      QCoreApplication::sendEvent(&sketch, &event);
    };
    for (int i = 0; i < 4; ++i) pinch(0.1);
    const double larger = sketch.view().scale;
    QVERIFY(larger > before.scale);
    // Back again: what was begun the other way is forgotten.
    for (int i = 0; i < 4; ++i) pinch(-0.1);
    QVERIFY(sketch.view().scale < larger);
  }

  void theMiddleButtonPansAndTellsIt() {
    Sketch sketch;
    sketch.fit();
    QSignalSpy changed(&sketch, &Canvas::viewChanged);
    const QPointF offset = sketch.view().offset;
    QTest::mousePress(&sketch, Qt::MiddleButton, {}, {100, 100});
    QTest::mouseMove(&sketch, {130, 90});
    QTest::mouseRelease(&sketch, Qt::MiddleButton, {}, {130, 90});
    QCOMPARE(sketch.view().offset, offset + QPointF(30, -10));
    QVERIFY(changed.count() >= 1);
    QVERIFY(sketch.presses.empty());
    // Let go, the pointer moves nothing.
    QTest::mouseMove(&sketch, {10, 10});
    QCOMPARE(sketch.view().offset, offset + QPointF(30, -10));
  }

  void arrowsNudgeByOneEightOrHalfAPixel() {
    Sketch sketch;
    sketch.fit();
    QSignalSpy started(&sketch, &Canvas::runStarted);
    QSignalSpy ended(&sketch, &Canvas::runEnded);
    QTest::keyClick(&sketch, Qt::Key_Left);
    QTest::keyClick(&sketch, Qt::Key_Down, Qt::ShiftModifier);
    QTest::keyClick(&sketch, Qt::Key_Right, Qt::AltModifier);
    QTest::keyClick(&sketch, Qt::Key_Up);
    QVERIFY((sketch.nudges == std::vector<QPointF>{{-1, 0}, {0, 8}, {0.5, 0}, {0, -1}}));
    QCOMPARE(started.count(), 4);
    QCOMPARE(ended.count(), 4);
    // Held down it repeats: one run.
    for (const bool repeated : {false, true, true}) {
      QKeyEvent press(QEvent::KeyPress, Qt::Key_Right, {}, {}, repeated);
      QCoreApplication::sendEvent(&sketch, &press);
    }
    QCOMPARE(started.count(), 5);
    QCOMPARE(sketch.nudges.size(), std::size_t{7});
    QTest::keyClick(&sketch, Qt::Key_Escape);
    QCOMPARE(sketch.escaped, 1);
    QCOMPARE(sketch.cancelled, 0);
  }

  void aPressEndsWithOneReleaseOrOneCancellation() {
    Sketch sketch;
    sketch.show();
    QVERIFY(QTest::qWaitForWindowExposed(&sketch));
    const auto press = [&] { QTest::mousePress(&sketch, Qt::LeftButton, {}, {64, 44}); };
    const auto release = [&] { QTest::mouseRelease(&sketch, Qt::LeftButton, {}, {90, 44}); };
    press();
    release();
    QCOMPARE(sketch.releases, 1);
    QCOMPARE(sketch.cancelled, 0);
    // Escape ends it; the release that follows is not reported, and arrow keys do nothing in
    // between.
    press();
    QTest::keyClick(&sketch, Qt::Key_Left);
    QVERIFY(sketch.nudges.empty());
    QTest::keyClick(&sketch, Qt::Key_Escape);
    release();
    QCOMPARE(sketch.releases, 1);
    QCOMPARE(sketch.cancelled, 1);
    // So does hiding it.
    press();
    sketch.hide();
    sketch.show();
    release();
    QCOMPARE(sketch.releases, 1);
    QCOMPARE(sketch.cancelled, 2);
    // Nothing that was not begun is cancelled.
    sketch.hide();
    QCOMPARE(sketch.cancelled, 2);
  }

  void whateverChangesTheProjectOrTheSelectionEndsAPress() {
    OpenWindow open;
    ProjectSession& session = open.window.session();
    Sketch sketch;
    sketch.watch(session);
    sketch.show();
    const auto ends = [&](const auto& change) {
      const int before = sketch.cancelled;
      QTest::mousePress(&sketch, Qt::LeftButton, {}, {64, 44});
      change();
      QTest::mouseRelease(&sketch, Qt::LeftButton, {}, {90, 44});
      return sketch.cancelled == before + 1 && sketch.releases == 0;
    };
    const AssetId asset = session.project().assets.front()->id;
    QVERIFY(ends([&] { session.perform("rename", {Rename{asset, {}, {}, "chr_other"}}); }));
    QVERIFY(ends([&] { session.history().undo(); }));
    QVERIFY(ends([&] { session.selectFrame(session.project().assets.back()->id, {}, {}); }));
    QVERIFY(ends([&] { QVERIFY(session.open(session.path())); }));
    // A preview is what a drag itself makes.
    QVERIFY(!ends([&] { session.preview({Rename{asset, {}, {}, "chr_third"}}); }));
  }

  void pressesAreToldInArtPixelsAndThePointerToo() {
    Sketch sketch;
    sketch.show();
    QVERIFY(QTest::qWaitForWindowExposed(&sketch));
    std::optional<QPointF> pointed;
    bool left = false;
    connect(&sketch, &Canvas::pointed, &sketch, [&](std::optional<QPointF> art) {
      left = !art;
      if (art) pointed = art;
    });
    QTest::mouseMove(&sketch, {24, 24});
    QVERIFY(pointed.has_value());
    QTest::mouseClick(&sketch, Qt::LeftButton, {}, {64, 44});
    QCOMPARE(sketch.presses.size(), std::size_t{1});
    QCOMPARE(sketch.presses[0], sketch.view().toArt(QPointF(64, 44)));
    QTest::mouseClick(&sketch, Qt::RightButton, {}, {64, 44});
    QCOMPARE(sketch.presses.size(), std::size_t{1});
    QEvent leave(QEvent::Leave);
    QCoreApplication::sendEvent(&sketch, &leave);
    QVERIFY(left);
  }

  void anEmptyCanvasSaysSoInsteadOfPainting() {
    Sketch sketch;
    sketch.extent = {};
    sketch.fit();
    const QImage empty = sketch.grab().toImage();
    QCOMPARE(sketch.painted, 0);
    sketch.extent = {0, 0, 10, 10};
    sketch.tellChanged();
    QVERIFY(sketch.grab().toImage() != empty);
    QVERIFY(sketch.painted > 0);
  }
};
AMBER_TEST(CanvasTest);

class TimelineTest : public QObject {
  Q_OBJECT

  static CourseRun runOf(int ticks) {
    CourseRun run;
    run.ticks.resize(static_cast<std::size_t>(ticks));
    for (int i = 0; i < ticks; ++i) run.ticks[static_cast<std::size_t>(i)].grounded = i < ticks / 2;
    return run;
  }

 private slots:
  void anyTickIsReachedByMouseAndKeys() {
    const CourseRun run = runOf(121);
    CourseTimeline timeline(nullptr);
    timeline.resize(134 + 242, 118);
    timeline.setRun(&run, 60);
    QSignalSpy chosen(&timeline, &CourseTimeline::tickChosen);
    QTest::mouseClick(&timeline, Qt::LeftButton, {}, {118 + 100, 50});
    QCOMPARE(timeline.tick(), 50);
    QTest::keyClick(&timeline, Qt::Key_Right);
    QTest::keyClick(&timeline, Qt::Key_Right, Qt::ShiftModifier);
    QCOMPARE(timeline.tick(), 61);
    QTest::keyClick(&timeline, Qt::Key_Left);
    QCOMPARE(timeline.tick(), 60);
    QTest::keyClick(&timeline, Qt::Key_End);
    QCOMPARE(timeline.tick(), 120);
    QTest::keyClick(&timeline, Qt::Key_Right);
    QCOMPARE(timeline.tick(), 120);
    QTest::keyClick(&timeline, Qt::Key_Home);
    QTest::keyClick(&timeline, Qt::Key_Left, Qt::ShiftModifier);
    QCOMPARE(timeline.tick(), 0);
    // Left of its beginning and right of its end are those.
    QTest::mouseClick(&timeline, Qt::LeftButton, {}, {3, 50});
    QCOMPARE(timeline.tick(), 0);
    QTest::mouseClick(&timeline, Qt::LeftButton, {}, {375, 50});
    QCOMPARE(timeline.tick(), 120);
    QCOMPARE(chosen.last()[0].toInt(), 120);
  }

  void groundFaultsAndTheOthersAreSeen() {
    CourseRun run = runOf(60);
    CourseTimeline timeline(nullptr);
    timeline.resize(400, 118);
    timeline.setRun(&run, 60);
    const QImage without = timeline.grab().toImage();
    CourseEvent fault;
    fault.kind = CourseEventKind::Catch;
    fault.tick = 40;
    run.events.push_back(fault);
    timeline.setRun(&run, 60);
    const QImage with = timeline.grab().toImage();
    QVERIFY(with != without);
    const CourseRun other = run;
    timeline.setOther(&other, "box, trimmed");
    QVERIFY(timeline.grab().toImage() != with);
    // A new run has no other beside it.
    timeline.setRun(&run, 60);
    QVERIFY(timeline.grab().toImage() == with);
  }

  void withoutARunThereIsNothingToChoose() {
    CourseTimeline timeline(nullptr);
    timeline.resize(400, 118);
    QSignalSpy chosen(&timeline, &CourseTimeline::tickChosen);
    QTest::mouseClick(&timeline, Qt::LeftButton, {}, {200, 50});
    QTest::keyClick(&timeline, Qt::Key_End);
    QCOMPARE(chosen.count(), 0);
    QVERIFY(!timeline.grab().toImage().isNull());
  }
};
AMBER_TEST(TimelineTest);

class FindingsLineTest : public QObject {
  Q_OBJECT
 private slots:
  void findingsAreGoneThroughAndListed() {
    OpenWindow open;
    auto* line = open.window.findChild<FindingsLine*>();
    QVERIFY(line != nullptr);
    const std::size_t all = open.window.session().findings().size();
    QVERIFY(all > 3);
    auto* text = open.find<QLabel>("findingText");
    auto* count = open.find<QPushButton>("findingCount");
    QCOMPARE(count->text(), QString("%1 findings").arg(all));
    // In one round, each finding is shown once.
    std::set<const Finding*> seen;
    for (std::size_t i = 0; i < all; ++i) {
      const Finding* shown = line->shown();
      QVERIFY(shown != nullptr);
      QVERIFY(text->text().contains(QString::fromStdString(shown->text).toHtmlEscaped()));
      QVERIFY(seen.insert(shown).second);
      QTest::mouseClick(open.find<QPushButton>("findingNext"), Qt::LeftButton);
      QCoreApplication::processEvents();
    }
    QCOMPARE(seen.size(), all);
    // The list has all of them, errors first to be seen; Enter goes to the one chosen.
    QTest::mouseClick(count, Qt::LeftButton);
    auto* list = open.find<QListWidget>("findingsList");
    QCOMPARE(list->count(), static_cast<int>(all));
    const int last = list->count() - 1;
    list->setCurrentRow(last);
    QTest::keyClick(list, Qt::Key_Return);
    QCoreApplication::processEvents();
    QVERIFY(line->shown() == &open.window.session().findings().back());
    QTest::mouseClick(open.find<QPushButton>("findingCount"), Qt::LeftButton);
    QVERIFY(!list->isVisible());
  }

  void whatCannotBeMendedSaysWhatToDo() {
    OpenWindow open;
    auto* line = open.window.findChild<FindingsLine*>();
    const std::size_t all = open.window.session().findings().size();
    bool mendable = false;
    bool other = false;
    for (std::size_t i = 0; i < all; ++i) {
      const Finding* shown = line->shown();
      QCOMPARE(line->fixRefusal().isEmpty(), shown->canBeMended());
      if (!shown->canBeMended()) {
        QCOMPARE(line->fixRefusal(), QString::fromStdString(shown->fix));
        other = true;
        const std::size_t steps = static_cast<std::size_t>(open.history().count());
        line->fix();
        QCOMPARE(static_cast<std::size_t>(open.history().count()), steps);
      } else {
        mendable = true;
      }
      line->next();
    }
    QVERIFY(mendable && other);
  }
};
AMBER_TEST(FindingsLineTest);

#include "fields_tests.moc"
