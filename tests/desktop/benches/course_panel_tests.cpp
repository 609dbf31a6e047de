// Runs an asset over a course by mouse and keys, and takes a shape that runs better.
#include <QComboBox>
#include <QKeySequenceEdit>
#include <QLabel>
#include <QPushButton>
#include <QSettings>
#include <QTest>
#include <QTimer>
#include <QTreeWidget>

#include "desktop/benches/trial/course_panel.h"
#include "desktop/benches/trial/trial_bench.h"
#include "desktop/parts/number_field.h"
#include "desktop/theme.h"
#include "files/project/course_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/riders_off.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

class CoursePanelTest : public QObject {
  Q_OBJECT

  // The keeper on the steps, swept, with low steps and slopes that a round shape walks up.
  static void goToCourse(OpenWindow& open, const char* course = "steps") {
    const Asset* keeper = findAsset(open.project(), std::string("chr_keeper"));
    open.window.session().selectFrame(keeper->id, keeper->animations.front().id,
                                      keeper->frames.front().id);
    goTo(open.window, Bench::Trial);
    click(open.window, "toCourse");
    click(open.window, "moves_slide");
    auto* courses = open.find<QComboBox>("course");
    courses->setCurrentIndex(courses->findText(course));
    emit courses->activated(courses->currentIndex());
    type(open.window, "slope", "65");
    type(open.window, "step", "3");
    open.settle();
  }
  static QString project(OpenWindow& open) { return open.window.session().path(); }
  static QString compared(OpenWindow& open) { return open.find<QLabel>("compared")->text(); }
  static int rowOf(QTreeWidget* list, const QString& name) {
    for (int i = 0; i < list->topLevelItemCount(); ++i) {
      if (list->topLevelItem(i)->text(0) == name) return i;
    }
    return -1;
  }

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void aRunCatchesOnAStepIsSeenComparedAndMendedByAnotherShape() {
    OpenWindow open;
    open.window.session().perform("put down", ridersOff(open.project()));
    goToCourse(open);
    auto* timeline = open.find<CourseTimeline>("courseTimeline");
    QVERIFY2(compared(open).contains("1 snag"), qPrintable(compared(open)));

    // Listed, with what would not have it, a click goes there.
    click(open.window, "courseEvents");
    auto* events = open.find<QTreeWidget>("eventList");
    QVERIFY(events->topLevelItem(0)->text(0).contains("snags on solid 2"));
    QVERIFY(events->topLevelItem(0)->toolTip(0).contains("does not happen with"));
    events->setCurrentItem(events->topLevelItem(0));
    QVERIFY(timeline->tick() > 10);
    click(open.window, "courseEvents");
    QTest::keyClick(timeline, Qt::Key_Home);

    // To the event, and back by a tick.
    click(open.window, "nextEvent");
    const int caught = timeline->tick();
    QVERIFY(caught > 10);
    click(open.window, "tickBack");
    QCOMPARE(timeline->tick(), caught - 1);
    QTest::keyClick(timeline, Qt::Key_Home);
    QCOMPARE(timeline->tick(), 0);

    auto* candidates = open.find<QTreeWidget>("courseCandidates");
    const int row = rowOf(candidates, "circle, trimmed, one for all");
    QVERIFY(row >= 0);
    QCOMPARE(candidates->topLevelItem(row)->text(1), QString("0"));
    candidates->setCurrentItem(candidates->topLevelItem(row));
    QVERIFY2(compared(open).contains("one for all: <b>no faults"), qPrintable(compared(open)));
    open.settle();
    click(open.window, "takeCourse");
    open.settle();
    QVERIFY(open.history().undoText().contains("circle, trimmed"));
    QVERIFY2(compared(open).contains("Current shape: <b>no faults"), qPrintable(compared(open)));
    open.history().undo();
    open.settle();
    QVERIFY2(compared(open).contains("1 snag"), qPrintable(compared(open)));
  }

  void itIsPlayedByKeysRewoundAndPlayedOn() {
    OpenWindow open;
    goToCourse(open, "floor");
    auto* timeline = open.find<CourseTimeline>("courseTimeline");
    auto* stage = open.find<CourseStage>("courseStage");
    QTest::keyClick(timeline, Qt::Key_End);
    click(open.window, "playCourse");
    QVERIFY(open.find<QPushButton>("playCourse")->isChecked());
    QTest::keyPress(stage, Qt::Key_D);
    QTRY_VERIFY(timeline->tick() > 20);
    QTest::keyRelease(stage, Qt::Key_D);
    // The keys are not the window's: the D of a shortcut would have gone elsewhere.
    QTest::keyClick(stage, Qt::Key_Escape);
    QVERIFY(!open.find<QPushButton>("playCourse")->isChecked());
    open.settle();
    QCOMPARE(open.find<QComboBox>("script")->currentText(), QString("As played"));
    const int played = timeline->tick();
    QVERIFY(played > 20);

    // Back, and on from there with a jump: what was played up to it stays.
    QTest::mouseClick(timeline, Qt::LeftButton, {}, QPoint(timeline->width() / 2, 20));
    const int back = timeline->tick();
    QVERIFY(back > 3 && back < played);
    click(open.window, "playCourse");
    QCOMPARE(timeline->tick(), back);
    QTest::keyPress(stage, Qt::Key_Space);
    QTRY_VERIFY(timeline->tick() > back + 6);
    QTest::keyRelease(stage, Qt::Key_Space);
    click(open.window, "playCourse");
    open.settle();
    QVERIFY2(compared(open).contains("jumps") || compared(open).contains("no faults"),
             qPrintable(compared(open)));

    // Shown again, slower.
    QTest::keyClick(timeline, Qt::Key_Home);
    click(open.window, "slowMotion");
    click(open.window, "replay");
    QTRY_VERIFY(timeline->tick() > 2);
    click(open.window, "replay");
    const int still = timeline->tick();
    QTest::qWait(60);
    QCOMPARE(timeline->tick(), still);
  }

