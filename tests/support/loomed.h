#pragma once

#include <QLabel>
#include <QScrollBar>
#include <QTableView>

#include "desktop/benches/layers/expectation_list.h"
#include "desktop/benches/layers/layers_bench.h"
#include "desktop/benches/layers/loom.h"
#include "support/window_driver.h"

namespace amber::test {

/// The demo at the Layers bench, with its expectations checked.
class Loomed {
 public:
  Loomed() {
    test::show(window);
    window.openProject(demoAsItIs(scratch));
    goTo(window, Bench::Layers);
    settle();
  }
  void settle() {
    window.session().settle();
    QCoreApplication::processEvents();
  }
  const Project& project() { return window.session().project(); }
  QUndoStack& history() { return window.session().history(); }
  template <class Widget>
  Widget* find(const char* name) {
    return test::find<Widget>(window, name);
  }
  Loom* loom() { return find<Loom>("loom"); }
  QTableView* sentences() { return find<QTableView>("expectations"); }
  QString cell(int row, int column) {
    return sentences()->model()->index(row, column).data().toString();
  }
  int state(int row) {
    return sentences()->model()->index(row, 0).data(ExpectationModel::kStateRole).toInt();
  }
  void chooseSentence(int row) {
    const QRect rect = sentences()->visualRect(sentences()->model()->index(row, 1));
    QTest::mouseClick(sentences()->viewport(), Qt::LeftButton, {}, rect.center());
    QCoreApplication::processEvents();
  }
  QString text(const char* label) { return find<QLabel>(label)->text(); }
  std::size_t rowOf(const std::string& key) {
    const auto& rows = loom()->rows();
    for (std::size_t i = 0; i < rows.size(); ++i) {
      if (rows[i].key == key) return i;
    }
    qFatal("no row %s", key.c_str());
  }
  void clickRow(const std::string& key, Qt::KeyboardModifiers modifiers = {}) {
    const QRectF rect = loom()->rowRect(rowOf(key));
    QTest::mouseClick(loom()->viewport(), Qt::LeftButton, modifiers,
                      (rect.topLeft() + QPointF(60, rect.height() / 2)).toPoint());
    QCoreApplication::processEvents();
  }
  void pull(const std::string& key, bool seeks, std::size_t layer) {
    const QPoint from = loom()->gripOf(rowOf(key), seeks).toPoint();
    const QPoint to = loom()->layerRect(layer).center().toPoint();
    QTest::mousePress(loom()->viewport(), Qt::LeftButton, {}, from);
    QTest::mouseMove(loom()->viewport(), (from + to) / 2);
    QTest::mouseMove(loom()->viewport(), to);
    QTest::mouseRelease(loom()->viewport(), Qt::LeftButton, {}, to);
    QCoreApplication::processEvents();
  }
  ParticipantSettings settings(const char* asset, const char* role) {
    return participantOf(project(), *findAsset(project(), asset), *findRole(project(), role))
        .settings;
  }

  Scratch scratch;
  MainWindow window;
};

}  // namespace amber::test
