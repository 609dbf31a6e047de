#include <QComboBox>
#include <QLabel>
#include <QMenu>
#include <QTest>
#include <QToolButton>
#include <QTreeWidget>

#include "desktop/benches/names/convention_ribbon.h"
#include "desktop/session/code_watch.h"
#include "support/names_desk.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

// The Names bench by keys and mouse.
class NamesBenchTest : public QObject {
  Q_OBJECT

 private slots:
  void theFamilyIsOpenedAndANameIsTypedAndTheNext() {
    NamesDesk bench;
    QVERIFY(bench.rows().contains("chr_keeper") && !bench.rows().contains("walk"));
    bench.choose("chr_keeper");
    QTest::keyClick(bench.list, Qt::Key_Right);
    QVERIFY(bench.rows().contains("walk"));
    bench.choose("walk");
    QCOMPARE(bench.window.session().currentAnimation()->name, std::string("walk"));
    // F2, a name, Tab to the next, a name, Enter: two steps, and frames follow.
    QTest::keyClick(bench.list, Qt::Key_F2);
    QVERIFY(bench.editor() != nullptr);
    bench.editor()->selectAll();
    QTest::keyClicks(bench.editor(), "stroll");
    QTest::keyClick(bench.editor(), Qt::Key_Tab);
    QTRY_COMPARE(bench.project().assets[0]->animations[1].name, std::string("stroll"));
    QTRY_VERIFY(bench.editor() != nullptr && bench.editor()->text() == "water");
    bench.editor()->selectAll();
    QTest::keyClicks(bench.editor(), "pour");
    QTest::keyClick(bench.editor(), Qt::Key_Return);
    QTRY_COMPARE(bench.project().assets[0]->animations[2].name, std::string("pour"));
    const auto& frames = bench.project().assets[0]->frames;
    QVERIFY(std::any_of(frames.begin(), frames.end(),
                        [](const Frame& frame) { return frame.name == "chr_keeper_stroll_01"; }));
    // A name that is already used is refused, with a message.
    bench.choose("chr_keeper");
    QTest::keyClick(bench.list, Qt::Key_F2);
    bench.editor()->setText("chr_moth");
    QTest::keyClick(bench.editor(), Qt::Key_Return);
    QCoreApplication::processEvents();
    QCOMPARE(bench.project().assets[0]->name, std::string("chr_keeper"));
    // Both steps can be undone.
    QTest::keyClick(&bench.window, Qt::Key_Z, Qt::ControlModifier);
    QTest::keyClick(&bench.window, Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(bench.project().assets[0]->animations[1].name, std::string("walk"));
  }

  void byKeysAlone() {
    NamesDesk bench;
    // Learn: all follow it already. Change the style: every name shows what it would be.
    bench.finder("Learn the convention");
    QCOMPARE(bench.count(NameFault::Pattern), 0);
    auto* camel = find<QPushButton>(bench.window, "style_camel");
    camel->setFocus();
    QTest::keyClick(camel, Qt::Key_Space);
    QCOMPARE(bench.project().naming.style, NameStyle::Camel);
    QCOMPARE(bench.becomes("chr_keeper"), QString("chrKeeper"));
    QVERIFY(find<QPushButton>(bench.window, "renameAll")->text().contains("Rename all"));
    // Rename some, then undo that and the style.
    bench.choose("chr_keeper");
    QTest::keyClick(bench.list, Qt::Key_Down, Qt::ShiftModifier);
    bench.finder("Rename the selected names");
    QCOMPARE(bench.project().assets[0]->name, std::string("chrKeeper"));
    QTest::keyClick(&bench.window, Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(bench.project().assets[0]->name, std::string("chr_keeper"));
    QTest::keyClick(&bench.window, Qt::Key_R, Qt::ControlModifier);
    QCOMPARE(bench.count(NameFault::Pattern), 0);
    QCOMPARE(bench.project().assets[1]->name, std::string("chrSnail"));
    QTest::keyClick(&bench.window, Qt::Key_Z, Qt::ControlModifier);
    QTest::keyClick(&bench.window, Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(bench.project().naming.style, NameStyle::Snake);
    QCOMPARE(bench.count(NameFault::Pattern), 0);
  }

  void codeIsReadBesideTheWindowAndItsDiffWritten() {
    NamesDesk bench;
    const QString folder = bench.open.scratch.qpath("code");
    QDir().mkpath(folder);
    bench.open.scratch.write("code/player.cpp", "load(\"chr_keper\");\nplay(\"chr_moth\");\n");
    FileDialogAnswers answers({folder, bench.open.scratch.qpath("names.diff")});
    bench.finder("Add a folder of source code");
    bench.window.session().settle();
    QCOMPARE(bench.project().code.folders, (std::vector<std::string>{"../code"}));
    auto* unknown = find<QTreeWidget>(bench.window, "unknownNames");
    QCOMPARE(unknown->topLevelItemCount(), 1);
    QVERIFY(unknown->topLevelItem(0)->text(0).startsWith("chr_keper\nplayer.cpp 1"));
    QCOMPARE(unknown->topLevelItem(0)->text(1), QString("chr_keeper"));
    QVERIFY(find<QTreeWidget>(bench.window, "unusedAssets")->topLevelItemCount() >= 10);
    // The docket and the line below report it too.
    const auto& findings = bench.window.session().findings();
    QVERIFY(std::any_of(findings.begin(), findings.end(),
                        [](const Finding& finding) { return finding.rule == "name.unknown"; }));
    // Take the nearest by keys, rename an asset that the code uses, and write the diff.
    unknown->setFocus();
    unknown->setCurrentItem(unknown->topLevelItem(0), 1);
    QTest::keyClick(unknown, Qt::Key_Space);
    QCOMPARE(unknown->topLevelItem(0)->checkState(1), Qt::Checked);
    bench.choose("chr_moth");
    QTest::keyClick(bench.list, Qt::Key_F2);
    bench.editor()->setText("chr_owlet");
    QTest::keyClick(bench.editor(), Qt::Key_Return);
    QTRY_COMPARE(bench.project().assets[2]->name, std::string("chr_owlet"));
    bench.finder("Export a diff for the code");
    const std::string text = bench.open.scratch.read("names.diff");
    QVERIFY(text.find("+load(\"chr_keeper\");\n+play(\"chr_owlet\");") != std::string::npos);
    // What is written into the folder is read again.
    bench.open.scratch.write("code/player.cpp", "load(\"chr_keeper\"); load(\"chr_snale\");\n");
    QTRY_VERIFY(unknown->topLevelItemCount() == 1 &&
                unknown->topLevelItem(0)->text(0).startsWith("chr_snale"));
  }

  void partsAreDraggedAddedSpelledAndTakenOut() {
    NamesDesk bench;
    auto* ribbon = find<ConventionRibbon>(bench.window, "convention");
    // The number before the animation, by the mouse; back by keys.
    QTest::mousePress(ribbon, Qt::LeftButton, {}, ribbon->centreOf(3));
    QTest::mouseMove(ribbon, ribbon->centreOf(3) - QPoint(30, 0));
    QTest::mouseMove(ribbon, ribbon->centreOf(2) - QPoint(20, 0));
    QTest::mouseRelease(ribbon, Qt::LeftButton, {}, ribbon->centreOf(2) - QPoint(20, 0));
    QCOMPARE(bench.project().naming.frame[1].kind, NamePartKind::Number);
    QVERIFY(find<QLabel>(bench.window, "nameExample")->text().contains("chr_keeper_01_idle"));
    ribbon->setFocus();
    QTest::keyClick(ribbon, Qt::Key_Right, Qt::ControlModifier);
    QCOMPARE(bench.project().naming.frame[2].kind, NamePartKind::Number);
    // Another part, by the menu: a word, spelled while all names show it.
    auto* add = find<QToolButton>(bench.window, "addPart");
    emit add->menu()->aboutToShow();
    add->menu()->actions().first()->trigger();
    auto* word = find<QLineEdit>(bench.window, "conventionWord");
    word->selectAll();
    const int steps = bench.window.session().history().count();
    QTest::keyClicks(word, "pic");
    QCOMPARE(bench.window.session().history().count(), steps);
    bench.choose("chr_keeper");
    QTest::keyClick(bench.list, Qt::Key_Right);
    QCOMPARE(bench.becomes("chr_keeper_walk_01"), QString("chr_keeper_walk_pic_01"));
    QCOMPARE(bench.window.session().history().count(), steps + 1);
    // Delete removes it; the number cannot be removed.
    ribbon->setFocus();
    QTest::keyClick(ribbon, Qt::Key_Delete);
    QCOMPARE(bench.project().naming.frame.size(), std::size_t{3});
    QTest::keyClick(ribbon, Qt::Key_Right);
    QTest::keyClick(ribbon, Qt::Key_Delete);
    QCOMPARE(bench.project().naming.frame.size(), std::size_t{3});
    QCOMPARE(bench.count(NameFault::Pattern), 0);
    // Digits of the number, which is the chosen part.
    type(bench.window, "digits", "3");
    QCOMPARE(bench.project().naming.digits, 3);
    QCOMPARE(bench.project().naming.style, NameStyle::Snake);
  }

  void aPrefixIsTypedAndItsAssetsCarryIt() {
    NamesDesk bench;
    type(bench.window, "prefix_character", "hero");
    QCOMPARE(bench.project().assets[1]->name, std::string("hero_snail"));
    QVERIFY(bench.count(NameFault::Pattern) > 20);
    QTRY_VERIFY(find<QPushButton>(bench.window, "renameAll")->isEnabled());
    click(bench.window, "renameAll");
    QCOMPARE(bench.count(NameFault::Pattern), 0);
    QTRY_VERIFY(!find<QPushButton>(bench.window, "renameAll")->isEnabled());
  }

  void whatIsWrongStandsFirstWithItsFix() {
    NamesDesk bench;
    ProjectSession& session = bench.window.session();
    const AssetId moth = bench.project().assets[2]->id;
    session.perform("odd", {Rename{moth, {}, {}, "Night Moth"}});
    QVERIFY(bench.rows()[0].startsWith("Does not follow the convention"));
    QCOMPARE(bench.rows()[1], QString("Night Moth"));
    QCOMPARE(bench.becomes("Night Moth"), QString("chr_night_moth"));
    bench.list->setFocus();
    bench.list->setCurrentIndex(bench.list->model()->index(0, 0));
    QTest::keyClick(bench.list, Qt::Key_Return);
    QCOMPARE(findAsset(bench.project(), moth)->name, std::string("chr_night_moth"));
    QVERIFY(!bench.rows()[0].startsWith("Does not follow"));
  }

  void textIsReplacedAndNamesAreFiltered() {
    NamesDesk bench;
    auto* filter = find<QLineEdit>(bench.window, "nameFilter");
    QTest::keyClicks(filter, "FERN");
    QVERIFY(bench.rows().contains("prop_fern_sway_03") && !bench.rows().contains("chr_keeper"));
    filter->clear();
    click(bench.window, "openReplacing");
    QTest::keyClicks(find<QLineEdit>(bench.window, "replaceFind"), "prop_");
    QTest::keyClicks(find<QLineEdit>(bench.window, "replaceWith"), "thing_");
    QCOMPARE(bench.becomes("prop_fern"), QString("thing_fern"));
    const int steps = bench.window.session().history().count();
    click(bench.window, "replaceNames");
    QVERIFY(findAsset(bench.project(), std::string_view("thing_fern")) != nullptr);
    QCOMPARE(bench.window.session().history().count(), steps + 1);
    // An invalid regular expression is reported, and nothing can be replaced by it.
    auto* find_ = find<QLineEdit>(bench.window, "replaceFind");
    auto* regex = find<QPushButton>(bench.window, "replaceRegex");
    QTest::mouseClick(regex, Qt::LeftButton);
    find_->setText("(");
    QVERIFY(find_->property("wrong").toBool());
    QVERIFY(!find<QPushButton>(bench.window, "replaceNames")->isEnabled());
    // Closed, names show again what the convention makes of them.
    click(bench.window, "openReplacing");
    QVERIFY(!find_->isVisible());
    QCOMPARE(bench.becomes("thing_fern"), QString("prop_thing_fern"));
  }
};
AMBER_TEST(NamesBenchTest);

#include "names_bench_tests.moc"
