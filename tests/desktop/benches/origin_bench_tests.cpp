#include <QTest>
#include <QtWidgets>

#include "core/origin/anchor.h"
#include "core/origin/mounts.h"
#include "desktop/benches/origin/drift_plot.h"
#include "desktop/benches/origin/origin_stage.h"
#include "desktop/parts/player.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

/// The demo's keeper at the origin bench, on the animation where it waters.
class Watering : public OpenWindow {
 public:
  Watering() {
    goTo(window, Bench::Origin);
    QCoreApplication::processEvents();
    click(window, "animation:water");
    QCoreApplication::processEvents();
  }
  OriginStage* stage() { return find<OriginStage>("originStage"); }
  const Frame& frame(std::size_t step) {
    return *findFrame(asset(), animation().steps[step].frame);
  }
  void point(const char* button) {
    auto* chip = find<QPushButton>(button);
    QEnterEvent enter({5, 5}, {5, 5}, chip->mapToGlobal(QPointF(5, 5)));
    QApplication::sendEvent(chip, &enter);
  }
  void leave(const char* button) {
    QEvent event(QEvent::Leave);
    QApplication::sendEvent(find<QPushButton>(button), &event);
  }
  void choose(const char* mount) {
    auto* points = find<QTableWidget>("points");
    const auto items = points->findItems(mount, Qt::MatchStartsWith);
    QVERIFY(!items.isEmpty());
    QTest::mouseClick(points->viewport(), Qt::LeftButton, {},
                      points->visualItemRect(items.front()).center());
    QCoreApplication::processEvents();
  }
};

}  // namespace

class OriginBenchTest : public QObject {
  Q_OBJECT
 private slots:
  void aRuleIsShownBeforeItIsSetAndSetInOneStep() {
    Watering open;
    const Project before = open.project();
    open.point("ruleFeet");
    QVERIFY(open.project() != before);
    const QString change = open.find<QLabel>("originChange")->text();
    QVERIFY2(change.startsWith("Moves 6 frames, by up to"), qPrintable(change));
    QCOMPARE(open.history().count(), 0);
    open.leave("ruleFeet");
    QVERIFY(open.project() == before);
    click(open.window, "ruleFeet");
    QCOMPARE(open.history().count(), 1);
    for (std::size_t step = 0; step < 6; ++step) {
      QCOMPARE(open.frame(step).originRule,
               (OriginRule{OriginBasis::Feet, {}, PointSnap::PixelCorner}));
      QCOMPARE(open.frame(step).origin.x, std::round(open.frame(step).origin.x));
    }
    open.history().undo();
    QVERIFY(open.project() == before);
  }

  void whatWasSetByHandIsKeptUnlessToldOtherwise() {
    Watering open;
    click(open.window, "scopeFrame");
    QTest::keyClick(open.stage(), Qt::Key_Right, Qt::ShiftModifier);
    const FramePoint byHand = open.frame(0).origin;
    QCOMPARE(open.frame(0).originRule, kByHand);
    QCOMPARE(open.find<QLabel>("originRule")->text(), QString("by hand"));
    click(open.window, "scopeAnimation");
    open.point("ruleCentroid");
    QVERIFY(open.find<QLabel>("originChange")->text().endsWith("1 set by hand is unchanged."));
    click(open.window, "ruleCentroid");
    QCOMPARE(open.frame(0).origin, byHand);
    QCOMPARE(open.frame(1).originRule.basis, OriginBasis::Centroid);
    click(open.window, "handToo");
    click(open.window, "ruleCentroid");
    QCOMPARE(open.frame(0).originRule.basis, OriginBasis::Centroid);
  }

  void aFrameIsTheModelOfTheOthers() {
    Watering open;
    type(open.window, "modelStep", "3");
    click(open.window, "ruleFeetOf");
    const FrameId model = open.animation().steps[2].frame;
    QCOMPARE(open.frame(0).originRule.basis, OriginBasis::FeetOf);
    QCOMPARE(open.frame(0).originRule.frame, model);
    QCOMPARE(open.frame(2).originRule.basis, OriginBasis::Ink);
    click(open.window, "ruleAsFrame");
    QCOMPARE(open.frame(5).origin, open.frame(2).origin);
  }

