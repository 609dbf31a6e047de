#include "desktop/benches/names/name_model.h"

#include <QChar>
#include <algorithm>

#include "desktop/theme.h"

namespace amber {

void NameModel::setProject(const Project& project) {
  show(nameTable(project));
}

void NameModel::setOnlyWrong(bool onlyWrong) {
  onlyWrong_ = onlyWrong;
  beginResetModel();
  shown_ = wanted(all_);
  endResetModel();
}

NameModel::Indices NameModel::wanted(const std::vector<NameRow>& rows) const {
  Indices indices;
  indices.reserve(rows.size());
  for (std::size_t i = 0; i < rows.size(); ++i) {
    if (!onlyWrong_ || !rows[i].right()) indices.push_back(i);
  }
  return indices;
}

// The same things in the same order keep their rows, and with them selection and scrolling.
void NameModel::show(std::vector<NameRow> rows) {
  wrongCount_ = static_cast<int>(
      std::count_if(rows.begin(), rows.end(), [](const NameRow& row) { return !row.right(); }));
  Indices indices = wanted(rows);
  const bool same =
      std::equal(indices.begin(), indices.end(), shown_.begin(), shown_.end(),
                 [&](std::size_t fresh, std::size_t old) {
                   const NameRow& a = rows[fresh];
                   const NameRow& b = all_[old];
                   return a.asset == b.asset && a.animation == b.animation && a.frame == b.frame;
                 });
  if (!same) beginResetModel();
  all_ = std::move(rows);
  shown_ = std::move(indices);
  if (!same) {
    endResetModel();
  } else if (!shown_.empty()) {
    emit dataChanged(index(0, 0), index(rowCount() - 1, ColumnCount - 1));
  }
}

const NameRow& NameModel::row(int index) const {
  return all_[shown_[static_cast<std::size_t>(index)]];
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
  const NameRow& shown = row(index.row());
  const bool asset = !shown.frame && !shown.animation;
  if (role == Qt::EditRole) return QString::fromStdString(shown.current);
  if (role == Qt::FontRole) return textFont(asset);
  if (role == Qt::ForegroundRole) {
    if (index.column() == Reason) return theme().error;
    return theme().text;
  }
  if (role != Qt::DisplayRole) return {};
  switch (index.column()) {
    case Current: {
      const QString indent(asset ? 0 : shown.frame ? 8 : 4, QChar(0x2002));
      return indent + QString::fromStdString(shown.current);
    }
    case Proposed:
      return shown.right() ? QString() : QString::fromStdString(shown.proposed);
    default:
      return QString::fromStdString(shown.reason);
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
  const NameRow renamed = row(index.row());
  const QString name = value.toString().trimmed();
  if (name.isEmpty() || name.toStdString() == renamed.current) return false;
  emit renameAsked(renamed, name);
  return true;
}

}  // namespace amber
