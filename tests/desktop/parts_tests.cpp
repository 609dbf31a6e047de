// Parts of the window by themselves: the clock of animations, the line of findings, the remembered
// state.
#include <QClipboard>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QSignalSpy>
#include <QTest>

#include "desktop/parts/play_clock.h"
#include "desktop/shell/notice_bar.h"
#include "desktop/shell/progress_strip.h"
#include "desktop/shell/window_memory.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;

class PlayClockTest : public QObject {
  Q_OBJECT
 private slots:
  void itTicksOnlyWhileItPlaysAndIsSeen() {
    PlayClock clock(nullptr);
    QSignalSpy ticks(&clock, &PlayClock::ticked);
    clock.setPlaying(true);
    QTest::qWait(60);
    QCOMPARE(ticks.count(), 0);
    clock.addViewer();
    QTRY_VERIFY(ticks.count() > 1);
    clock.addViewer();
    clock.removeViewer();
    ticks.clear();
    QTRY_VERIFY(ticks.count() > 1);
    clock.removeViewer();
    ticks.clear();
    QTest::qWait(60);
    QCOMPARE(ticks.count(), 0);
    clock.addViewer();
    clock.setPlaying(false);
    ticks.clear();
    QTest::qWait(60);
    QCOMPARE(ticks.count(), 0);
  }

  void timeStandsWhilePausedAndRunsOnFromThere() {
    PlayClock clock(nullptr);
    clock.setElapsedMs(700);
    QTest::qWait(20);
    QCOMPARE(clock.elapsedMs(), 700LL);
    clock.setPlaying(true);
    QTest::qWait(30);
    const long long running = clock.elapsedMs();
    QVERIFY(running >= 730);
    clock.setPlaying(false);
    const long long paused = clock.elapsedMs();
    QVERIFY(paused >= running);
    QTest::qWait(30);
    QCOMPARE(clock.elapsedMs(), paused);
  }

  void anotherSpeedChangesNothingThatHasPassed() {
    PlayClock clock(nullptr);
    clock.setElapsedMs(10'000);
    clock.setPlaying(true);
    clock.setSpeed(PlayClock::kLeastSpeed);
    const long long before = clock.elapsedMs();
    QVERIFY(before >= 10'000 && before < 11'000);
    QTest::qWait(100);
    // A tenth of what passed.
    QVERIFY(clock.elapsedMs() >= before + 9);
    QVERIFY(clock.elapsedMs() < before + 100);
    clock.setSpeed(1000);
    QCOMPARE(clock.speed(), PlayClock::kMostSpeed);
    clock.setSpeed(0);
    QCOMPARE(clock.speed(), PlayClock::kLeastSpeed);
  }
};
AMBER_TEST(PlayClockTest);

class NoticeBarTest : public QObject {
  Q_OBJECT

  static QString shown(const NoticeBar& bar) { return bar.findChild<QLabel*>("notice")->text(); }
  static void press(const NoticeBar& bar, const char* name) {
    auto* button = bar.findChild<QPushButton*>(name);
    QVERIFY2(button->isVisible(), name);
    QTest::mouseClick(button, Qt::LeftButton);
  }

 private slots:
  void errorsStayInTheirOrderUntilEachIsClosed() {
    NoticeBar bar(nullptr);
    bar.resize(900, 40);
    bar.show();
    bar.warn("the first");
    bar.warn("the second");
    bar.warn("the first");  // known already
    QCOMPARE(bar.openErrors(), (QStringList{"the first", "the second"}));
    bar.tell("news");
    QCOMPARE(shown(bar), QString("the first"));
    press(bar, "noticeClose");
    QCOMPARE(shown(bar), QString("the second"));
    press(bar, "noticeClose");
    QVERIFY(bar.openErrors().isEmpty());
    QCOMPARE(shown(bar), QString("news"));
    press(bar, "noticeClose");
    QVERIFY(!bar.isVisible());
  }

