#pragma once

#include <QApplication>
#include <QComboBox>
#include <QFileDialog>
#include <QLineEdit>
#include <QPointer>
#include <QPushButton>
#include <QTest>
#include <QTimer>

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
  // The event loop shows new widgets of a bench.
  QCoreApplication::processEvents();
}

/// Presses the keys of a shortcut of the window, which has to be the active one for that: after a
/// dialogue it is not at once.
inline void press(MainWindow& window, Qt::Key key, Qt::KeyboardModifiers modifiers) {
  window.activateWindow();
  if (!QTest::qWaitForWindowActive(&window)) qFatal("the window is not active");
  QTest::keyClick(&window, key, modifiers);
}

/// Does what the finder finds for these words, by keys.
inline void doByFinder(MainWindow& window, const QString& words) {
  press(window, Qt::Key_K, Qt::ControlModifier);
  auto* field = find<QLineEdit>(window, "finderField");
  QTest::keyClicks(field, words);
  QTest::keyClick(field, Qt::Key_Return);
  QVERIFY2(!field->isVisible(), "nothing was found, or it cannot be done");
}

/// Answers the dialogues for files that come up while it lives, one after the other: types the path
/// and presses Enter, or Escape where the path is empty.
class FileDialogAnswers : public QObject {
 public:
  explicit FileDialogAnswers(QStringList answers) : answers_(std::move(answers)) {
    QApplication::setAttribute(Qt::AA_DontUseNativeDialogs);
    startTimer(20);
  }
  bool allUsed() const { return answers_.isEmpty(); }

 protected:
  void timerEvent(QTimerEvent*) override {
    auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
    if (dialog == nullptr || dialog == answered_ || answers_.isEmpty()) return;
    answered_ = dialog;
    const QString path = answers_.takeFirst();
    auto* field = dialog->findChild<QLineEdit*>("fileNameEdit");
    field->setText(path);
    QTest::keyClick(field, path.isEmpty() ? Qt::Key_Escape : Qt::Key_Return);
  }

 private:
  QStringList answers_;
  QPointer<QFileDialog> answered_;
};

inline void show(MainWindow& window) {
  window.resize(1280, 800);
  window.show();
  QVERIFY(QTest::qWaitForWindowExposed(&window));
}

/// A window with the demo project, or with images of the test, and their folder.
class OpenWindow {
 public:
  /// A copy of the demo project, with all its art read.
  explicit OpenWindow(const QDBusConnection& bus = QDBusConnection::sessionBus()) : window(bus) {
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

  /// Waits for background work, and lets the window show the result.
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

/// Goes to each bench in turn and looks at it, once all is shown there.
inline void onEveryBench(OpenWindow& open, const std::function<void(Bench bench)>& look) {
  for (std::size_t i = 0; i < kBenchCount; ++i) {
    goTo(open.window, static_cast<Bench>(i));
    open.settle();
    look(static_cast<Bench>(i));
  }
}

}  // namespace amber::test
