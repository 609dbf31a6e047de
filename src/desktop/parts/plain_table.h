#pragma once

#include <QHeaderView>
#include <QStringList>
#include <QTreeWidget>
#include <QWidget>

namespace amber {

/// A plain table without a frame and tree marks: the first column gets the remaining width, the
/// others the width of their content.
inline QTreeWidget* makeTable(const char* name, const QStringList& columns, QWidget* parent) {
  auto* table = new QTreeWidget(parent);
  table->setObjectName(name);
  table->setRootIsDecorated(false);
  table->setUniformRowHeights(true);
  table->setIndentation(0);
  table->setColumnCount(static_cast<int>(columns.size()));
  table->setHeaderLabels(columns);
  table->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  table->header()->setStretchLastSection(false);
  table->setStyleSheet("QHeaderView::section { padding: 2px 4px; font-size: 11px }");
  table->header()->setSectionResizeMode(QHeaderView::ResizeToContents);
  table->header()->setSectionResizeMode(0, QHeaderView::Stretch);
  return table;
}

}  // namespace amber
