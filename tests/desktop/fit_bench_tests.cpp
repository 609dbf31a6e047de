#include <QTest>
#include <QtWidgets>

#include "desktop/benches/fit/candidate_card.h"
#include "desktop/benches/fit/candidate_list.h"
#include "desktop/benches/fit/fit_stage.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

/// The demo at the fit bench, with candidates found for the shown frame.
class Fitting : public OpenWindow {
 public:
  Fitting() {
    goTo(window, Bench::Fit);
    wait();
  }
  CandidateList* list() { return window.findChild<CandidateList*>(); }
  void wait() {
    QVERIFY(QTest::qWaitFor([&] { return list()->candidates().size() == 13; }, 20000));
  }
  CandidateCard* card(const char* name) {
    return find<CandidateCard>(qPrintable(QString("candidate:") + name));
  }
  const FrameShape& shape() { return window.session().currentFrame()->shapes.front(); }
};

}  // namespace

class FitBenchTest : public QObject {
  Q_OBJECT
 private slots:
  void everyKindAndStyleIsOfferedTheBestFirst() {
    Fitting open;
    const auto& candidates = open.list()->candidates();
    for (std::size_t i = 1; i < candidates.size(); ++i) {
      QVERIFY(candidates[i - 1].measures.agreement >= candidates[i].measures.agreement);
    }
    QVERIFY(kindOf(candidates.front().shape) == ShapeKind::Mask);
    click(open.window, "kind:mask");
    QCOMPARE(open.window.findChildren<CandidateCard*>().size(), 13);
    for (CandidateCard* card : open.window.findChildren<CandidateCard*>()) {
      QCOMPARE(card->isVisibleTo(open.list()), card->objectName() != "candidate:mask");
    }
  }

  void aCandidateIsShownOnTheStageThenTakenForAllFrames() {
    Fitting open;
    auto* stage = open.find<FitStage>("fitStage");
    const QImage before = stage->grab().toImage();
    CandidateCard* card = open.card("capsule, balanced");
    QEnterEvent enter({5, 5}, {5, 5}, card->mapToGlobal(QPointF(5, 5)));
    QApplication::sendEvent(card, &enter);
    QVERIFY(stage->grab().toImage() != before);
    QEvent leave(QEvent::Leave);
    QApplication::sendEvent(card, &leave);
    QVERIFY(stage->grab().toImage() == before);
    QTest::mouseClick(card, Qt::LeftButton, {}, {8, 8});
    open.settle();
    QCOMPARE(open.history().count(), 1);
    for (const Frame& frame : open.asset().frames) {
      QVERIFY(kindOf(frame.shapes.front().geometry) == ShapeKind::Capsule);
      QVERIFY(frame.shapes.front().recipe->style == FitStyle::Balanced);
    }
    QCOMPARE(open.find<QLabel>("shapeKind")->text(), QString("capsule, balanced"));
    open.history().undo();
    QVERIFY(kindOf(open.shape().geometry) == ShapeKind::Box);
  }

  void aShapeThatIsNoBoxIsMovedByMouseAndKeys() {
    Fitting open;
    click(open.window, "scopeFrame");
    QTest::mouseClick(open.card("circle, balanced"), Qt::LeftButton, {}, {8, 8});
    open.settle();
    const Circle taken = std::get<Circle>(open.shape().geometry);
    auto* stage = open.find<FitStage>("fitStage");
    drag(stage, {taken.cx, taken.cy}, {taken.cx + 4, taken.cy - 3});
    const Circle moved = std::get<Circle>(open.shape().geometry);
    QCOMPARE(moved, (Circle{taken.cx + 4, taken.cy - 3, taken.r}));
    QVERIFY(!open.shape().recipe);
    QTest::keyClick(stage, Qt::Key_Left);
    QCOMPARE(std::get<Circle>(open.shape().geometry).cx, moved.cx - 1);
    QTest::mousePress(stage, Qt::LeftButton, {}, onStage(stage, moved.cx, moved.cy));
    QTest::mouseMove(stage, onStage(stage, moved.cx + 6, moved.cy));
    QTest::keyClick(stage, Qt::Key_Escape);
    QCOMPARE(std::get<Circle>(open.shape().geometry).cx, moved.cx - 1);
  }

  void aRegionAndAnInsetAreKeptToAndRemembered() {
    Fitting open;
    click(open.window, "scopeFrame");
    type(open.window, "fitRegion", "bottom:4px");
    type(open.window, "fitInset", "1");
    open.settle();
    QVERIFY(QTest::qWaitFor(
        [&] {
          const auto& all = open.list()->candidates();
          return !all.empty() && all.front().recipe.region.part == Region::Part::Bottom &&
                 all.front().recipe.inset.left == 1;
        },
        20000));
    QTest::mouseClick(open.card("box, snug"), Qt::LeftButton, {}, {8, 8});
    open.settle();
    QVERIFY(open.shape().recipe->region.part == Region::Part::Bottom);
    QCOMPARE(open.shape().recipe->inset.left, 1.0);
    QCOMPARE(std::get<Box>(open.shape().geometry).h, 2.0);
    type(open.window, "fitRegion", "nonsense");
    QVERIFY(open.find<QLineEdit>("fitRegion")->property("wrong").toBool());
  }
};
AMBER_TEST(FitBenchTest);

#include "fit_bench_tests.moc"