  void piecesArePutMovedTakenAwayAndKeptWithTheProject() {
    OpenWindow open;
    goToCourse(open, "floor");
    auto* stage = open.find<CourseStage>("courseStage");
    auto* pieces = open.find<QComboBox>("addPiece");
    pieces->setCurrentIndex(pieces->findText("block"));
    emit pieces->activated(pieces->currentIndex());
    open.settle();
    QCOMPARE(open.project().courses.size(), std::size_t{1});
    const auto course = [&] { return open.project().courses.front(); };
    QCOMPARE(course().name, std::string("my floor"));
    QCOMPARE(open.find<QComboBox>("course")->currentText(), QString("my floor"));
    const auto solids = course().solids.size();
    const Box block = std::get<Box>(std::get<Shape>(course().solids.back()));

    // Dragged by whole px, then by a key, then away and back.
    drag(stage, {block.x + 4, block.y + 4}, {block.x + 24.2, block.y + 14});
    open.settle();
    QCOMPARE(std::get<Box>(std::get<Shape>(course().solids.back())).x, block.x + 20);
    QCOMPARE(std::get<Box>(std::get<Shape>(course().solids.back())).y, block.y + 10);
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_Up);
    open.settle();
    QCOMPARE(std::get<Box>(std::get<Shape>(course().solids.back())).y, block.y + 9);
    QTest::keyClick(stage, Qt::Key_Delete);
    open.settle();
    QCOMPARE(course().solids.size(), solids - 1);
    open.history().undo();
    open.settle();
    QCOMPARE(course().solids.size(), solids);

    // An asset as a piece, and the course as one that must pass.
    pieces->setCurrentIndex(pieces->findText("tile_glasshouse"));
    emit pieces->activated(pieces->currentIndex());
    open.settle();
    QCOMPARE(std::get<StandingAsset>(course().solids.back()).asset, std::string("tile_glasshouse"));
    click(open.window, "mustPass");
    open.settle();
    QCOMPARE(course().mustPass.size(), std::size_t{1});
    QCOMPARE(course().mustPass.front().asset, std::string("chr_keeper"));
    QCOMPARE(course().mustPass.front().moves, Moves::Slide);
    QVERIFY(open.find<QPushButton>("mustPass")->isChecked());
  }

  void everyInputIsTriedAndItsWorstShown() {
    OpenWindow open;
    goToCourse(open);
    click(open.window, "tryEverything");
    open.settle();
    auto* worst = open.find<QTreeWidget>("worstEvents");
    const auto caught = worst->findItems("snags on", Qt::MatchContains, 0);
    QVERIFY(!caught.isEmpty());
    worst->setCurrentItem(caught.front());
    open.settle();
    QVERIFY(open.find<CourseTimeline>("courseTimeline")->tick() > 0);
    QCOMPARE(open.find<QComboBox>("script")->currentText(), QString("As played"));
    QVERIFY2(compared(open).contains("snag"), qPrintable(compared(open)));
    click(open.window, "tryEverything");
    QVERIFY(open.find<QTreeWidget>("courseCandidates")->topLevelItemCount() > 10);
  }

  void theWindowAndTheCommandLineTellTheSame() {
    OpenWindow open;
    goToCourse(open);
    QVERIFY(open.find<QLabel>("limits")->text().contains("walks up 65 degrees"));
    const CliResult run =
        runCli({"course", project(open), "chr_keeper", "--course", "steps", "--moves", "slide",
                "--slope", "65", "--step-height", "3", "--json"});
    CourseQuestion question{findAsset(open.project(), std::string("chr_keeper"))->id, {}, "body"};
    question.choice.course = "steps";
    question.choice.moves = Moves::Slide;
    question.choice.numbers.slope = 65;
    question.choice.step = 3;
    const CourseFacts facts = courseFacts(open.project(), question, {});
    QCOMPARE(run.out.toStdString(), jsonText(runJson(facts.run)));
  }

  void keysAreSet() {
    OpenWindow open;
    goToCourse(open, "floor");
    QTimer::singleShot(0, [] {
      QWidget* dialog = QApplication::activeModalWidget();
      auto* field = dialog->findChild<QKeySequenceEdit*>("right");
      field->setKeySequence(QKeySequence(Qt::Key_L));
      QTest::mouseClick(dialog->findChild<QPushButton*>(), Qt::LeftButton);
    });
    auto& bench = *open.window.findChild<TrialBench*>();
    bench.course().setKeys();
    QCOMPARE(open.find<QPushButton>("playCourse")->text(), QString("Play: A L Space"));
    auto* stage = open.find<CourseStage>("courseStage");
    auto* timeline = open.find<CourseTimeline>("courseTimeline");
    open.settle();
    click(open.window, "playCourse");
    QTest::keyPress(stage, Qt::Key_L);
    QTRY_VERIFY(timeline->tick() > 10);
    click(open.window, "playCourse");
    open.settle();
    QVERIFY(compared(open).contains("no faults"));
    QSettings().remove("course");
  }
};
AMBER_TEST(CoursePanelTest);

#include "course_panel_tests.moc"
