#pragma once

#include <QHeaderView>
#include <QStringList>
#include <QTreeWidget>
#include <QWidget>

namespace amber {

/// A plain list with columns, without a frame or a tree's marks: the first column takes the room
/// that the others leave, which are as wide as what stands in them.
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
