// What the stages of Fit and Origin and the ribbon show of what is switched, pointed at and
// dragged.
#include <QHelpEvent>
#include <QLabel>
#include <QScrollBar>
#include <QTest>
#include <QToolTip>
#include <QWheelEvent>

#include "core/fit/keys/fit_edits.h"
#include "desktop/benches/fit/fit_stage.h"
#include "desktop/benches/origin/origin_stage.h"
#include "desktop/parts/ribbon.h"
#include "desktop/theme.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

class FitStageTest : public QObject {
  Q_OBJECT

  static FitStage* stageOf(OpenWindow& open) {
    goTo(open.window, Bench::Fit);
    open.settle();
    return open.find<FitStage>("fitStage");
  }
  static Box boxOf(OpenWindow& open) {
    return std::get<Box>(open.window.session().currentFrame()->shapes.front().geometry);
  }
  static Qt::CursorShape cursorAt(FitStage* stage, double x, double y) {
    QTest::mouseMove(stage, onStage(stage, x, y));
    return stage->cursor().shape();
  }

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void whatIsSwitchedOffIsNotPainted_data() {
    QTest::addColumn<QString>("chip");
    QTest::newRow("air") << "show:air";
    QTest::newRow("origin") << "show:origin";
  }
  void whatIsSwitchedOffIsNotPainted() {
    QFETCH(QString, chip);
    OpenWindow open;
    FitStage* stage = stageOf(open);
    stage->clearFocus();
    const QImage with = stage->grab().toImage();
    click(open.window, qPrintable(chip));
    QVERIFY(stage->grab().toImage() != with);
    click(open.window, qPrintable(chip));
    QVERIFY(stage->grab().toImage() == with);
  }

  void bareInkIsPaintedWhereTheShapeLeavesIt() {
    OpenWindow open;
    FitStage* stage = stageOf(open);
    // A box of a few pixels leaves most of the ink bare.
    Selection at = open.window.session().selection();
    open.window.session().perform(
        "small", shapeByHand(open.project(), {{at.asset, at.frame}}, "body", Box{20, 20, 4, 4},
                             {at.asset, at.frame}));
    open.settle();
    const QImage with = stage->grab().toImage();
    click(open.window, "show:bare ink");
    QVERIFY(stage->grab().toImage() != with);
  }

  void thePointerSaysWhatADragWouldDo() {
    OpenWindow open;
    FitStage* stage = stageOf(open);
    const Box box = boxOf(open);
    const double right = box.x + box.w;
    const double low = box.y + box.h;
    QCOMPARE(cursorAt(stage, box.x + box.w / 2, box.y + box.h / 2), Qt::SizeAllCursor);
    QCOMPARE(cursorAt(stage, right, box.y + box.h / 2), Qt::SizeHorCursor);
    QCOMPARE(cursorAt(stage, box.x + box.w / 2, low), Qt::SizeVerCursor);
    QCOMPARE(cursorAt(stage, box.x, box.y), Qt::SizeFDiagCursor);
    QCOMPARE(cursorAt(stage, right, box.y), Qt::SizeBDiagCursor);
    QTest::mouseMove(stage, {4, 4});
    QCOMPARE(stage->cursor().shape(), Qt::ArrowCursor);
  }

  void theLineOfSymmetryIsShown() {
    OpenWindow open;
    FitStage* stage = stageOf(open);
    const QImage without = stage->grab().toImage();
    click(open.window, "symmetric");
    QVERIFY(stage->grab().toImage() != without);
  }

