#include <QTest>
#include <QtWidgets>

#include "core/layers/sentences/sentence.h"
#include "support/loomed.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

constexpr LayerSet kGround = 1;

}  // namespace

class LayersBenchTest : public QObject {
  Q_OBJECT

 private slots:
  void aBrokenSentenceSaysWhyAndIsMendedInOneStep() {
    Loomed open;
    QCOMPARE(open.state(0), static_cast<int>(ExpectationModel::State::Broken));
    QVERIFY(open.cell(0, ExpectationModel::Why).contains("chr_snail body passes"));
    QVERIFY(open.text("expectationSummary").contains("1 broken"));
    open.chooseSentence(0);
    QCOMPARE(open.text("answerTitle"), QString("every character body stops at every tile"));
    QVERIFY(open.text("answerReasons").contains("neither sees the other"));
    auto* fix = open.find<QPushButton>("choice0");
    QVERIFY2(fix->toolTip().contains("chr_snail body seek ground"), qPrintable(fix->toolTip()));
    const int steps = open.history().count();
    QTest::mouseClick(fix, Qt::LeftButton);
    open.settle();
    QCOMPARE(open.history().count(), steps + 1);
    QVERIFY((open.settings("chr_snail", "body").seeks & kGround) != 0);
    QCOMPARE(open.state(0), static_cast<int>(ExpectationModel::State::Holds));
    open.history().undo();
    open.settle();
    QCOMPARE(open.state(0), static_cast<int>(ExpectationModel::State::Broken));
  }

  void aSentenceIsTypedWithWordsOffered() {
    Loomed open;
    QTest::keyClick(&open.window, Qt::Key_E, Qt::ControlModifier);
    auto* line = open.find<QLineEdit>("sentence");
    QTRY_VERIFY(line->hasFocus());
    const std::size_t before = open.project().expectations.size();
    QTest::keyClicks(line, "chr_ke");
    QTest::keyClick(line, Qt::Key_Return);
    QCOMPARE(line->text(), QString("chr_keeper "));
    QTest::keyClicks(line, "fe");
    QTest::keyClick(line, Qt::Key_Return);
    QTest::keyClicks(line, "pass");
    QTest::keyClick(line, Qt::Key_Return);
    QTest::keyClicks(line, "every pi");
    QTest::keyClick(line, Qt::Key_Return);
    QCOMPARE(line->text(), QString("chr_keeper feet passes every pickup "));
    QTest::keyClick(line, Qt::Key_Return);
    open.settle();
    QCOMPARE(open.project().expectations.size(), before + 1);
    QCOMPARE(sentenceOf(open.project().expectations.back()),
             std::string("chr_keeper feet passes every pickup"));
    QVERIFY(line->text().isEmpty());
    QCOMPARE(open.text("answerTitle"), QString("chr_keeper feet passes every pickup"));
  }

  void whatCannotBeReadIsToldWithItsPlace() {
    Loomed open;
    auto* line = open.find<QLineEdit>("sentence");
    line->setText("chr_keeper body stop at every tile");
    QTest::keyClick(line, Qt::Key_Return);
    QVERIFY(open.text("sentenceTrouble").contains("column 17"));
    QVERIFY(open.text("sentenceTrouble").contains("did you mean stops at?"));
    QCOMPARE(line->selectedText(), QString("stop"));
    QCOMPARE(line->selectionStart(), 16);
  }

  void threadsAreMadeByDraggingAndCutByClicking() {
    Loomed open;
    open.pull("chr_snail:body", true, 0);
    QVERIFY((open.settings("chr_snail", "body").seeks & kGround) != 0);
    open.pull("chr_snail:body", false, 0);
    QVERIFY((open.settings("chr_snail", "body").on & kGround) != 0);
    // On the thread, near its participant, where no other lies over it.
    const QPointF grip = open.loom()->gripOf(open.rowOf("chr_snail:body"), false);
    open.loom()->choose({});
    for (int dx = 14; dx < 40; dx += 4) {
      if ((open.settings("chr_snail", "body").on & kGround) == 0) break;
      const LayerSet before = open.settings("chr_snail", "body").on;
      QTest::mouseClick(open.loom()->viewport(), Qt::LeftButton, {},
                        (grip + QPointF(dx, 0)).toPoint());
      QCoreApplication::processEvents();
      if (open.settings("chr_snail", "body").on == before) continue;
      QVERIFY(std::popcount(before) - 1 == std::popcount(open.settings("chr_snail", "body").on));
      break;
    }
    QVERIFY(std::popcount(open.settings("chr_snail", "body").on) == 1);
  }

  void allOfItIsDoneByKeys() {
    Loomed open;
    Loom* loom = open.loom();
    loom->setFocus();
    while (loom->chosen().empty() || loom->chosen().front() != "chr_snail:body") {
      QTest::keyClick(loom, Qt::Key_Down);
    }
    QTest::keyClick(loom, Qt::Key_Right);
    QCOMPARE(loom->layer(), std::optional<std::size_t>(0));
    QTest::keyClick(loom, Qt::Key_S);
    QVERIFY((open.settings("chr_snail", "body").seeks & kGround) != 0);
    QTest::keyClick(loom, Qt::Key_S);
    QVERIFY((open.settings("chr_snail", "body").seeks & kGround) == 0);
    QTest::keyClick(loom, Qt::Key_O);
    QVERIFY((open.settings("chr_snail", "body").on & kGround) != 0);
    QTest::keyClick(loom, Qt::Key_D);
    QVERIFY(open.settings("chr_snail", "body").duty == Duty::Notices);
  }

