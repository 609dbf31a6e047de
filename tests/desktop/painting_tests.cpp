#include <QTest>
#include <QtWidgets>

#include "desktop/benches/fit/fit_stage.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

// Counts how often a widget is painted.
class PaintCount : public QObject {
 public:
  explicit PaintCount(QWidget* widget) { widget->installEventFilter(this); }
  int count = 0;

 protected:
  bool eventFilter(QObject*, QEvent* event) override {
    if (event->type() == QEvent::Paint) ++count;
    return false;
  }
};

}  // namespace

// That only what shows a change is painted.
class PaintingTest : public QObject {
  Q_OBJECT

 private slots:
  void aDragPaintsTheStageAndNotTheShelf() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    open.settle();
    auto* stage = open.find<FitStage>("fitStage");
    auto* shelf = open.find<QListView>("shelf");
    const QRectF box = [&] {
      const Box b =
          bounds(open.window.session().shapeOn(open.window.session().selection().frame)->shape());
      return QRectF(b.x, b.y, b.w, b.h);
    }();
    QTest::qWait(50);
    PaintCount stagePaints(stage);
    PaintCount shelfPaints(shelf->viewport());
    QTest::mousePress(stage, Qt::LeftButton, {},
                      onStage(stage, box.center().x(), box.center().y()));
    for (int i = 1; i <= 5; ++i) {
      QTest::mouseMove(stage, onStage(stage, box.center().x() + 2 * i, box.center().y()));
      QTest::qWait(40);
    }
    QVERIFY(stagePaints.count >= 5);
    QCOMPARE(shelfPaints.count, 0);
    QTest::mouseRelease(stage, Qt::LeftButton, {},
                        onStage(stage, box.center().x() + 10, box.center().y()));
    // What was done is in history, and the docket of the asset may have changed with it.
    QTRY_VERIFY(shelfPaints.count > 0);
  }

  void aButtonSaysItsKeyOrWhyNot() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    open.settle();
    auto* key = open.find<QPushButton>("keyShape");
    QTRY_VERIFY(key->isEnabled());
    QVERIFY2(key->toolTip().contains("(K)"), qPrintable(key->toolTip()));
    ProjectSession& session = open.window.session();
    const Selection at = session.selection();
    std::vector<Edit> edits;
    for (const Frame& frame : open.asset().frames) {
      edits.emplace_back(DropShape{at.asset, frame.id, at.role});
    }
    session.perform("drop", edits);
    QTRY_VERIFY(!key->isEnabled());
    QCOMPARE(key->toolTip(), QString("This frame has no shape for this role"));
  }
};
AMBER_TEST(PaintingTest);

#include "painting_tests.moc"