  void whatIsPastedIsWhatWasCopied() {
    OpenWindow open;
    FitStage* stage = stageOf(open);
    const int steps = open.history().count();
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_V, Qt::ControlModifier);
    QCOMPARE(open.history().count(), steps);
    QVERIFY(open.find<QLabel>("notice")->text().contains("Copy a shape first"));
    QTest::keyClick(stage, Qt::Key_C, Qt::ControlModifier);
    const Box copied = boxOf(open);
    const FramePoint from = open.window.session().currentFrame()->origin;
    QTest::keyClick(&open.window, Qt::Key_Right, Qt::ControlModifier);
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_V, Qt::ControlModifier);
    QCOMPARE(open.history().count(), steps + 1);
    const FramePoint to = open.window.session().currentFrame()->origin;
    QCOMPARE(boxOf(open).x - to.x, copied.x - from.x);
    QCOMPARE(boxOf(open).y - to.y, copied.y - from.y);
  }

  void undoDuringADragGivesTheShapeToNoOtherFrame() {
    OpenWindow open;
    FitStage* stage = stageOf(open);
    ProjectSession& session = open.window.session();
    const Selection at = session.selection();
    session.perform("move an origin", {SetOrigin{at.asset, at.frame, {1, 1}, kByHand}});
    open.settle();
    const Box box = boxOf(open);
    const Project before = session.committed();
    const QPoint middle = onStage(stage, box.x + box.w / 2, box.y + box.h / 2);
    QTest::mousePress(stage, Qt::LeftButton, {}, middle);
    QTest::mouseMove(stage, middle + QPoint(30, 0));
    QTest::keyClick(stage, Qt::Key_Z, Qt::ControlModifier);
    QTest::mouseMove(stage, middle + QPoint(60, 0));
    QTest::mouseRelease(stage, Qt::LeftButton, {}, middle + QPoint(60, 0));
    open.settle();
    QVERIFY(session.history().canRedo());
    QCOMPARE(boxOf(open), box);
    session.history().redo();
    QVERIFY(session.committed() == before);
    // Nor when the frames themselves are gone.
    QTest::mousePress(stage, Qt::LeftButton, {}, middle);
    QTest::mouseMove(stage, middle + QPoint(30, 0));
    session.perform("remove", {RemoveAsset{at.asset}});
    QTest::mouseMove(stage, middle + QPoint(60, 0));
    stage->grab();
    QTest::mouseRelease(stage, Qt::LeftButton, {}, middle + QPoint(60, 0));
    open.settle();
    QVERIFY(findAsset(session.project(), at.asset) == nullptr);
  }

  void aDragThatEscapesLeavesTheShapeAsItWas() {
    OpenWindow open;
    FitStage* stage = stageOf(open);
    const Project before = open.project();
    const Box box = boxOf(open);
    const QPoint middle = onStage(stage, box.x + box.w / 2, box.y + box.h / 2);
    QTest::mousePress(stage, Qt::LeftButton, {}, middle);
    QTest::mouseMove(stage, middle + QPoint(40, 40));
    QVERIFY(!(open.window.session().project() == before));
    QTest::keyClick(stage, Qt::Key_Escape);
    QTest::mouseRelease(stage, Qt::LeftButton, {}, middle + QPoint(40, 40));
    QVERIFY(open.project() == before);
  }
};
AMBER_TEST(FitStageTest);

class RibbonTipsTest : public QObject {
  Q_OBJECT

 private slots:
  void theLineOfSteadinessIsExplainedWhereItIs() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    open.settle();
    auto* ribbon = open.window.benchView(Bench::Fit).findChild<Ribbon*>();
    const auto tipAt = [&](QPoint at) {
      QToolTip::hideText();
      QHelpEvent help(QEvent::ToolTip, at, ribbon->viewport()->mapToGlobal(at));
      QCoreApplication::sendEvent(ribbon->viewport(), &help);
      return QToolTip::text();
    };
    const QRect cell = ribbon->cellOf(open.animation().id, 1);
    const QString below = tipAt({cell.center().x(), ribbon->viewport()->height() - 6});
    QVERIFY2(below.contains("of their pixels"), qPrintable(below));
  }

  void theWheelGoesAlongIt() {
    OpenWindow open;
    open.window.resize(1024, 700);
    goTo(open.window, Bench::Fit);
    open.settle();
    auto* ribbon = open.window.benchView(Bench::Fit).findChild<Ribbon*>();
    QVERIFY(ribbon->horizontalScrollBar()->maximum() > 0);
    const auto turn = [&](QPoint by) {
      QWheelEvent wheel({40, 40}, ribbon->viewport()->mapToGlobal(QPointF(40, 40)), {}, by, {}, {},
                        Qt::NoScrollPhase, false);
      QCoreApplication::sendEvent(ribbon->viewport(), &wheel);
      return ribbon->horizontalScrollBar()->value();
    };
    const int start = ribbon->horizontalScrollBar()->value();
    const int on = turn({0, -60});
    QVERIFY(on > start);
    QVERIFY(turn({60, 0}) < on);
  }
};
AMBER_TEST(RibbonTipsTest);

