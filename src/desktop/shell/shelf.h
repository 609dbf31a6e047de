#pragma once

#include <QAbstractListModel>
#include <QModelIndex>
#include <QObject>
#include <QString>
#include <QVariant>
#include <QWidget>

#include "core/checks/docket.h"
#include "desktop/benches/bench_table.h"
#include "desktop/stage/pictures.h"

class QLabel;
class QLineEdit;
class QListView;
class QPushButton;

namespace amber {

/// The sheets or the assets of the project, those whose name holds the filter.
class ShelfModel : public QAbstractListModel {
  Q_OBJECT

 public:
  enum Role { IdRole = Qt::UserRole, FactsRole };

  explicit ShelfModel(ProjectSession& session, QObject* parent = nullptr);

  void setContent(ShelfContent content);
  ShelfContent content() const { return content_; }
  void setFilter(const QString& text);
  void refresh();
  int rowOf(std::uint32_t id) const;
  std::uint32_t idAt(int row) const;

  int rowCount(const QModelIndex& parent = {}) const override;
  QVariant data(const QModelIndex& index, int role) const override;

 private:
  std::vector<std::uint32_t> wantedIds() const;

  ProjectSession& session_;
  ShelfContent content_ = ShelfContent::Sheets;
  QString filter_;
  std::vector<std::uint32_t> ids_;
};

/// The column at the left: assets with thumbnail, name and docket (sheets while cutting), a filter,
/// and selection of several.
class Shelf : public QWidget {
  Q_OBJECT

 public:
  Shelf(ProjectSession& session, Pictures& pictures, QWidget* parent);

  void setContent(ShelfContent content);
  ShelfContent content() const { return model_->content(); }
  QListView* list() const { return list_; }
  /// The button that makes a variant of the asset that is chosen.
  QPushButton* variantButton() const { return variant_; }
  /// The button that makes a block or zone.
  QPushButton* blockButton() const { return block_; }

 private:
  void refresh();
  void takeSelection();
  void showSelection();

  ProjectSession& session_;
  ShelfModel* model_ = nullptr;
  QPushButton* variant_ = nullptr;
  QPushButton* block_ = nullptr;
  QListView* list_ = nullptr;
  QLabel* title_ = nullptr;
  QLineEdit* filter_ = nullptr;
  bool syncing_ = false;
};

}  // namespace amber