  void twoParticipantsChosenAreAnsweredAndCanBeExpected() {
    Loomed open;
    open.clickRow("chr_snail:body");
    QVERIFY(open.text("answerReasons").contains("set here"));
    open.clickRow("tile_glasshouse:body", Qt::ShiftModifier);
    QCOMPARE(open.text("answerTitle"), QString("chr_snail body and tile_glasshouse body"));
    QVERIFY(open.text("answerVerdict").contains("passes"));
    const std::size_t before = open.project().expectations.size();
    click(open.window, "choice0");
    open.settle();
    QCOMPARE(open.project().expectations.size(), before + 1);
    QCOMPARE(sentenceOf(open.project().expectations.back()),
             std::string("chr_snail body passes tile_glasshouse body"));
  }

  void whatIsUnaskedIsExpectedInOneClick() {
    Loomed open;
    const int row = static_cast<int>(open.project().expectations.size());
    QCOMPARE(open.state(row), static_cast<int>(ExpectationModel::State::Unasked));
    open.chooseSentence(row);
    click(open.window, "choice0");
    open.settle();
    QCOMPARE(sentenceOf(open.project().expectations.back()),
             std::string("prop_clay_pot body notices shot_water_drop body"));
    QCOMPARE(open.state(row), static_cast<int>(ExpectationModel::State::Holds));
  }

  void weavingIsShownBeforeItIsTaken() {
    Loomed open;
    const std::vector<std::string> before = open.project().layers;
    click(open.window, "weave");
    QVERIFY(open.text("answerTitle").startsWith("Woven from 11 expectations"));
    QCOMPARE(open.project().layers, before);
    QVERIFY(open.loom()->participants().front().asset != nullptr);
    click(open.window, "choice0");
    open.settle();
    QVERIFY(open.project().layers.size() < before.size());
    for (int row = 0; row < 10; ++row) {
      QCOMPARE(open.state(row), static_cast<int>(ExpectationModel::State::Holds));
    }
    QVERIFY(!open.text("expectationSummary").contains("without an expectation"));
    open.history().undo();
    QCOMPARE(open.project().layers, before);
  }

  void aRenamedLayerIsRenamedInTheSentences() {
    Loomed open;
    Loom* loom = open.loom();
    loom->setFocus();
    loom->chooseLayer(2);
    QTest::keyClick(loom, Qt::Key_F2);
    auto* field = open.find<QLineEdit>("layerName");
    field->selectAll();
    QTest::keyClicks(field, "creatures");
    QTest::keyClick(field, Qt::Key_Return);
    open.settle();
    QCOMPARE(open.project().layers[2], std::string("creatures"));
    QCOMPARE(open.cell(2, ExpectationModel::Sentence),
             QString("chr_keeper body stops at everything on creatures"));
  }

  void removingALayerSaysFirstWhatItChanges() {
    Loomed open;
    open.loom()->setFocus();
    open.loom()->chooseLayer(2);
    QTest::keyClick(open.loom(), Qt::Key_Delete);
    QCOMPARE(open.project().layers.size(), std::size_t{6});
    QVERIFY2(open.text("answerVerdict").contains("breaks"), qPrintable(open.text("answerVerdict")));
    click(open.window, "choice0");
    QCOMPARE(open.project().layers.size(), std::size_t{5});
    open.history().undo();
    QCOMPARE(open.project().layers[2], std::string("pests"));
  }

  void twoAssetsChosenOnTheShelfAreAPair() {
    Loomed open;
    Selection next = open.window.session().selection();
    next.assets = {findAsset(open.project(), "chr_keeper")->id,
                   findAsset(open.project(), "pick_seed_pod")->id};
    next.asset = next.assets.front();
    open.window.session().select(next);
    QCoreApplication::processEvents();
    QCOMPARE(open.text("answerTitle"), QString("chr_keeper reach and pick_seed_pod body"));
    QVERIFY(open.text("answerVerdict").startsWith("chr_keeper reach notices"));
  }

  void gatheredRowsOpen() {
    Loomed open;
    const std::size_t before = open.loom()->rows().size();
    std::size_t gathered = 0;
    while (!open.loom()->rows()[gathered].gathered) ++gathered;
    const auto count = open.loom()->rows()[gathered].participants.size();
    const QPoint at = open.loom()->rowRect(gathered).center().toPoint();
    QTest::mouseDClick(open.loom()->viewport(), Qt::LeftButton, {}, at);
    QCOMPARE(open.loom()->rows().size(), before + count);
    QVERIFY(open.loom()->rows()[gathered + 1].within);
    QTest::mouseDClick(open.loom()->viewport(), Qt::LeftButton, {},
                       open.loom()->rowRect(gathered).center().toPoint());
    QCOMPARE(open.loom()->rows().size(), before);
  }

  void onlyWhatIsBrokenIsShownWhenWanted() {
    Loomed open;
    QTest::mouseClick(open.find<QPushButton>("shown2"), Qt::LeftButton);
    for (const LoomRow& row : open.loom()->rows()) {
      const std::string name =
          participantName(open.loom()->participants()[row.participants.front()]);
      QVERIFY2(name == "chr_snail:body" || name == "tile_glasshouse:body" ||
                   name == "prop_clay_pot:body" || name == "shot_water_drop:body",
               name.c_str());
    }
    QCOMPARE(open.loom()->rows().size(), std::size_t{4});
  }
};
AMBER_TEST(LayersBenchTest);

#include "layers_bench_tests.moc"
