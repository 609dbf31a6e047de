// The convention of names and the panel of code, by mouse and keyboard, with refusals.
#include <QComboBox>
#include <QLabel>
#include <QMenu>
#include <QTest>
#include <QToolButton>
#include <QTreeWidget>

#include "desktop/benches/names/convention_ribbon.h"
#include "desktop/parts/language_chooser.h"
#include "desktop/session/code_watch.h"
#include "desktop/shell/notice_bar.h"
#include "support/names_desk.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

class ConventionBandTest : public QObject {
  Q_OBJECT

  enum Part { Prefix, Name, Animation, Number };
  static void choosePart(NamesDesk& desk, int part) {
    auto* ribbon = find<ConventionRibbon>(desk.window, "convention");
    QTest::mouseClick(ribbon, Qt::LeftButton, {}, ribbon->centreOf(part));
    QCOMPARE(ribbon->chosen(), part);
  }
  static int steps(NamesDesk& desk) { return desk.window.session().history().count(); }
  static QString told(NamesDesk& desk) { return find<QLabel>(desk.window, "notice")->text(); }
  static QString example(NamesDesk& desk) {
    return find<QLabel>(desk.window, "nameExample")->text();
  }

 private slots:
  void wordsAreJoinedAnotherWay_data() {
    QTest::addColumn<QString>("chip");
    QTest::addColumn<QString>("frame");
    QTest::addColumn<QString>("constant");
    QTest::newRow("kebab") << "style_kebab"
                           << "chr-keeper-idle-01"
                           << "CHR_KEEPER_IDLE_01";
    QTest::newRow("camel") << "style_camel"
                           << "chrKeeperIdle01"
                           << "CHR_KEEPER_IDLE01";
    QTest::newRow("pascal") << "style_pascal"
                            << "ChrKeeperIdle01"
                            << "CHR_KEEPER_IDLE01";
    QTest::newRow("upper") << "style_upper"
                           << "CHR_KEEPER_IDLE_01"
                           << "CHR_KEEPER_IDLE_01";
  }
  void wordsAreJoinedAnotherWay() {
    QFETCH(QString, chip);
    QFETCH(QString, frame);
    QFETCH(QString, constant);
    NamesDesk desk;
    QVERIFY(example(desk).startsWith("Example frame: chr_keeper_idle_01 "));
    const int before = steps(desk);
    click(desk.window, "style_snake");
    QVERIFY2(steps(desk) == before, "it is so already");
    click(desk.window, qPrintable(chip));
    QCOMPARE(steps(desk), before + 1);
    QVERIFY2(example(desk).startsWith("Example frame: " + frame + " "), qPrintable(example(desk)));
    QVERIFY2(example(desk).endsWith("FRAME_" + constant), qPrintable(example(desk)));
    desk.window.session().history().undo();
    QVERIFY(find<QPushButton>(desk.window, "style_snake")->isChecked());
  }

  void sidesAreSaidAsIsChosen() {
    NamesDesk desk;
    choosePart(desk, Animation);
    auto* sides = find<QComboBox>(desk.window, "sides");
    sides->setFocus();
    QTest::keyClick(sides, Qt::Key_Down);
    QCOMPARE(desk.project().naming.sides, static_cast<SideSpelling>(1));
    auto* said = find<QComboBox>(desk.window, "sidesSaid");
    said->setFocus();
    QTest::keyClick(said, Qt::Key_Down);
    QCOMPARE(desk.project().naming.sidesSaid, static_cast<SidesSaid>(1));
    desk.window.session().history().undo();
    QCOMPARE(said->currentIndex(), 0);
    QCOMPARE(sides->currentIndex(), 1);
  }

  void howLongNamesMayBeAndWhoseWordsTheyAreNot() {
    NamesDesk desk;
    choosePart(desk, Name);
    QCOMPARE(desk.count(NameFault::Long), 0);
    type(desk.window, "longestName", "12");
    QCOMPARE(desk.project().naming.longest, 12);
    QVERIFY(desk.count(NameFault::Long) > 20);
    desk.window.session().history().undo();
    QCOMPARE(desk.count(NameFault::Long), 0);
    auto* languages = find<LanguageChooser>(desk.window, "languages");
    const auto actions = languages->menu()->actions();
    const auto python = std::find_if(actions.begin(), actions.end(), [](const QAction* action) {
      return action->text().contains("ython");
    });
    QVERIFY(python != actions.end());
    (*python)->trigger();
    const bool had = desk.project().naming.languages.size() == 1 &&
                     desk.project().naming.languages.front() == Language::Python;
    QVERIFY(had);
    // An animation with a reserved word of Python is reported.
    const Asset& keeper = *desk.project().assets[0];
    desk.window.session().perform("odd", {Rename{keeper.id, keeper.animations[0].id, {}, "pass"}});
    QVERIFY(desk.count(NameFault::Reserved) > 0);
    (*python)->trigger();
    QVERIFY(desk.project().naming.languages.empty());
    QCOMPARE(desk.count(NameFault::Reserved), 0);
  }

