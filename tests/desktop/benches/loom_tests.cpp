// The loom by keys, and what is set at the layers bench besides its threads: with whom a setting is
// written, who is shown, which pairs meet, layers in their order, tables, weaving that is refused.
#include <QHelpEvent>
#include <QTest>
#include <QToolTip>
#include <QtWidgets>

#include "core/layers/sentences/sentence.h"
#include "files/csv_table.h"
#include "support/loomed.h"
#include "support/registry.h"
#include "work/report/layer_tables.h"

using namespace amber;
using namespace amber::test;

namespace {

constexpr LayerSet kGroundLayer = 1;

}  // namespace

class LoomTest : public QObject {
  Q_OBJECT

  static QString chosen(Loomed& open, std::size_t place = 0) {
    const auto& keys = open.loom()->chosen();
    return place < keys.size() ? QString::fromStdString(keys[place]) : QString();
  }
  static QString tipAt(Loomed& open, QPointF at) {
    QToolTip::hideText();
    const QPoint here = open.loom()->viewport()->mapTo(open.loom(), at.toPoint());
    QHelpEvent help(QEvent::ToolTip, here, open.loom()->mapToGlobal(here));
    QCoreApplication::sendEvent(open.loom(), &help);
    return QToolTip::text();
  }

 private slots:
  void arrowsGoThroughRowsAndLayers() {
    Loomed open;
    Loom* loom = open.loom();
    loom->setFocus();
    // From nowhere upward is the last row, from nowhere to the left the last layer.
    QTest::keyClick(loom, Qt::Key_Up);
    QCOMPARE(chosen(open).toStdString(), loom->rows().back().key);
    QTest::keyClick(loom, Qt::Key_Down);
    QCOMPARE(chosen(open).toStdString(), loom->rows().back().key);
    QTest::keyClick(loom, Qt::Key_Left);
    QCOMPARE(*loom->layer(), open.project().layers.size() - 1);
    QTest::keyClick(loom, Qt::Key_Right);
    QCOMPARE(*loom->layer(), std::size_t{0});
    QTest::keyClick(loom, Qt::Key_Escape);
    QVERIFY(loom->chosen().empty() && !loom->layer());
    QTest::keyClick(loom, Qt::Key_Down);
    QCOMPARE(chosen(open).toStdString(), loom->rows().front().key);
    // With Shift the next is chosen beside it.
    QTest::keyClick(loom, Qt::Key_Down, Qt::ShiftModifier);
    QCOMPARE(chosen(open, 0).toStdString(), loom->rows()[1].key);
    QCOMPARE(chosen(open, 1).toStdString(), loom->rows()[0].key);
    QVERIFY(open.text("answerTitle").contains(" and "));
    // A row of several participants expands and collapses.
    QTest::keyClick(loom, Qt::Key_Escape);
    while (chosen(open).isEmpty() ||
           !loom->rows()[open.rowOf(chosen(open).toStdString())].gathered) {
      QTest::keyClick(loom, Qt::Key_Down);
    }
    const std::size_t before = loom->rows().size();
    QTest::keyClick(loom, Qt::Key_Return);
    QVERIFY(loom->rows().size() > before);
    QTest::keyClick(loom, Qt::Key_Return);
    QCOMPARE(loom->rows().size(), before);
  }

  void keysWithoutALayerOrAParticipantDoNothing() {
    Loomed open;
    Loom* loom = open.loom();
    loom->setFocus();
    const Project before = open.project();
    for (const Qt::Key key :
         {Qt::Key_O, Qt::Key_S, Qt::Key_D, Qt::Key_F2, Qt::Key_Delete, Qt::Key_Return, Qt::Key_X}) {
      QTest::keyClick(loom, key);
    }
    QTest::keyClick(loom, Qt::Key_Down);
    for (const Qt::Key key : {Qt::Key_O, Qt::Key_S, Qt::Key_F2}) QTest::keyClick(loom, key);
    QVERIFY(open.project() == before);
    QVERIFY(loom->viewport()->findChild<QLineEdit*>("layerName") == nullptr);
  }

