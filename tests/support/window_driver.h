#pragma once

#include <QLineEdit>
#include <QPushButton>
#include <QTest>

#include "desktop/shell/main_window.h"
#include "desktop/shell/route_line.h"

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

inline void type(MainWindow& window, const char* name, const QString& text) {
  auto* field = find<QLineEdit>(window, name);
  QTest::mouseClick(field, Qt::LeftButton);
  field->selectAll();
  QTest::keyClicks(field, text);
  QTest::keyClick(field, Qt::Key_Return);
}

inline QPoint onStage(const StageView* stage, double x, double y) {
  return stage->view().toStage(QPointF(x, y)).toPoint();
}

inline void drag(StageView* stage, QPointF from, QPointF to) {
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

}  // namespace amber::test