  void aWholeKindIsSetAndTheRuleKeptForNewAssets() {
    Watering open;
    click(open.window, "scopeKind");
    click(open.window, "snapFree");
    click(open.window, "cell:TOP");
    for (const auto& asset : open.project().assets) {
      for (const Frame& frame : asset->frames) {
        QCOMPARE(frame.originRule == (OriginRule{OriginBasis::Cell, Anchor::Top}),
                 asset->kind == "character");
      }
    }
    QCOMPARE(open.history().count(), 1);
    click(open.window, "kindRule");
    QCOMPARE(textOf(findKind(open.project(), "character")->origin), std::string("cell:TOP"));
    QVERIFY(!open.find<QPushButton>("kindRule")->isEnabled());
  }

  void draggingTakesAllFramesOfTheScopeAlong() {
    Watering open;
    const std::vector<FramePoint> before{open.frame(0).origin, open.frame(4).origin};
    QVERIFY(before[0].x != before[1].x);
    click(open.window, "snapFree");
    drag(open.stage(), {before[0].x, before[0].y}, {before[0].x + 5, before[0].y - 2});
    QCOMPARE(open.history().count(), 1);
    const double dx = open.frame(0).origin.x - before[0].x;
    QVERIFY(std::abs(dx - 5) < 0.3);
    QVERIFY(std::abs(open.frame(4).origin.x - before[1].x - dx) < 1e-9);
  }

  void theFrameUnderThePointerIsMarkedInPlotAndStage() {
    Watering open;
    auto* plot = open.find<DriftPlot>("driftPlot");
    auto* view = plot->findChild<QGraphicsView*>();
    const auto at = [&](std::size_t step) {
      return view->viewport()->mapFrom(plot, plot->placeOf(step));
    };
    const QImage plain = open.stage()->grab().toImage();
    QTest::mouseMove(view->viewport(), at(4));
    QCoreApplication::processEvents();
    QVERIFY(open.stage()->grab().toImage() != plain);
    QTest::mouseClick(view->viewport(), Qt::LeftButton, {}, at(4));
    QCOMPARE(open.window.session().selection().frame, open.animation().steps[4].frame);
    // Worst and steadiest are named, and can be gone to.
    QVERIFY(open.find<QPushButton>("worst")->text().startsWith("worst 5"));
    click(open.window, "steadiest");
    QVERIFY(open.window.session().selection().frame != open.animation().steps[4].frame);
  }

  void aSlipIsAFindingThatIsMendedByAKey() {
    Watering open;
    const auto slips = [&] {
      const auto& findings = open.window.session().findings();
      return std::count_if(findings.begin(), findings.end(),
                           [](const Finding& one) { return one.rule == "origin.slip"; });
    };
    QCOMPARE(slips(), 1);
    const double before = open.frame(4).origin.x;
    QTest::keyClick(&open.window, Qt::Key_1, Qt::ControlModifier);
    goTo(open.window, Bench::Origin);
    while (!open.window.session().findings().empty()) {
      if (open.find<QLabel>("findingText")->text().contains("slip")) break;
      QTest::keyClick(&open.window, Qt::Key_Period, Qt::ControlModifier);
    }
    QTest::keyClick(&open.window, Qt::Key_Return, Qt::ControlModifier);
    open.settle();
    QCOMPARE(slips(), 0);
    QCOMPARE(open.frame(4).origin.x, before + 6.5);
    QCOMPARE(open.frame(4).originRule, kByHand);
  }