  void layersAreAddedMovedAndNamedByADoubleClick() {
    Loomed open;
    click(open.window, "addLayer");
    click(open.window, "addLayer");
    open.settle();
    const std::vector<std::string> added = open.project().layers;
    QCOMPARE(added.size(), std::size_t{8});
    QVERIFY(added[6] == "layer" && added[7] == "layer_2");
    Loom* loom = open.loom();
    loom->setFocus();
    loom->chooseLayer(7);
    QTest::keyClick(loom, Qt::Key_Down, Qt::AltModifier);
    QVERIFY2(open.project().layers == added, "past the last there is none");
    QTest::keyClick(loom, Qt::Key_Up, Qt::AltModifier);
    QCOMPARE(open.project().layers[6], std::string("layer_2"));
    QCOMPARE(*loom->layer(), std::size_t{6});
    open.settle();
    QTest::mouseDClick(loom->viewport(), Qt::LeftButton, {}, loom->layerRect(6).center().toPoint());
    auto* field = open.find<QLineEdit>("layerName");
    QCOMPARE(field->text(), QString("layer_2"));
    field->selectAll();
    QTest::keyClicks(field, "glass");
    QTest::keyClick(field, Qt::Key_Return);
    QCOMPARE(open.project().layers[6], std::string("glass"));
    open.settle();
    // Moving a layer does not change the shapes on it.
    const ParticipantSettings before = open.settings("chr_keeper", "body");
    loom->chooseLayer(1);
    QTest::keyClick(loom, Qt::Key_Down, Qt::AltModifier);
    QCOMPARE(open.project().layers[2], std::string("keepers"));
    QCOMPARE(open.settings("chr_keeper", "body").on, before.on << 1);
  }

  void tipsSayWhatAClickWouldDo() {
    Loomed open;
    const std::size_t row = open.rowOf("chr_snail:body");
    QVERIFY(tipAt(open, open.loom()->rowRect(row).center()).startsWith("Drag from the square"));
    const QPointF grip = open.loom()->gripOf(row, false);
    QString tip;
    for (int dx = 14; dx < 60 && !tip.contains("Click to remove the thread"); dx += 2) {
      tip = tipAt(open, grip + QPointF(dx, 0));
    }
    QVERIFY2(tip.contains("is on") || tip.contains("seeks"), qPrintable(tip));
    // A click there cuts just that; and the pointer is a hand.
    QTest::mouseMove(open.loom()->viewport(), open.loom()->rowRect(row).center().toPoint());
    QCOMPARE(open.loom()->viewport()->cursor().shape(), Qt::PointingHandCursor);
    const QPoint nothing(open.loom()->viewport()->width() / 2, 4);
    QTest::mouseMove(open.loom()->viewport(), nothing);
    QCOMPARE(open.loom()->viewport()->cursor().shape(), Qt::ArrowCursor);
    // A click on nothing lets go of what is chosen.
    open.clickRow("chr_snail:body");
    open.loom()->chooseLayer(0);
    QTest::mouseClick(open.loom()->viewport(), Qt::LeftButton, {}, nothing);
    QVERIFY(open.loom()->chosen().empty() && !open.loom()->layer());
  }

  void aPullThatEndsNowhereMakesNoThread() {
    Loomed open;
    const Project before = open.project();
    const QPoint from = open.loom()->gripOf(open.rowOf("chr_snail:body"), true).toPoint();
    QTest::mousePress(open.loom()->viewport(), Qt::LeftButton, {}, from);
    QTest::mouseMove(open.loom()->viewport(), from + QPoint(120, 0));
    const QImage pulled = open.loom()->viewport()->grab().toImage();
    QTest::mouseRelease(open.loom()->viewport(), Qt::LeftButton, {}, from + QPoint(120, 0));
    QVERIFY(open.project() == before);
    QVERIFY2(pulled != open.loom()->viewport()->grab().toImage(), "the thread is seen pulled");
  }
};
AMBER_TEST(LoomTest);

class LayersSettingsTest : public QObject {
  Q_OBJECT

  static const RoleSetting* own(const Project& project, const char* asset, const char* role) {
    return findSetting(findAsset(project, asset)->settings, role);
  }
  // One entry on in a list that drops down.
  static void step(Loomed& open, const char* list, Qt::Key key) {
    open.find<QComboBox>(list)->setFocus();
    QTest::keyClick(open.find<QComboBox>(list), key);
    open.settle();
  }
  static void type(Loomed& open, const char* sentence) {
    auto* line = open.find<QLineEdit>("sentence");
    line->setText(sentence);
    QTest::keyClick(line, Qt::Key_Return);
    open.settle();
  }

 private slots:
  void aThreadIsWrittenWithTheKindOrTheRole() {
    Loomed open;
    click(open.window, "level1");
    open.pull("pick_seed_pod:body", true, 1);
    const Kind* pickup = findKind(open.project(), "pickup");
    QVERIFY((*findSetting(pickup->settings, "body")->seeks >> 1 & 1) != 0);
    QVERIFY(own(open.project(), "pick_seed_pod", "body") == nullptr);
    QVERIFY((open.settings("pick_seed_pod", "body").seeks >> 1 & 1) != 0);
    open.history().undo();
    open.settle();
    click(open.window, "level2");
    open.pull("chr_keeper:reach", true, 0);
    QVERIFY((findRole(open.project(), "reach")->seeks & kGroundLayer) != 0);
    open.history().undo();
    open.settle();
    click(open.window, "level0");
    open.pull("pick_seed_pod:body", true, 1);
    QVERIFY((*own(open.project(), "pick_seed_pod", "body")->seeks >> 1 & 1) != 0);
  }