  void framesAreNumberedAsIsTyped() {
    NamesDesk desk;
    choosePart(desk, Number);
    type(desk.window, "firstNumber", "0");
    QCOMPARE(desk.project().naming.firstNumber, 0);
    QVERIFY(example(desk).startsWith("Example frame: chr_keeper_idle_00 "));
    desk.choose("chr_keeper");
    QTest::keyClick(desk.list, Qt::Key_Right);
    QCOMPARE(desk.becomes("chr_keeper_walk_01"), QString("chr_keeper_walk_00"));
    // The convention is learned from what the names are.
    desk.finder("learn the convention");
    QCOMPARE(desk.project().naming.firstNumber, 1);
    QVERIFY2(told(desk).contains("names follow it"), qPrintable(told(desk)));
    const int before = steps(desk);
    desk.finder("learn the convention");
    QCOMPARE(steps(desk), before);
  }

  void aWordThatIsNoneChangesNothing() {
    NamesDesk desk;
    choosePart(desk, Number);
    auto* add = find<QToolButton>(desk.window, "addPart");
    emit add->menu()->aboutToShow();
    add->menu()->actions().first()->trigger();
    QCOMPARE(desk.project().naming.frame.size(), std::size_t{4});
    const int before = steps(desk);
    auto* word = find<QLineEdit>(desk.window, "conventionWord");
    word->selectAll();
    QTest::keyClicks(word, "  ");
    QTest::keyClick(word, Qt::Key_Return);
    QCOMPARE(steps(desk), before);
    QVERIFY(desk.window.session().project() == desk.window.session().committed());
    word->selectAll();
    QTest::keyClicks(word, "Night Frame");
    QTest::keyClick(word, Qt::Key_Return);
    QVERIFY(example(desk).startsWith("Example frame: chr_keeper_idle_night_frame_01 "));
    // The button removes it again.
    auto* page = word->parentWidget();
    QTest::mouseClick(page->findChild<QPushButton*>(), Qt::LeftButton);
    QCOMPARE(desk.project().naming.frame.size(), std::size_t{3});
  }

  void whatTellsNamesApartStaysAndRoomEnds() {
    NamesDesk desk;
    auto* ribbon = find<ConventionRibbon>(desk.window, "convention");
    choosePart(desk, Number);
    QTest::keyClick(ribbon, Qt::Key_Delete);
    QCOMPARE(desk.project().naming.frame.size(), std::size_t{3});
    QVERIFY(told(desk).contains("would not be unique"));
    click(desk.window, "noticeClose");
    auto* bar = desk.window.findChild<NoticeBar*>();
    int added = 0;
    while (bar->openErrors().isEmpty() && added < 50) {
      auto* add = find<QToolButton>(desk.window, "addPart");
      emit add->menu()->aboutToShow();
      add->menu()->actions().first()->trigger();
      ++added;
    }
    QVERIFY(added > 2 && added < 50);
    QVERIFY(told(desk).contains("cannot have more parts"));
    QCOMPARE(desk.project().naming.frame.size(), std::size_t(3 + added - 1));
  }

  void aPrefixThatIsNoneIsPutBack() {
    NamesDesk desk;
    choosePart(desk, Prefix);
    const int before = steps(desk);
    for (const char* none : {"chr", "   "}) {
      type(desk.window, "prefix_character", none);
      QCoreApplication::processEvents();
    }
    QCOMPARE(steps(desk), before);
    QCOMPARE(find<QLineEdit>(desk.window, "prefix_character")->text(), QString("chr"));
  }
};
AMBER_TEST(ConventionBandTest);

class CodePanelTest : public QObject {
  Q_OBJECT

  static QString state(NamesDesk& desk) { return find<QLabel>(desk.window, "codeState")->text(); }
  static QStringList unknown(NamesDesk& desk) {
    QStringList names;
    auto* list = find<QTreeWidget>(desk.window, "unknownNames");
    for (int i = 0; i < list->topLevelItemCount(); ++i) {
      names << list->topLevelItem(i)->text(0).section('\n', 0, 0);
    }
    return names;
  }
  // The code of a game that lies beside the project.
  static QString game(NamesDesk& desk) {
    QDir().mkpath(desk.open.scratch.qpath("code/build"));
    desk.open.scratch.write("code/player.cpp", "load(\"chr_keper\");\nplay(\"chr_snail\");\n");
    desk.open.scratch.write("code/build/made.cpp", "load(\"chr_zeppelin_hangar\");\n");
    return desk.open.scratch.qpath("code");
  }