  void aMountIsNamedPlacedNudgedHeldMirroredAndCopied() {
    Watering open;
    type(open.window, "mountName", "spout_r");
    QCOMPARE(open.history().count(), 1);
    QCOMPARE(open.find<QLineEdit>("mountName")->text(), QString("spout_r"));
    const auto place = [&](std::size_t step) {
      return Mounts(open.asset()).find(open.frame(step).id, "spout_r")->at;
    };
    QTest::mouseClick(open.stage(), Qt::LeftButton, {}, onStage(open.stage(), 40, 25));
    QCOMPARE(place(0), (FramePoint{40, 25}));
    QTest::keyClick(open.stage(), Qt::Key_Up, Qt::AltModifier);
    QTest::keyClick(open.stage(), Qt::Key_Left);
    QCOMPARE(place(0), (FramePoint{39, 24.5}));
    // The origin itself stayed, and the mount is held at its place to it.
    const OriginPoint offset = relativeTo(place(0), open.frame(0).origin);
    QCOMPARE(relativeTo(place(4), open.frame(4).origin), offset);
    // On another frame it is keyed by typing, in px from the origin.
    QTest::keyClick(&open.window, Qt::Key_Right, Qt::ControlModifier);
    type(open.window, "originX", "12");
    QCOMPARE(relativeTo(place(1), open.frame(1).origin), (OriginPoint{12, offset.y}));
    QVERIFY(findMount(open.frame(1), "spout_r") != nullptr);
    open.settle();
    open.stage()->setFocus();
    QTest::keyClick(open.stage(), Qt::Key_K);
    QVERIFY(findMount(open.frame(1), "spout_r") == nullptr);
    click(open.window, "mountMirror");
    QCOMPARE(relativeTo(Mounts(open.asset()).find(open.frame(0).id, "spout_l")->at,
                        open.frame(0).origin),
             (OriginPoint{-offset.x, offset.y}));
    click(open.window, "mountCopy");
    QVERIFY(QApplication::clipboard()->text().contains(", "));
    click(open.window, "mountHold");
    QVERIFY(findMount(open.frame(0), "spout_r") != nullptr);
    open.choose("spout_l");
    click(open.window, "mountRemove");
    QCOMPARE(Mounts(open.asset()).names(), (std::vector<std::string>{"lamp", "spout", "spout_r"}));
    open.choose("spout_r");
    type(open.window, "mountName", "Not A Name");
    QVERIFY(open.find<QLabel>("notice")->text().contains("lower-case letters"));
    type(open.window, "mountName", "nozzle");
    QCOMPARE(Mounts(open.asset()).names(), (std::vector<std::string>{"lamp", "nozzle", "spout"}));
    while (open.history().canUndo()) open.history().undo();
    QCOMPARE(Mounts(open.asset()).names(), (std::vector<std::string>{"lamp", "spout"}));
  }

  void spinMirrorAndDepthAreLookedAt() {
    Watering open;
    click(open.window, "lookMirror");
    const QImage mirror = open.stage()->grab().toImage();
    click(open.window, "lookSpin");
    type(open.window, "spinAngle", "90");
    QVERIFY(std::abs(open.stage()->angle() - 1.5707963267948966) < 1e-12);
    QTest::keyClick(open.stage(), Qt::Key_Right);
    QCOMPARE(open.find<QLineEdit>("spinAngle")->text(), QString("91"));
    QVERIFY(open.stage()->grab().toImage() != mirror);
    click(open.window, "lookDepth");
    type(open.window, "besideX", "6");
    type(open.window, "besideY", "-3");
    QVERIFY(open.stage()->depthText().startsWith("behind, 3 px"));
    const QImage behind = open.stage()->grab().toImage();
    for (int i = 0; i < 5; ++i) QTest::keyClick(open.stage(), Qt::Key_Down);
    QCOMPARE(open.stage()->besideAt(), (GamePoint{6, 2}));
    QVERIFY(open.stage()->depthText().startsWith("in front, 2 px"));
    QVERIFY(open.stage()->grab().toImage() != behind);
    const QPointF there(open.frame(0).origin.x + 6, open.frame(0).origin.y + 2);
    drag(open.stage(), there, there + QPointF(10, -8));
    QVERIFY(open.stage()->besideAt().y < 0);
    QCOMPARE(open.history().count(), 0);
  }

  void theAnimationPlaysOnTheStage() {
    Watering open;
    const QImage still = open.stage()->grab().toImage();
    click(open.window, "playHere");
    QVERIFY(QTest::qWaitFor([&] { return open.stage()->grab().toImage() != still; }, 3000));
    click(open.window, "playHere");
    QCoreApplication::processEvents();
    QVERIFY(open.stage()->grab().toImage() == still);
  }

  void severalAnimationsAndAssetsAreStacked() {
    Watering open;
    const QImage one = open.stage()->grab().toImage();
    QTest::mouseClick(open.find<QPushButton>("animation:walk"), Qt::LeftButton,
                      Qt::ControlModifier);
    QCoreApplication::processEvents();
    const QImage two = open.stage()->grab().toImage();
    QVERIFY(two != one);
    QCOMPARE(open.animation().name, std::string("water"));
    Selection selection = open.window.session().selection();
    selection.assets.push_back(findAsset(open.project(), "prop_clay_pot")->id);
    open.window.session().select(selection);
    click(open.window, "ghostAssets");
    QCoreApplication::processEvents();
    QVERIFY(open.stage()->grab().toImage() != two);
  }