  void newsGivesWayToNewsAndErrorsComeBeforeIt() {
    NoticeBar bar(nullptr);
    bar.resize(900, 40);
    bar.tell("old");
    bar.tell("new");
    QCOMPARE(shown(bar), QString("new"));
    bar.warn("wrong");
    QCOMPARE(shown(bar), QString("wrong"));
    press(bar, "noticeClose");
    QCOMPARE(shown(bar), QString("new"));
  }

  void theTextOfAnErrorIsCopied() {
    NoticeBar bar(nullptr);
    bar.resize(900, 40);
    QGuiApplication::clipboard()->clear();
    bar.warn("the disk is full");
    press(bar, "noticeCopy");
    QCOMPARE(QGuiApplication::clipboard()->text(), QString("the disk is full"));
    QCOMPARE(bar.openErrors().size(), 1);
  }

  void ofAThousandErrorsItKeepsWhatSomebodyMayRead() {
    NoticeBar bar(nullptr);
    for (int i = 0; i < 1000; ++i) bar.warn(QString::number(i));
    QCOMPARE(bar.openErrors().size(), 50);
    QCOMPARE(bar.openErrors().first(), QString("0"));
  }

  void itFloatsOverTheStageAndFollowsIt() {
    QWidget window;
    window.resize(900, 600);
    QWidget stage(&window);
    stage.setGeometry(200, 90, 600, 300);
    NoticeBar bar(&window);
    bar.floatOver(&stage);
    window.show();
    bar.tell("a message");
    QVERIFY(bar.isVisible());
    QVERIFY(stage.geometry().contains(bar.geometry()));
    stage.setGeometry(10, 200, 400, 300);
    QVERIFY(stage.geometry().contains(bar.geometry()));
  }
};
AMBER_TEST(NoticeBarTest);

class ProgressStripTest : public QObject {
  Q_OBJECT
 private slots:
  void itShowsHowFarWorkIsAndCanStopIt() {
    ProgressStrip strip(nullptr);
    QSignalSpy stop(&strip, &ProgressStrip::stopAsked);
    strip.showProgress("Pack", 3, 10);
    QVERIFY(strip.isVisible());
    const auto* bar = strip.findChild<QProgressBar*>("progressBar");
    QCOMPARE(bar->toolTip(), QString("Pack: 3 of 10"));
    QCOMPARE(bar->value(), 3);
    QTest::mouseClick(strip.findChild<QPushButton*>("stopWork"), Qt::LeftButton);
    QCOMPARE(stop.count(), 1);
    // The end of other work does not hide it.
    strip.showProgress("Reading", 0, 0);
    QVERIFY(strip.isVisible());
    strip.showProgress("Pack", 0, 0);
    QVERIFY(!strip.isVisible());
  }

  void itKeepsItsPlaceWhileNothingRuns() {
    QWidget line;
    auto* row = new QHBoxLayout(&line);
    auto* before = new QPushButton("before", &line);
    auto* strip = new ProgressStrip(&line);
    auto* after = new QPushButton("after", &line);
    for (QWidget* one : std::initializer_list<QWidget*>{before, strip, after}) row->addWidget(one);
    line.resize(700, 40);
    line.show();
    const QRect places[] = {before->geometry(), after->geometry()};
    strip->showProgress("Pack", 3, 10);
    QCoreApplication::processEvents();
    QCOMPARE(before->geometry(), places[0]);
    QCOMPARE(after->geometry(), places[1]);
  }
};
AMBER_TEST(ProgressStripTest);

class WindowMemoryTest : public QObject {
  Q_OBJECT
 private slots:
  void eachSortOfFileHasItsOwnLastFolder() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("projects"));
    QDir().mkpath(scratch.qpath("images"));
    rememberFolder("project", scratch.qpath("projects/a.amber"));
    rememberFolder("images", scratch.qpath("images/a.png"));
    QCOMPARE(lastFolder("project"), scratch.qpath("projects"));
    QCOMPARE(lastFolder("images"), scratch.qpath("images"));
  }

  void theBenchThatWasInFrontIsKept() {
    for (const Bench bench : {Bench::Names, Bench::Pack, Bench::Cut}) {
      rememberBench(bench);
      QCOMPARE(lastBench(), bench);
    }
  }
};
AMBER_TEST(WindowMemoryTest);

#include "parts_tests.moc"
