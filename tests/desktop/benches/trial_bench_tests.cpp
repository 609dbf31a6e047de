// Tries two assets by mouse and keys, and takes a fairer shape.
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QTest>
#include <QTreeWidget>

#include "desktop/benches/trial/trial_bench.h"
#include "desktop/parts/number_field.h"
#include "desktop/theme.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/riders_off.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

class TrialBenchTest : public QObject {
  Q_OBJECT

  // The keeper beside the snail.
  static void goToTrial(OpenWindow& open) {
    const Asset* keeper = findAsset(open.project(), std::string("chr_keeper"));
    open.window.session().selectFrame(keeper->id, keeper->animations.front().id,
                                      keeper->frames.front().id);
    goTo(open.window, Bench::Trial);
    auto* others = open.find<QComboBox>("otherAsset");
    others->setCurrentIndex(others->findText("chr_snail"));
    emit others->activated(others->currentIndex());
    open.settle();
  }
  static int phantom(OpenWindow& open) {
    const QString text = open.find<QLabel>("fairness")->text();
    return text.mid(3, text.indexOf(" %") - 3).toInt();
  }

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void aPhantomHitIsFoundSeenAndMendedByAFairerShape() {
    OpenWindow open;
    open.window.session().perform("put down", ridersOff(open.project()));
    goToTrial(open);
    auto* stage = open.find<TrialStage>("trialStage");
    auto* verdict = open.find<QLabel>("verdict");

    // Dragged far off they are apart; dragged near, hit before anything touches.
    drag(stage, {stage->offset().x, 0}, {70, 0});
    QVERIFY2(verdict->text().startsWith("Apart"), qPrintable(verdict->text()));
    drag(stage, {70, 0}, {24, 0});
    QCOMPARE(stage->offset().x, 24.0);
    QVERIFY2(verdict->text().contains("before anything touches"), qPrintable(verdict->text()));
    auto* answers = open.find<QTreeWidget>("answers");
    QCOMPARE(answers->topLevelItem(1)->text(0), QString("body and body"));
    QCOMPARE(answers->topLevelItem(1)->text(1), QString("stops"));

    // By keys: one px nearer, eight, and half a px.
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_Left);
    QTest::keyClick(stage, Qt::Key_Left, Qt::ShiftModifier);
    QTest::keyClick(stage, Qt::Key_Right, Qt::AltModifier);
    QCOMPARE(stage->offset().x, 15.5);
    QVERIFY2(verdict->text().contains("it shows"), qPrintable(verdict->text()));

    // Typed, and with the pixel that touches first marked where it is.
    type(open.window, "offsetX", "17");
    type(open.window, "offsetY", "-1");
    QCOMPARE(stage->offset(), (GamePoint{17, -1}));

    // The map stands it where it is clicked.
    click(open.window, "fairnessMap");
    QTest::mouseClick(stage, Qt::LeftButton, {}, onStage(stage, -10, -30));
    QCOMPARE(stage->offset().x, -10.0);
    QCOMPARE(stage->offset().y, -30.0);
    click(open.window, "worst");
    QVERIFY(verdict->text().contains("before anything touches"));

    // The fairest of the list, selected and used, makes it fairer; undo reverts it.
    const int before = phantom(open);
    auto* candidates = open.find<QTreeWidget>("fairCandidates");
    QVERIFY(candidates->topLevelItemCount() > 10);
    QVERIFY(!open.find<QPushButton>("takeFair")->isEnabled());
    candidates->setCurrentItem(candidates->topLevelItem(0));
    candidates->setFocus();
    open.settle();
    click(open.window, "takeFair");
    open.settle();
    open.settle();
    const int after = phantom(open);
    QVERIFY2(after < before, qPrintable(QString("%1 %, %2 % before").arg(after).arg(before)));
    QCOMPARE(open.history().index(), 2);  // After putting the lantern down.
    open.history().undo();
    open.settle();
    QCOMPARE(phantom(open), before);
  }

  void windowAndCommandLineTellTheSame() {
    OpenWindow open;
    goToTrial(open);
    click(open.window, "mirrorB");
    type(open.window, "otherFrame", "3");
    open.settle();
    open.window.session().save();
    open.settle();
    const QString project = open.window.session().path();
    const CliResult told =
        runCli({"fairness", project, "chr_keeper", "chr_snail", "--frame-b", "3", "--json"});
    // The project is open here: it may be looked at all the same.
    QCOMPARE(told.exitCode, 0);
    const auto share = told.json()["phantomShare"].get<double>();
    click(open.window, "mirrorB");
    open.settle();
    QCOMPARE(phantom(open), static_cast<int>(std::lround(share * 100)));
  }

  void everyPairIsListedTheLeastFairFirstAndStoodUp() {
    OpenWindow open;
    goToTrial(open);
    click(open.window, "allPairs");
    open.settle();
    auto* pairs = open.find<QTreeWidget>("fairPairs");
    QVERIFY(pairs->topLevelItemCount() > 5);
    const auto share = [&](int row) {
      const auto number = [&](int column) {
        return pairs->topLevelItem(row)->text(column).remove(" %").toInt();
      };
      return number(1) + number(2);
    };
    QVERIFY(share(0) >= share(pairs->topLevelItemCount() - 1));
    QVERIFY(share(0) > 0);
    pairs->setCurrentItem(pairs->topLevelItem(0));
    emit pairs->itemActivated(pairs->topLevelItem(0), 0);
    open.settle();
    const QString names = pairs->topLevelItem(0)->text(0);
    QVERIFY(names.startsWith(QString::fromStdString(open.asset().name)));
    QVERIFY(names.endsWith(open.find<QComboBox>("otherAsset")->currentText()));
    QVERIFY(open.find<QLabel>("verdict")->text().contains("before anything touches"));
  }

  void bothPlayOnOneClockAndTheOtherStandsAtAMount() {
    OpenWindow open;
    goToTrial(open);
    auto* stage = open.find<TrialStage>("trialStage");
    click(open.window, "standAtMount");  // where the lantern hangs
    click(open.window, "standAtMount");
    // The spout of the watering can, as the demo has it.
    QCOMPARE(stage->offset().x, 15.0);
    QCOMPARE(stage->offset().y, -21.5);
    const auto picture = [&] {
      stage->clearFocus();
      return stage->grab().toImage();
    };
    const QImage still = picture();
    click(open.window, "playTrial");
    QTRY_VERIFY_WITH_TIMEOUT(picture() != still, 3000);
    click(open.window, "playTrial");
    QCOMPARE(picture(), still);
  }

  void twoChosenOnTheShelfStandTogetherAndNobodyAloneIsTried() {
    OpenWindow open;
    goToTrial(open);
    Selection both = open.window.session().selection();
    const AssetId moth = findAsset(open.project(), std::string("chr_moth"))->id;
    both.assets.push_back(moth);
    open.window.session().select(both);
    open.settle();
    QCOMPARE(open.find<QComboBox>("otherAsset")->currentText(), QString("chr_moth"));
    // All frames of both animations are many pairs.
    click(open.window, "allFrames");
    open.settle();
    QVERIFY(open.find<QLabel>("fairness")->text().contains("pairs of frames"));
  }
};
AMBER_TEST(TrialBenchTest);

#include "trial_bench_tests.moc"