  void whatIsWantedOfOriginsIsSetHere() {
    Watering open;
    type(open.window, "wantedDrift", "2");
    click(open.window, "wholePixels");
    QCOMPARE(open.project().origins, (OriginLimits{2, true}));
    open.settle();
    const auto& findings = open.window.session().findings();
    const auto told = [&](const char* rule) {
      return std::any_of(findings.begin(), findings.end(),
                         [&](const Finding& one) { return one.rule == rule; });
    };
    QVERIFY(told("origin.drift"));
    QVERIFY(told("origin.half"));
    type(open.window, "drawnAt", "3");
    QCOMPARE(open.asset().scale, 3.0);
    auto* points = open.find<QTableWidget>("points");
    QCOMPARE(points->item(0, 1)->text(), QString("30.5, 47"));
    QCOMPARE(points->item(0, 2)->text(), QString("91.5, 141"));
  }

  // Answers the dialog of riders: selects the asset and an order, then presses this button.
  static std::unique_ptr<QTimer> answerRider(const QString& asset, int order,
                                             const QString& button) {
    auto timer = std::make_unique<QTimer>();
    QObject::connect(timer.get(), &QTimer::timeout, [=, waiting = timer.get()] {
      QWidget* dialog = QApplication::activeModalWidget();
      if (dialog == nullptr || dialog->objectName() != "riderDialog") return;
      waiting->stop();
      auto* assets = dialog->findChild<QComboBox*>("riderAsset");
      assets->setCurrentIndex(assets->findText(asset));
      dialog->findChild<QComboBox*>("riderOrder")->setCurrentIndex(order);
      for (auto* one : dialog->findChildren<QPushButton*>()) {
        if (one->text().remove('&') == button) QTest::mouseClick(one, Qt::LeftButton);
      }
    });
    timer->start(20);
    return timer;
  }

  void whatRidesOnAMountIsChosenAndSeen() {
    Watering open;
    open.choose("spout");
    const QImage alone = open.stage()->grab().toImage();
    const std::size_t rides = open.asset().riders.size();
    auto answer = answerRider("prop_fern", 1, "Ride");
    click(open.window, "mountRiders");
    QCoreApplication::processEvents();
    QCOMPARE(open.asset().riders.size(), rides + 1);
    const Rider made = open.asset().riders.back();
    QCOMPARE(made.mount, std::string("spout"));
    QCOMPARE(made.asset, findAsset(open.project(), "prop_fern")->id);
    QVERIFY(made.behind);
    QVERIFY(open.stage()->grab().toImage() != alone);
    answer = answerRider("prop_fern", 0, "Change");
    click(open.window, "mountRiders");
    QVERIFY(!open.asset().riders.back().behind);
    QCOMPARE(open.asset().riders.size(), rides + 1);
    answer = answerRider("prop_fern", 0, "End the Ride");
    click(open.window, "mountRiders");
    QCoreApplication::processEvents();
    QCOMPARE(open.asset().riders.size(), rides);
    QCOMPARE(open.stage()->grab().toImage(), alone);
    press(open.window, Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(open.asset().riders.size(), rides + 1);
  }

  void aBlockIsResizedByItsHandles() {
    OpenWindow open;
    goTo(open.window, Bench::Origin);
    const Asset& zone = *findAsset(open.project(), "zone_night_end");
    open.window.session().selectFrame(zone.id, {}, zone.frames.front().id);
    open.settle();
    auto* stage = open.find<OriginStage>("originStage");
    const auto size = [&] {
      return findAsset(open.project(), "zone_night_end")->frames.front().rect.size();
    };
    QCOMPARE(size(), (PixelSize{32, 160}));
    drag(stage, {32, 80}, {48, 80});
    QCOMPARE(size(), (PixelSize{48, 160}));
    open.settle();
    // The upper side, and the corner; the origin follows its rule.
    drag(stage, {24, 0}, {24, 40});
    QCOMPARE(size(), (PixelSize{48, 120}));
    QCOMPARE(open.asset().frames.front().origin, (FramePoint{24, 120}));
    open.settle();
    drag(stage, {48, 0}, {40, 20});
    QCOMPARE(size(), (PixelSize{40, 100}));
    // Escape keeps what was; beside a handle it is the origin that moves.
    open.settle();
    QTest::mousePress(stage, Qt::LeftButton, {}, onStage(stage, 40, 50));
    QTest::mouseMove(stage, onStage(stage, 60, 50));
    QTest::keyClick(stage, Qt::Key_Escape);
    QTest::mouseRelease(stage, Qt::LeftButton, {}, onStage(stage, 60, 50));
    QCOMPARE(size(), (PixelSize{40, 100}));
    open.history().undo();
    QCOMPARE(size(), (PixelSize{48, 120}));
  }
};
AMBER_TEST(OriginBenchTest);

#include "origin_bench_tests.moc"