 private slots:
  void aFolderIsReadOnceAndLeftOut() {
    NamesDesk desk;
    FileDialogAnswers answers({"", game(desk), game(desk)});
    QVERIFY(state(desk).startsWith("This view compares"));
    click(desk.window, "addCodeFolder");
    QVERIFY(desk.project().code.folders.empty());
    click(desk.window, "addCodeFolder");
    desk.open.settle();
    QVERIFY2(state(desk).startsWith("2 files read at "), qPrintable(state(desk)));
    QCOMPARE(unknown(desk), QStringList({"chr_zeppelin_hangar", "chr_keper"}));
    const int steps = desk.window.session().history().count();
    click(desk.window, "addCodeFolder");
    QVERIFY(answers.allUsed());
    QCOMPARE(desk.window.session().history().count(), steps);
    // What nothing lies near has nothing to be ticked.
    auto* list = find<QTreeWidget>(desk.window, "unknownNames");
    QCOMPARE(list->topLevelItem(0)->text(1), QString("no similar name"));
    QVERIFY(!list->topLevelItem(0)->data(1, Qt::CheckStateRole).isValid());
    // Build output is skipped.
    type(desk.window, "codeIgnored", "build *.min.js");
    desk.open.settle();
    QCOMPARE(desk.project().code.ignored, (std::vector<std::string>{"build", "*.min.js"}));
    QTRY_COMPARE(unknown(desk), QStringList({"chr_keper"}));
    QVERIFY2(state(desk).startsWith("1 file read at "), qPrintable(state(desk)));
    for (auto* button : desk.window.findChildren<QPushButton*>()) {
      if (button->isVisible() && button->text() == "Remove") {
        QTest::mouseClick(button, Qt::LeftButton);
        break;
      }
    }
    desk.open.settle();
    QVERIFY(desk.project().code.folders.empty());
    QVERIFY(state(desk).startsWith("This view compares"));
    desk.window.session().history().undo();
    QCOMPARE(desk.project().code.folders.size(), std::size_t{1});
  }

  void anAssetThatNoCodeNamesIsGoneToByAClick() {
    NamesDesk desk;
    FileDialogAnswers answers({game(desk)});
    click(desk.window, "addCodeFolder");
    desk.open.settle();
    auto* unused = find<QTreeWidget>(desk.window, "unusedAssets");
    QVERIFY(unused->findItems("chr_snail", Qt::MatchExactly).isEmpty());
    const auto moth = unused->findItems("chr_moth", Qt::MatchExactly);
    QCOMPARE(moth.size(), 1);
    QTest::mouseClick(unused->viewport(), Qt::LeftButton, {},
                      unused->visualItemRect(moth.front()).center());
    QCOMPARE(desk.open.asset().name, std::string("chr_moth"));
  }

  void aDiffIsRefusedWithItsReasonAndWrittenWhereItCanBe() {
    NamesDesk desk;
    auto* action = desk.window.actionTable().action("names.diff");
    desk.window.actionTable().refresh();
    QVERIFY(!action->isEnabled());
    QVERIFY2(action->toolTip().contains("Add a folder of code first"),
             qPrintable(action->toolTip()));
    FileDialogAnswers answers({game(desk), "", desk.open.scratch.qpath("none/names.diff")});
    click(desk.window, "addCodeFolder");
    desk.open.settle();
    desk.window.actionTable().refresh();
    QVERIFY(action->toolTip().contains("Nothing was renamed and no entry is ticked"));
    // What the code does not use makes no diff.
    desk.window.session().perform("moth",
                                  {Rename{desk.project().assets[2]->id, {}, {}, "chr_owl"}});
    desk.open.settle();
    desk.finder("export a diff");
    QVERIFY(find<QLabel>(desk.window, "notice")->text().contains("does not use any renamed name"));
    // What it uses: not where nothing is answered, nor where nothing can be written.
    auto* list = find<QTreeWidget>(desk.window, "unknownNames");
    QTreeWidgetItem* near = list->findItems("chr_keper", Qt::MatchStartsWith).front();
    QTest::mouseClick(list->viewport(), Qt::LeftButton, {},
                      list->visualRect(list->indexFromItem(near, 1)).center());
    QCOMPARE(near->checkState(1), Qt::Checked);
    desk.finder("export a diff");
    QVERIFY(desk.window.findChild<NoticeBar*>()->openErrors().isEmpty());
    desk.finder("export a diff");
    const QStringList errors = desk.window.findChild<NoticeBar*>()->openErrors();
    QVERIFY(answers.allUsed());
    QCOMPARE(errors.size(), 1);
    QVERIFY2(errors.front().contains("names.diff"), qPrintable(errors.front()));
  }
};
AMBER_TEST(CodePanelTest);

#include "convention_band_tests.moc"
