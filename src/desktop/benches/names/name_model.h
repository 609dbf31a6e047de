#pragma once

#include <QAbstractTableModel>
#include <QModelIndex>
#include <QString>
#include <QVariant>
#include <vector>

#include "core/naming/name_table.h"

namespace amber {

/// The live table of names: what each is, what the rule makes of it, and why they differ. A current
/// name can be typed over; the model then asks for the rename.
class NameModel : public QAbstractTableModel {
  Q_OBJECT

 public:
  enum Column { Current, Proposed, Reason, ColumnCount };

  using QAbstractTableModel::QAbstractTableModel;

  void setProject(const Project& project);
  /// Shows only names that are wrong.
  void setOnlyWrong(bool onlyWrong);

  /// The name shown in a row of the table.
  const NameRow& row(int index) const;
  int wrongCount() const { return wrongCount_; }
  std::vector<NameRow> wrongRows() const;

  int rowCount(const QModelIndex& parent = {}) const override;
  int columnCount(const QModelIndex& parent = {}) const override;
  QVariant data(const QModelIndex& index, int role) const override;
  QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
  Qt::ItemFlags flags(const QModelIndex& index) const override;
  bool setData(const QModelIndex& index, const QVariant& value, int role) override;

 signals:
  void renameAsked(const amber::NameRow& row, const QString& name);

 private:
  using Indices = std::vector<std::size_t>;
  Indices wanted(const std::vector<NameRow>& rows) const;
  void show(std::vector<NameRow> rows);

  std::vector<NameRow> all_;
  Indices shown_;  // into all_
  int wrongCount_ = 0;
  bool onlyWrong_ = false;
};

}  // namespace amber
