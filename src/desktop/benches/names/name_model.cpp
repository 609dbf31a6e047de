#include "desktop/benches/names/name_model.h"

#include <algorithm>

#include "desktop/theme.h"

namespace amber {

void NameModel::setProject(const Project& project) {
  all_ = nameTable(project);
  wrongCount_ = static_cast<int>(
      std::count_if(all_.begin(), all_.end(), [](const NameRow& row) { return !row.right(); }));
  show(wanted());
}

void NameModel::setOnlyWrong(bool onlyWrong) {
  onlyWrong_ = onlyWrong;
  show(wanted());
}

std::vector<NameRow> NameModel::wanted() const {
  return onlyWrong_ ? wrongRows() : all_;
}

// The same things in the same order keep their rows, and with them selection and scrolling.
void NameModel::show(std::vector<NameRow> rows) {
  const auto sameThing = [](const NameRow& a, const NameRow& b) {
    return a.asset == b.asset && a.animation == b.animation && a.frame == b.frame;
  };
  if (std::equal(rows.begin(), rows.end(), shown_.begin(), shown_.end(), sameThing)) {
    shown_ = std::move(rows);
    if (!shown_.empty()) emit dataChanged(index(0, 0), index(rowCount() - 1, ColumnCount - 1));
    return;
  }
  beginResetModel();
  shown_ = std::move(rows);
  endResetModel();
}

std::vector<NameRow> NameModel::wrongRows() const {
  std::vector<NameRow> wrong;
  for (const NameRow& row : all_) {
    if (!row.right()) wrong.push_back(row);
  }
  return wrong;
}

int NameModel::rowCount(const QModelIndex& parent) const {
  return parent.isValid() ? 0 : static_cast<int>(shown_.size());
}

int NameModel::columnCount(const QModelIndex& parent) const {
  return parent.isValid() ? 0 : ColumnCount;
}

QVariant NameModel::data(const QModelIndex& index, int role) const {
  if (!index.isValid() || index.row() >= rowCount()) return {};
  const NameRow& row = shown_[static_cast<std::size_t>(index.row())];
  const bool asset = !row.frame && !row.animation;
  if (role == Qt::EditRole) return QString::fromStdString(row.current);
  if (role == Qt::FontRole) return textFont(asset);
  if (role == Qt::ForegroundRole) {
    if (index.column() == Reason) return theme().error;
    return theme().text;
  }
  if (role != Qt::DisplayRole) return {};
  switch (index.column()) {
    case Current: {
      const QString indent(asset ? 0 : row.frame ? 8 : 4, QChar(0x2002));
      return indent + QString::fromStdString(row.current);
    }
    case Proposed:
      return row.right() ? QString() : QString::fromStdString(row.proposed);
    default:
      return QString::fromStdString(row.reason);
  }
}

QVariant NameModel::headerData(int section, Qt::Orientation orientation, int role) const {
  if (role != Qt::DisplayRole || orientation != Qt::Horizontal) return {};
  switch (section) {
    case Current:
      return tr("name");
    case Proposed:
      return tr("becomes");
    default:
      return tr("why");
  }
}

Qt::ItemFlags NameModel::flags(const QModelIndex& index) const {
  Qt::ItemFlags flags = QAbstractTableModel::flags(index);
  if (index.isValid() && index.column() == Current) flags |= Qt::ItemIsEditable;
  return flags;
}

bool NameModel::setData(const QModelIndex& index, const QVariant& value, int role) {
  if (!index.isValid() || role != Qt::EditRole || index.column() != Current) return false;
  const NameRow row = shown_[static_cast<std::size_t>(index.row())];
  const QString name = value.toString().trimmed();
  if (name.isEmpty() || name.toStdString() == row.current) return false;
  emit renameAsked(row, name);
  return true;
}

}  // namespace amber
