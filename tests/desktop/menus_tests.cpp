// What menus offer, and the view moved by hand.
#include <QContextMenuEvent>
#include <QListView>
#include <QListWidget>
#include <QMenu>
#include <QMenuBar>
#include <QSettings>
#include <QSplitter>
#include <QTest>
#include <set>

#include "desktop/parts/ribbon.h"
#include "desktop/stage/canvas.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

void addActions(const QMenu& menu, std::set<QString>& names) {
  for (const QAction* action : menu.actions()) {
    if (action->menu() != nullptr) addActions(*action->menu(), names);
    names.insert(action->objectName());
  }
}

// Presses the right button, and tells what the menu offers that comes up; then leaves it.
std::set<QString> offered(QWidget* widget, QPoint at) {
  std::set<QString> names;
  QTimer::singleShot(50, widget, [&] {
    auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
    if (menu == nullptr) return;
    addActions(*menu, names);
    QTest::keyClick(menu, Qt::Key_Escape);
  });
  QTest::mousePress(widget, Qt::RightButton, {}, at);
  QContextMenuEvent event(QContextMenuEvent::Mouse, at, widget->mapToGlobal(at));
  QCoreApplication::sendEvent(widget, &event);
  QTest::mouseRelease(widget, Qt::RightButton, {}, at);
  QTest::qWait(100);
  return names;
}

}  // namespace

class MenusTest : public QObject {
  Q_OBJECT

 private slots:
  void cleanup() { QSettings().remove("window"); }

  void theMenuBarHasEverythingThatCanBeDoneAtSomeBench() {
    OpenWindow open;
    QVERIFY(!QSettings().value("window/menuBar").toBool());
    press(open.window, Qt::Key_M, Qt::ControlModifier);
    QVERIFY(open.window.menuBar()->isVisible());
    std::set<QString> names;
    for (const BenchEntry& entry : benchTable()) {
      goTo(open.window, entry.bench);
      for (const QAction* action : open.window.menuBar()->actions()) {
        addActions(*action->menu(), names);
      }
    }
    for (const ActionEntry& entry : open.window.actionTable().entries()) {
      QVERIFY2(names.count(entry.id) == 1, qPrintable(entry.id));
    }
    {
      MainWindow later;
      show(later);
      QVERIFY(later.menuBar()->isVisible());
      QTest::keyClick(&later, Qt::Key_M, Qt::ControlModifier);
    }
    press(open.window, Qt::Key_M, Qt::ControlModifier);
    QVERIFY(!open.window.menuBar()->isVisible());
  }

  void theRightButtonOffersWhatCanBeDoneThere() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    auto* shelf = open.find<QListView>("shelf");
    const QModelIndex second = shelf->model()->index(1, 0);
    const auto onAsset = offered(shelf->viewport(), shelf->visualRect(second).center());
    QCOMPARE(open.asset().name, second.data().toString().toStdString());
    QVERIFY(onAsset.count("asset.remove") == 1);
    QVERIFY(onAsset.count("asset.release") == 0);  // It is no variant.
    auto* stage = open.find<Canvas>("fitStage");
    const auto onStage = offered(stage, stage->rect().center());
    QVERIFY(onStage.count("fit.copy") == 1);
    goTo(open.window, Bench::Cut);
    const auto onSheet = offered(shelf->viewport(), shelf->visualRect(second).center());
    QVERIFY(onSheet.count("sheet.copyPath") == 1 && onSheet.count("asset.remove") == 0);
    press(open.window, Qt::Key_L, Qt::ControlModifier);
    auto* list = open.find<QListWidget>("findingsList");
    list->setCurrentRow(0);
    const auto onFinding = offered(list->viewport(), list->visualItemRect(list->item(1)).center());
    QVERIFY(onFinding.count("finding.next") == 1);
    QCOMPARE(list->currentRow(), 1);
  }

  void theRightButtonOnAFrameOfTheRibbonSelectsItFirst() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    auto* ribbon = open.find<Ribbon>("");
    const Animation& animation = open.animation();
    const QRect cell = ribbon->cellOf(animation.id, 2);
    const auto names = offered(ribbon->viewport(), cell.center());
    QCOMPARE(open.window.session().selection().frame, animation.steps[2].frame);
    QVERIFY(names.count("fit.copy") == 1);
  }

  void spaceOrTheHandMakesTheLeftButtonMoveTheView() {
    OpenWindow open;
    goTo(open.window, Bench::Fit);
    auto* stage = open.find<Canvas>("fitStage");
    stage->setFocus();
    const auto moved = [&] {
      const QPointF before = stage->view().offset;
      const QPoint middle = stage->rect().center();
      QTest::mousePress(stage, Qt::LeftButton, {}, middle);
      QTest::mouseMove(stage, middle + QPoint(30, 20));
      QTest::mouseRelease(stage, Qt::LeftButton, {}, middle + QPoint(30, 20));
      QTest::mouseMove(stage, middle);
      return stage->view().offset - before;
    };
    const Project before = open.project();
    QTest::keyPress(stage, Qt::Key_Space);
    QCOMPARE(moved(), QPointF(30, 20));
    QTest::keyRelease(stage, Qt::Key_Space);
    doByFinder(open.window, "Move the view by dragging");
    QCOMPARE(moved(), QPointF(30, 20));
    QVERIFY(open.project() == before);
    doByFinder(open.window, "Work on the stage again");
    moved();
    QVERIFY(open.project() != before);  // The shape under the pointer was moved.
  }

  void splittersKeepTheirPlace() {
    QList<int> sizes;
    {
      OpenWindow open;
      goTo(open.window, Bench::Layers);
      auto* split = open.find<QSplitter>("layersSplit");
      QWidget* handle = split->handle(1);
      const QPoint grip = handle->rect().center();
      QTest::mousePress(handle, Qt::LeftButton, {}, grip);
      QTest::mouseMove(handle, grip - QPoint(0, 40));
      QTest::mouseRelease(handle, Qt::LeftButton, {}, grip - QPoint(0, 40));
      sizes = split->sizes();
    }
    OpenWindow again;
    goTo(again.window, Bench::Layers);
    QCOMPARE(again.find<QSplitter>("layersSplit")->sizes(), sizes);
  }
};
AMBER_TEST(MenusTest);

#include "menus_tests.moc"