class OriginStageTest : public QObject {
  Q_OBJECT

  static OriginStage* stageOf(OpenWindow& open, const char* look = nullptr) {
    goTo(open.window, Bench::Origin);
    open.settle();
    if (look != nullptr) click(open.window, look);
    open.settle();
    return open.find<OriginStage>("originStage");
  }

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void itIsTurnedByTheMouseInDegreesAndByKeys() {
    OpenWindow open;
    OriginStage* stage = stageOf(open, "lookSpin");
    const FramePoint origin = open.window.session().currentFrame()->origin;
    const QImage still = stage->grab().toImage();
    const QPoint from = onStage(stage, origin.x + 20, origin.y);
    const QPoint to = onStage(stage, origin.x, origin.y + 20);
    const Project before = open.project();
    QTest::mousePress(stage, Qt::LeftButton, {}, from);
    QTest::mouseMove(stage, to);
    QVERIFY(std::abs(stage->angle() - std::acos(-1.0) / 2) < 0.02);
    QVERIFY(stage->grab().toImage() != still);
    // Escape turns it back.
    QTest::keyClick(stage, Qt::Key_Escape);
    QTest::mouseRelease(stage, Qt::LeftButton, {}, to);
    QVERIFY(std::abs(stage->angle()) < 1e-9);
    // With Shift by 15 degrees.
    QTest::mousePress(stage, Qt::LeftButton, {}, from);
    const QPoint near = onStage(stage, origin.x + 20, origin.y + 7);
    QMouseEvent move(QEvent::MouseMove, near, stage->mapToGlobal(near), Qt::NoButton,
                     Qt::LeftButton, Qt::ShiftModifier);
    QCoreApplication::sendEvent(stage, &move);
    const double steps = stage->angle() * 180 / std::acos(-1.0) / 15;
    QVERIFY(std::abs(steps - std::round(steps)) < 1e-9 && steps > 0.5);
    QTest::mouseRelease(stage, Qt::LeftButton, {}, near);
    const double angle = stage->angle();
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_Right);
    QVERIFY(std::abs(stage->angle() - angle - std::acos(-1.0) / 180) < 1e-9);
    QVERIFY2(open.project() == before, "looking changes nothing");
  }

  void anotherAssetStandsBesideWhereItIsDragged() {
    OpenWindow open;
    OriginStage* stage = stageOf(open, "lookDepth");
    stage->setBeside(findAsset(open.project(), std::string("chr_snail"))->id);
    const GamePoint before = stage->besideAt();
    const QPoint from = onStage(stage, 10, 10);
    const double scale = stage->view().scale;
    QTest::mousePress(stage, Qt::LeftButton, {}, from);
    QTest::mouseMove(stage, from + QPoint(0, static_cast<int>(6 * scale)));
    QTest::mouseRelease(stage, Qt::LeftButton, {}, from + QPoint(0, static_cast<int>(6 * scale)));
    QCOMPARE(stage->besideAt().y, before.y + 6);
    QVERIFY(stage->depthText().contains(stage->besideAt().y > 0 ? "in front" : "behind"));
    stage->setFocus();
    QTest::keyClick(stage, Qt::Key_Up);
    QCOMPARE(stage->besideAt().y, before.y + 5);
    QTest::mousePress(stage, Qt::LeftButton, {}, from);
    QTest::mouseMove(stage, from + QPoint(30, 0));
    QTest::keyClick(stage, Qt::Key_Escape);
    QTest::mouseRelease(stage, Qt::LeftButton, {}, from + QPoint(30, 0));
    QCOMPARE(stage->besideAt().x, before.x);
  }

  void aDraggedOriginThatEscapesStaysWhereItWas() {
    OpenWindow open;
    OriginStage* stage = stageOf(open);
    const Project before = open.project();
    const FramePoint origin = open.window.session().currentFrame()->origin;
    const QPoint at = onStage(stage, origin.x, origin.y);
    QTest::mousePress(stage, Qt::LeftButton, {}, at);
    QTest::mouseMove(stage, at + QPoint(50, 20));
    QTest::keyClick(stage, Qt::Key_Escape);
    QTest::mouseRelease(stage, Qt::LeftButton, {}, at + QPoint(50, 20));
    open.settle();
    QVERIFY(open.project() == before);
  }
};
AMBER_TEST(OriginStageTest);

#include "stages_tests.moc"
