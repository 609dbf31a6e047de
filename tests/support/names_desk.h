#pragma once

#include <QListView>

#include "core/naming/name_faults.h"
#include "support/window_driver.h"

namespace amber::test {

/// The Names bench with the demo project, and hands for it.
struct NamesDesk {
  OpenWindow open;
  MainWindow& window = open.window;
  QListView* list = nullptr;

  NamesDesk() {
    goTo(window, Bench::Names);
    list = find<QListView>(window, "names");
  }
  const Project& project() const { return window.session().project(); }
  QStringList rows() const {
    QStringList rows;
    for (int i = 0; i < list->model()->rowCount(); ++i) {
      rows << list->model()->index(i, 0).data().toString();
    }
    return rows;
  }
  QString becomes(const QString& name) const {
    for (int i = 0; i < list->model()->rowCount(); ++i) {
      const QModelIndex index = list->model()->index(i, 0);
      const QString told = index.data(Qt::AccessibleTextRole).toString();
      if (index.data().toString() == name && told.contains(", becomes ")) {
        return told.section(", becomes ", 1);
      }
    }
    return {};
  }
  void choose(const QString& name) {
    const int row = static_cast<int>(rows().indexOf(name));
    if (row < 0) qFatal("no row %s", qPrintable(name));
    list->setFocus();
    list->setCurrentIndex(list->model()->index(row, 0));
  }
  QLineEdit* editor() { return list->findChild<QLineEdit*>("nameEditor"); }
  void finder(const QString& what) {
    doByFinder(window, what);
    QCoreApplication::processEvents();
  }
  int count(NameFault fault) const {
    int found = 0;
    for (const NameEntry& entry : nameEntries(project())) found += entry.has(fault) ? 1 : 0;
    return found;
  }
};

}  // namespace amber::test
