#pragma once

#include <QAbstractListModel>
#include <QModelIndex>
#include <QString>
#include <QVariant>
#include <map>
#include <optional>
#include <vector>

#include "core/naming/name_family.h"
#include "core/naming/renames.h"
#include "work/names/name_replacing.h"

namespace amber {

/// Identifies the row of a name, even if the rows around it change: the thing it names, and whether
/// the row is below a fault.
struct FamilyPlace {
  NameSort sort = NameSort::Asset;
  std::uint32_t asset = 0;
  std::uint32_t thing = 0;  ///< An animation's or a frame's id.
  std::string name = {};    ///< Of what has no id.
  bool wrong = false;

  bool operator==(const FamilyPlace&) const = default;
};

/// The family of names as a list: every name with what it is to become, what is wrong first. A name
/// can be typed over; the model then asks for the rename.
class FamilyModel : public QAbstractListModel {
  Q_OBJECT

 public:
  using QAbstractListModel::QAbstractListModel;

  void setProject(const Project& project);
  void setFilter(const QString& filter);
  /// Shows the results of replacing instead of fixes.
  void setReplacing(const NameReplacing& replacing);
  /// Why nothing can be replaced so; empty where it can.
  const std::string& replaceFault() const { return replaceFault_; }

  const FamilyRow& row(int index) const { return rows_[static_cast<std::size_t>(index)]; }
  /// Requires: a name's row.
  const NameEntry& entry(int index) const { return entries_[row(index).entry]; }
  const std::vector<NameEntry>& entries() const { return entries_; }
  /// What the name of a row is to become; nothing where it stays.
  std::optional<std::string> becomes(int index) const;
  /// The frames that show what a row names, at most as many as a row has room for.
  std::vector<const Frame*> frames(int index) const;
  /// Additional text of a row: how many frames an asset has, why a name is wrong.
  QString note(int index) const;
  /// How many names lie below a fault.
  int wrongCount() const { return wrongCount_; }

  /// How many names have a fault, shown or not.
  int countOf(NameFault fault) const;
  /// The renames that fix a fault everywhere, the results of replacing, and the names of these by
  /// the convention: frames of an asset or animation by their numbers.
  std::vector<ThingRename> fixes(NameFault fault) const;
  const std::vector<ThingRename>& replaced() const { return replaced_; }
  std::vector<ThingRename> byConvention(const std::vector<int>& rows, bool framesToo) const;

  FamilyPlace place(int index) const;
  /// The row of a place, else of the same name elsewhere; -1 for none.
  int rowOf(const FamilyPlace& place) const;
  /// Opens or closes an asset or an animation.
  void setOpen(int index, bool open);

  int rowCount(const QModelIndex& parent = {}) const override;
  QVariant data(const QModelIndex& index, int role) const override;
  Qt::ItemFlags flags(const QModelIndex& index) const override;
  bool setData(const QModelIndex& index, const QVariant& value, int role) override;

  static constexpr std::size_t kMostThumbs = 6;

 signals:
  void renameAsked(const amber::NameEntry& entry, const QString& name);

 private:
  void show();
  void findBetter();

  Project project_;
  std::vector<NameEntry> entries_;
  FamilyChoice view_;
  std::vector<FamilyRow> rows_;
  NameReplacing replacing_;
  std::vector<ThingRename> replaced_;
  std::string replaceFault_;
  // The new name by a fix or by replacing, by the index of the entry.
  std::map<std::pair<NameFault, std::size_t>, std::string> better_;
  std::map<std::size_t, std::string> replacements_;
  int wrongCount_ = 0;
};

}  // namespace amber