  void whatIsSetIsChosenFromListsAndInheritedAgain() {
    Loomed open;
    const ParticipantSettings inherited = open.settings("pick_seed_pod", "body");
    open.clickRow("pick_seed_pod:body");
    auto* inherit = open.find<QPushButton>("inherit");
    QVERIFY(!inherit->isEnabled());
    step(open, "partyDuty", Qt::Key_Up);
    QVERIFY(open.settings("pick_seed_pod", "body").duty == Duty::Stops);
    QVERIFY(open.text("answerReasons").contains("Duty: stops (set here)."));
    QTest::mouseClick(open.find<QPushButton>("inherit"), Qt::LeftButton);
    open.settle();
    QVERIFY(open.settings("pick_seed_pod", "body") == inherited);
    QVERIFY(!open.find<QPushButton>("inherit")->isEnabled());
    step(open, "partyMotion", Qt::Key_Down);
    QVERIFY(findAsset(open.project(), "pick_seed_pod")->motion == Motion::Kinematic);
    QCOMPARE(open.history().undoText(), QString("Set the motion of 1 asset"));
    step(open, "partyCopies", Qt::Key_Up);
    QVERIFY(findAsset(open.project(), "pick_seed_pod")->copies == Copies::One);
    QCOMPARE(open.find<QComboBox>("partyCopies")->currentIndex(), 0);
  }

  void whichPairsMeetIsTheProjects() {
    Loomed open;
    step(open, "pairing", Qt::Key_Down);
    QVERIFY(open.project().pairing == Pairing::Both);
    step(open, "wakes", Qt::Key_Down);
    QVERIFY(open.project().wakes == Wakes::Dynamic);
    open.history().undo();
    open.settle();
    QCOMPARE(open.find<QComboBox>("wakes")->currentIndex(), 1);
  }

  void theLoomShowsWhatIsSelectedOrOnALayer() {
    Loomed open;
    const std::size_t all = open.loom()->rows().size();
    Selection one = open.window.session().selection();
    one.asset = findAsset(open.project(), "chr_keeper")->id;
    one.assets = {one.asset};
    open.window.session().select(one);
    click(open.window, "shown1");
    open.settle();
    QVERIFY(!open.loom()->rows().empty());
    for (const LoomRow& row : open.loom()->rows()) {
      QCOMPARE(open.loom()->participants()[row.participants.front()].asset->name,
               std::string("chr_keeper"));
    }
    // It follows what is selected.
    one.asset = findAsset(open.project(), "chr_snail")->id;
    one.assets = {one.asset};
    open.window.session().select(one);
    open.settle();
    QCOMPARE(
        open.loom()->participants()[open.loom()->rows().front().participants.front()].asset->name,
        std::string("chr_snail"));
    click(open.window, "shown3");
    open.settle();
    QCOMPARE(open.loom()->rows().size(), all);
    open.loom()->chooseLayer(0);
    open.settle();
    QVERIFY(open.loom()->rows().size() < all);
    for (const LoomRow& row : open.loom()->rows()) {
      const ParticipantSettings& now =
          open.loom()->participants()[row.participants.front()].settings;
      QVERIFY(((now.on | now.seeks) & kGroundLayer) != 0);
    }
    click(open.window, "shown0");
    QCOMPARE(open.loom()->rows().size(), all);
  }

  void sentencesAreDroppedAndLetGoOfByKeys() {
    Loomed open;
    const auto before = open.project().expectations;
    open.chooseSentence(1);
    QVERIFY(!open.text("answerTitle").startsWith("Who meets whom"));
    QTest::keyClick(open.sentences(), Qt::Key_Escape);
    QCOMPARE(open.text("answerTitle"), QString("Who meets whom"));
    open.chooseSentence(1);
    QTest::keyClick(open.sentences(), Qt::Key_Delete);
    open.settle();
    QCOMPARE(open.project().expectations.size(), before.size() - 1);
    QVERIFY(open.project().expectations[1] == before[2]);
    open.history().undo();
    QVERIFY(open.project().expectations == before);
    // A meeting without an expectation is not an expectation, and is not removed.
    open.settle();
    open.chooseSentence(static_cast<int>(before.size()));
    QTest::keyClick(open.sentences(), Qt::Key_Delete);
    QVERIFY(open.project().expectations == before);
  }

