#include <QClipboard>
#include <QGuiApplication>
#include <QLabel>
#include <QMessageBox>
#include <QScreen>
#include <QSettings>
#include <QSignalSpy>
#include <QTest>
#include <QThread>

#include "desktop/session/project_keeper.h"
#include "desktop/shell/notice_bar.h"
#include "desktop/stage/stage_view.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "support/registry.h"
#include "support/window_driver.h"
#include "work/project/recovery.h"

using namespace amber;
using namespace amber::test;

// That nothing is lost, whatever happens around the window.
class KeepingTest : public QObject {
  Q_OBJECT

  static std::vector<Edit> renamed(const ProjectSession& session, const char* name) {
    return {Rename{session.project().assets.front()->id, {}, {}, name}};
  }
  static std::string nameIn(const QString& path) {
    return readProject(path.toStdString())->assets.front()->name;
  }
  static QString recoveryOf(const QString& path) {
    return QString::fromStdString(recoveryPath(path.toStdString()));
  }

 private slots:
  void undoAndAnotherEditDuringASaveAreNotSaved() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    ProjectSession session;
    QVERIFY(session.open(path));
    session.settle();
    session.perform("one", renamed(session, "one"));
    session.save();
    // The index of history is then what it was when the save began; the project is not.
    session.history().undo();
    session.perform("two", renamed(session, "two"));
    session.settle();
    QCOMPARE(nameIn(path), std::string("one"));
    QVERIFY(session.unsaved());
    session.save();
    session.settle();
    QCOMPARE(nameIn(path), std::string("two"));
    QVERIFY(!session.unsaved());
  }

  void aSlowSaveOfOneProjectLeavesTheNextOneAlone() {
    const Scratch scratch;
    const QString first = demoCopy(scratch);
    const QString second = scratch.qpath("demo/second.amber");
    QVERIFY(QFile::copy(first, second));
    ProjectSession session;
    QVERIFY(session.open(first));
    session.settle();
    session.perform("one", renamed(session, "one"));
    // A slow disk: what is written waits in line.
    const auto delay = [&] {
      session.background().run(
          nullptr, {},
          [](const Progress&) -> Background::Finish {
            QThread::msleep(200);
            return {};
          },
          Background::Lane::Writer);
    };
    delay();
    session.save();
    delay();
    session.perform("two", renamed(session, "two"));
    session.save();
    QVERIFY(session.open(second));
    session.perform("other", renamed(session, "other"));
    session.settle();
    // The window is about the second project, and keeps its work.
    QCOMPARE(session.path(), second);
    QVERIFY(session.unsaved());
    QTRY_VERIFY(QFile::exists(recoveryOf(second)));
    session.save();
    session.settle();
    QCOMPARE(nameIn(second), std::string("other"));
    QCOMPARE(nameIn(first), std::string("two"));
    // The lock of the first one is given back, that of the second held.
    ProjectSession next;
    QVERIFY(next.open(first));
    QVERIFY(!next.open(second));
  }

  void aResultThatComesAfterAnotherProjectWasOpenedChangesNothingOfIt() {
    const Scratch scratch;
    const QString first = demoCopy(scratch);
    const QString second = scratch.qpath("demo/second.amber");
    QVERIFY(QFile::copy(first, second));
    Background background;
    Project project = *readProject(first.toStdString());
    ProjectKeeper keeper(background, project, nullptr);
    keeper.adopt(*keeper.open(first));
    project.name = "changed";
    keeper.changed();
    keeper.save();
    // Its result has not been delivered yet.
    project = *readProject(second.toStdString());
    keeper.adopt(*keeper.open(second));
    background.settle();
    QCOMPARE(keeper.path(), second);
    QVERIFY(!keeper.unsaved());
    QCOMPARE(readProject(first.toStdString())->name, std::string("changed"));
    project.name = "mine";
    keeper.changed();
    keeper.save();
    background.settle();
    QCOMPARE(readProject(second.toStdString())->name, std::string("mine"));
  }

  void aSheetThatWasMissingIsNoticedWhenItComes() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    const QString sheet = scratch.qpath("demo/sheets/keeper_walk.png");
    QVERIFY(QFile::rename(sheet, sheet + ".away"));
    ProjectSession session;
    QVERIFY(session.open(path));
    session.settle();
    const Sheet* walk = findSheet(session.project(), "sheets/keeper_walk.png");
    QVERIFY(walk != nullptr && session.artOf(walk->id) == nullptr);
    QVERIFY(QFile::rename(sheet + ".away", sheet));
    QTRY_VERIFY_WITH_TIMEOUT(session.artOf(walk->id) != nullptr, 10000);
  }

  void comingBackToWhatIsSavedIsSavedHoweverItIsReached() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    ProjectSession session;
    QVERIFY(session.open(path));
    const std::string name = session.project().assets.front()->name;
    session.perform("one", renamed(session, "one"));
    session.perform("back", renamed(session, name.c_str()));
    QVERIFY(!session.unsaved());
  }

  void workThatCannotBeKeptIsToldTriedAgainAndAskedAboutOnClosing() {
    OpenWindow open;
    MainWindow& window = open.window;
    const QString path = window.session().path();
    // A folder has the name of the backup file.
    QVERIFY(QDir().mkpath(recoveryOf(path) + "/in the way"));
    window.session().perform("one", renamed(window.session(), "one"));
    QTRY_VERIFY(window.session().stateText().contains("NOT backed up"));
    QVERIFY(find<QLabel>(window, "notice")->text().contains("could not be backed up"));
    QVERIFY(!window.close());
    auto* question = window.findChild<QMessageBox*>("question");
    QVERIFY(question != nullptr && question->isVisible());
    QTest::mouseClick(question->findChild<QPushButton*>("stay"), Qt::LeftButton);
    QVERIFY(window.isVisible());
    // The way is free again: it is kept without another edit.
    QVERIFY(QDir(recoveryOf(path)).removeRecursively());
    QTRY_VERIFY_WITH_TIMEOUT(QFile::exists(recoveryOf(path)), 10000);
    QTRY_VERIFY(window.session().stateText().startsWith("edited, backed up"));
    QVERIFY(window.close());
  }

  void anotherNameIsTakenOnlyOnceItWasWritten() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    ProjectSession session;
    QVERIFY(session.open(path));
    session.perform("one", renamed(session, "one"));
    QSignalSpy failures(&session, &ProjectSession::failed);
    // A folder has that name.
    QVERIFY(QDir().mkpath(scratch.qpath("demo/taken.amber")));
    session.saveAs(scratch.qpath("demo/taken"));
    session.settle();
    QCOMPARE(failures.count(), 1);
    QCOMPARE(session.path(), path);
    QVERIFY(session.unsaved());
    session.saveAs(scratch.qpath("demo/second"));
    session.settle();
    QCOMPARE(session.path(), scratch.qpath("demo/second.amber"));
    QCOMPARE(nameIn(session.path()), std::string("one"));
    QCOMPARE(nameIn(path), std::string("chr_keeper"));
    QVERIFY(!session.unsaved());
    QVERIFY(!QFile::exists(recoveryOf(path)));
    // And the old one is free for others.
    ProjectSession other;
    QVERIFY(other.open(path));
    QVERIFY(!other.open(session.path()));
  }

  void unsavedWorkThatCannotBeReadIsSetAsideAndTold() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    QVERIFY(writeFileAtomically(recoveryOf(path).toStdString(), "{ broken"));
    ProjectSession session;
    QSignalSpy failures(&session, &ProjectSession::failed);
    QVERIFY(session.open(path));
    QCOMPARE(failures.count(), 1);
    const QString told = failures.first().first().toString();
    QVERIFY(told.contains(recoveryOf(path) + ".unreadable-1"));
    session.perform("one", renamed(session, "one"));
    QVERIFY(session.keepNow().has_value());
    QCOMPARE(*readFile(recoveryOf(path).toStdString() + ".unreadable-1", 100),
             std::string("{ broken"));
  }

  void theSecondWindowIsToldWhoHoldsTheProject() {
    const Scratch scratch;
    const QString path = demoCopy(scratch);
    MainWindow first;
    show(first);
    first.openProject(path);
    {
      MainWindow second;
      show(second);
      second.openProject(path);
      QVERIFY(!second.session().hasProject());
      QVERIFY(find<QLabel>(second, "notice")
                  ->text()
                  .contains(QString::number(QCoreApplication::applicationPid())));
    }
    // Opening it again in the same window is not a conflict.
    first.openProject(path);
    QVERIFY(first.findChild<NoticeBar*>()->openErrors().isEmpty());
  }

  void aFileThatAnotherProgramChangedIsAskedAbout() {
    OpenWindow open;
    MainWindow& window = open.window;
    const QString path = window.session().path();
    const Project theirs = withEdits(window.session().project(),
                                     {Rename{open.project().assets[1]->id, {}, {}, "theirs"}})
                               ->project;
    QVERIFY(writeProject(path.toStdString(), theirs));
    window.session().perform("one", renamed(window.session(), "ours"));
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier);
    open.settle();
    auto* question = window.findChild<QMessageBox*>("question");
    QVERIFY(question != nullptr);
    QVERIFY(question->text().contains("changed by another program"));
    QVERIFY(*readProject(path.toStdString()) == theirs);
    // What is on disk, with our work as a step that can be undone.
    QTest::mouseClick(question->findChild<QPushButton*>("openDisk"), Qt::LeftButton);
    open.settle();
    QCOMPARE(open.project().assets[0]->name, std::string("ours"));
    open.history().undo();
    QVERIFY(open.project() == theirs);
    open.history().redo();
    // Now the window has read what it is asked to write over.
    window.session().save();
    open.settle();
    QCOMPARE(nameIn(path), std::string("ours"));
  }

  void savingOverIsDoneWhenAskedFor() {
    OpenWindow open;
    MainWindow& window = open.window;
    const QString path = window.session().path();
    QVERIFY(writeFileAtomically(path.toStdString(), "not even a project"));
    window.session().perform("one", renamed(window.session(), "ours"));
    window.session().save();
    open.settle();
    auto* question = window.findChild<QMessageBox*>("question");
    QVERIFY(question != nullptr);
    QTest::mouseClick(question->findChild<QPushButton*>("saveOver"), Qt::LeftButton);
    open.settle();
    QCOMPARE(nameIn(path), std::string("ours"));
    QVERIFY(!window.session().unsaved());
  }

  void aRunOfArrowsIsOneStep() {
    OpenWindow open;
    goTo(open.window, Bench::Origin);
    auto* stage = open.find<StageView>("originStage");
    stage->setFocus();
    const double before = open.window.session().currentFrame()->origin.x;
    const int steps = open.history().count();
    for (int i = 0; i < 30; ++i) {
      QKeyEvent press(QEvent::KeyPress, Qt::Key_Right, Qt::NoModifier, {}, i > 0);
      QCoreApplication::sendEvent(stage, &press);
    }
    QKeyEvent release(QEvent::KeyRelease, Qt::Key_Right, Qt::NoModifier);
    QCoreApplication::sendEvent(stage, &release);
    QCOMPARE(open.window.session().currentFrame()->origin.x, before + 30);
    QCOMPARE(open.history().count(), steps + 1);
    QTest::keyClick(stage, Qt::Key_Right);
    QTest::keyClick(stage, Qt::Key_Right);
    QCOMPARE(open.history().count(), steps + 3);
    for (int i = 0; i < 3; ++i) {
      QCoreApplication::processEvents();
      QTest::keyClick(&open.window, Qt::Key_Z, Qt::ControlModifier);
    }
    QCOMPARE(open.window.session().currentFrame()->origin.x, before);
    QVERIFY(open.find<QLabel>("state")->toolTip().startsWith("undone: "));
    QCoreApplication::processEvents();
    QVERIFY(open.window.actionTable().action("edit.redo")->text().startsWith("Redo: "));
  }

  void whatIsDroppedAndIsNothingOfOursIsRefused() {
    const Scratch scratch;
    scratch.write("notes.txt", "water the pots");
    scratch.write("word.svg", "<svg xmlns='http://www.w3.org/2000/svg' width='4' height='4'/>");
    MainWindow window;
    show(window);
    window.takeFiles({scratch.qpath("notes.txt"), scratch.qpath("word.svg"), "--nonsense"});
    const QStringList told = window.findChild<NoticeBar*>()->openErrors();
    QCOMPARE(told.size(), 3);
    QVERIFY(told[0].contains("notes.txt: this is not an image"));
    QVERIFY(told[2].contains("--nonsense: this file does not exist"));
    QVERIFY(!window.session().hasProject());
    // Each stays until it is closed, and can be copied.
    QVERIFY(find<QLabel>(window, "notice")->text().contains("notes.txt"));
    click(window, "noticeCopy");
    QVERIFY(QGuiApplication::clipboard()->text().contains("notes.txt"));
    click(window, "noticeClose");
    QVERIFY(find<QLabel>(window, "notice")->text().contains("word.svg"));
    click(window, "noticeClose");
    click(window, "noticeClose");
    QVERIFY(!window.findChild<NoticeBar*>()->isVisible());
  }

  void twoHundredRepaintedSheetsAreOneStep() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("art"));
    std::vector<std::pair<std::string, std::string>> images;
    const auto pot = [](int shade) {
      Image image(8, 8);
      for (int y = 2; y < 8; ++y) {
        for (int x = 2; x < 6; ++x)
          image.at(x, y) = {static_cast<std::uint8_t>(shade), 90, 60, 255};
      }
      return pngBytes(image);
    };
    for (int i = 0; i < 200; ++i) images.emplace_back("pot_" + std::to_string(i) + "x.png", pot(i));
    OpenWindow open(images);
    const int steps = open.history().count();
    for (int i = 0; i < 200; ++i) {
      open.scratch.write("art/pot_" + std::to_string(i) + "x.png", pot(255 - i));
    }
    QTRY_VERIFY_WITH_TIMEOUT(open.history().count() > steps, 20000);
    QTest::qWait(700);
    open.settle();
    QCOMPARE(open.history().count(), steps + 1);
    for (const auto& sheet : open.project().sheets) {
      QCOMPARE(sheet->hash, contentHash(open.scratch.read("art/" + sheet->path)));
    }
  }

  void theWindowFitsItsScreenAndComesBackWhereItWas() {
    QSettings().remove("window");
    QRect kept;
    {
      MainWindow window;
      QVERIFY(window.screen()->availableGeometry().contains(window.geometry()));
      show(window);
      window.setGeometry(0, 40, 800, 520);
      kept = window.geometry();
      QCOMPARE(kept.topLeft(), QPoint(0, 40));
      QVERIFY(window.close());
    }
    MainWindow again;
    QCOMPARE(again.geometry(), kept);
    // Where it was is no longer on any screen.
    QWidget elsewhere;
    elsewhere.setGeometry(9000, 9000, 5000, 5000);
    QSettings().setValue("window/geometry", elsewhere.saveGeometry());
    MainWindow lost;
    QVERIFY(lost.screen()->availableGeometry().contains(lost.geometry()));
    QSettings().remove("window");
  }
};
AMBER_TEST(KeepingTest);

#include "keeping_tests.moc"
