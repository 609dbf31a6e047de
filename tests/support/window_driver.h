#pragma once

#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QTest>

#include "desktop/shell/main_window.h"
#include "desktop/shell/route_line.h"
#include "support/scratch.h"

namespace amber::test {

/// Hands for the real window: what a user would do with mouse and keys, by the names of widgets.

template <class Widget>
Widget* find(MainWindow& window, const char* name) {
  for (auto* widget : window.findChildren<Widget*>(name)) {
    if (widget->isVisible()) return widget;
  }
  qFatal("no visible widget %s", name);
}

inline void click(MainWindow& window, const char* name) {
  QTest::mouseClick(find<QPushButton>(window, name), Qt::LeftButton);
}

/// Takes an entry of a list that drops down, by keys.
inline void choose(MainWindow& window, const char* name, int index) {
  auto* list = find<QComboBox>(window, name);
  list->setFocus();
  QTest::keyClick(list, Qt::Key_Home);
  for (int i = 0; i < index; ++i) QTest::keyClick(list, Qt::Key_Down);
  QCOMPARE(list->currentIndex(), index);
}

inline void type(MainWindow& window, const char* name, const QString& text) {
  auto* field = find<QLineEdit>(window, name);
  QTest::mouseClick(field, Qt::LeftButton);
  field->selectAll();
  QTest::keyClicks(field, text);
  QTest::keyClick(field, Qt::Key_Return);
}

inline QPoint onStage(const Canvas* stage, double x, double y) {
  return stage->view().toStage(QPointF(x, y)).toPoint();
}

inline void drag(Canvas* stage, QPointF from, QPointF to) {
  const QPoint start = onStage(stage, from.x(), from.y());
  const QPoint end = onStage(stage, to.x(), to.y());
  QTest::mousePress(stage, Qt::LeftButton, {}, start);
  QTest::mouseMove(stage, (start + end) / 2);
  QTest::mouseMove(stage, end);
  QTest::mouseRelease(stage, Qt::LeftButton, {}, end);
}

inline void goTo(MainWindow& window, Bench bench) {
  auto* route = find<RouteLine>(window, "routeLine");
  QTest::mouseClick(route, Qt::LeftButton, {}, route->centreOf(bench));
  QCOMPARE(window.bench(), bench);
  // What a bench makes anew is shown by the event loop.
  QCoreApplication::processEvents();
}

inline void show(MainWindow& window) {
  window.resize(1280, 800);
  window.show();
  QVERIFY(QTest::qWaitForWindowExposed(&window));
}

/// A window with the demo project, or with images of its own, and the folder they lie in.
class OpenWindow {
 public:
  /// A copy of the demo project, with all its art read.
  OpenWindow() {
    test::show(window);
    window.openProject(demoCopy(scratch));
    window.session().settle();
  }
  /// A new project of these images.
  explicit OpenWindow(const std::vector<std::pair<std::string, std::string>>& images) {
    QDir().mkpath(scratch.qpath("art"));
    QStringList paths;
    for (const auto& [name, bytes] : images) {
      scratch.write("art/" + name, bytes);
      paths << scratch.qpath("art/" + QString::fromStdString(name));
    }
    test::show(window);
    window.takeFiles(paths);
    settle();
  }

  /// Waits for what runs beside the window, and lets it show the result.
  void settle() {
    window.session().settle();
    QCoreApplication::processEvents();
  }
  const Project& project() { return window.session().project(); }
  const Asset& asset() { return *window.session().currentAsset(); }
  const Animation& animation() { return *window.session().currentAnimation(); }
  QUndoStack& history() { return window.session().history(); }
  void select(const char* sheet) {
    window.session().selectSheet(findSheet(project(), std::string("sheets/") + sheet)->id);
    QCoreApplication::processEvents();
  }
  template <class Widget>
  Widget* find(const char* name) {
    return test::find<Widget>(window, name);
  }

  Scratch scratch;
  MainWindow window;
};

}  // namespace amber::test
