#pragma once

#include <QAbstractTableModel>
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

  const std::vector<NameRow>& rows() const { return shown_; }
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
  std::vector<NameRow> wanted() const;
  void show(std::vector<NameRow> rows);

  std::vector<NameRow> all_;
  std::vector<NameRow> shown_;
  int wrongCount_ = 0;
  bool onlyWrong_ = false;
};

}  // namespace amber