  void sentencesThatContradictCannotBeWoven() {
    Loomed open;
    type(open, "chr_snail body passes every tile");
    const std::vector<std::string> layers = open.project().layers;
    click(open.window, "weave");
    QCOMPARE(open.text("answerTitle"), QString("No layers fit these expectations"));
    QVERIFY2(open.text("answerVerdict").contains("chr_snail body passes every tile"),
             qPrintable(open.text("answerVerdict")));
    QVERIFY(open.project().layers == layers);
    // Choosing something shows that again.
    open.clickRow("chr_snail:body");
    open.settle();
    const int last = static_cast<int>(open.project().expectations.size()) - 1;
    open.chooseSentence(last);
    open.history().undo();
    open.settle();
    click(open.window, "weave");
    QVERIFY(open.text("answerTitle").startsWith("Woven from"));
    // Left alone, it changes nothing.
    click(open.window, "choice1");
    open.settle();
    QVERIFY(open.project().layers == layers);
    QCOMPARE(open.text("answerTitle"), QString("Who meets whom"));
  }

  void aSentenceOfNobodyIsToldSo() {
    Loomed open;
    type(open, "everything on props passes everything on pickups");
    const int last = static_cast<int>(open.project().expectations.size()) - 1;
    type(open, "chr_moth feet passes every tile");
    QCOMPARE(open.state(last + 1), static_cast<int>(ExpectationModel::State::Empty));
    open.chooseSentence(last + 1);
    QVERIFY2(open.text("answerVerdict").startsWith("This sentence applies to nothing"),
             qPrintable(open.text("answerVerdict")));
  }

  void twoParticipantsCanBeMadeToAnswerOtherwise() {
    Loomed open;
    open.clickRow("chr_snail:body");
    open.clickRow("tile_glasshouse:body", Qt::ShiftModifier);
    QVERIFY(open.text("answerVerdict").contains("passes"));
    QPushButton* stop = nullptr;
    for (int i = 1; i < 6 && stop == nullptr; ++i) {
      auto* choice = open.window.findChild<QPushButton*>(QString("choice%1").arg(i));
      if (choice != nullptr && choice->text().startsWith("To stop: ")) stop = choice;
    }
    QVERIFY(stop != nullptr);
    QTest::mouseClick(stop, Qt::LeftButton);
    open.settle();
    QVERIFY2(open.text("answerVerdict").contains("stop"), qPrintable(open.text("answerVerdict")));
  }

  void whatIsUnaskedIsPartedByOneClick() {
    Loomed open;
    const int row = static_cast<int>(open.project().expectations.size());
    open.chooseSentence(row);
    click(open.window, "choice3");
    open.settle();
    QVERIFY(open.project().expectations.size() > static_cast<std::size_t>(row));
    QVERIFY(open.project().expectations.back().verb == Verb::Passes);
    open.history().undo();
    open.settle();
    open.chooseSentence(row);
    click(open.window, "choice1");
    open.settle();
    QVERIFY(open.project().expectations.back().verb == Verb::Passes);
    QCOMPARE(open.history().undoText(), QString("Expect to pass"));
  }

  void tablesAreWrittenAndReadBack() {
    Loomed open;
    const QString meets = open.scratch.qpath("meets.csv");
    const QString settings = open.scratch.qpath("settings.csv");
    // The snail's body put on the ground in the table alone.
    std::vector<Edit> snail{SetSetting{findAsset(open.project(), "chr_snail")->id,
                                       {},
                                       {"body", Duty::Stops, kGroundLayer, LayerSet{9}}}};
    const Project wanted = withEdits(open.project(), snail)->project;
    open.scratch.write("settings.csv", csvText(settingsTable(wanted)));
    open.scratch.write("broken.csv", "target,duty\n\"chr_snail:body");
    FileDialogAnswers answers({meets, "", settings, open.scratch.qpath("broken.csv")});
    doByFinder(open.window, "export who meets whom");
    const auto rows = csvFrom(open.scratch.read("meets.csv"), "meets.csv");
    QVERIFY(rows.has_value());
    QVERIFY(*rows == *meetingsTable(open.project(), false));
    QVERIFY(open.text("notice").contains("meets.csv"));
    const Project before = open.project();
    doByFinder(open.window, "layers from a table");
    QVERIFY(open.project() == before);
    doByFinder(open.window, "layers from a table");
    QCOMPARE(open.settings("chr_snail", "body").on, kGroundLayer);
    QVERIFY(open.project() == wanted);
    doByFinder(open.window, "layers from a table");
    QVERIFY(answers.allUsed());
    QVERIFY(open.project() == wanted);
    QVERIFY2(open.text("notice").contains("broken.csv"), qPrintable(open.text("notice")));
  }
};
AMBER_TEST(LayersSettingsTest);

#include "loom_tests.moc"
