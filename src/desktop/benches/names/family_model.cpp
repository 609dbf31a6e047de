#include "desktop/benches/names/family_model.h"

#include <QStringList>
#include <algorithm>
#include <set>
#include <tuple>

#include "core/naming/name_fixes.h"
#include "desktop/parts/wording.h"

namespace amber {
namespace {

std::vector<NameEntry> withFault(const std::vector<NameEntry>& entries, NameFault fault) {
  std::vector<NameEntry> wrong;
  std::copy_if(entries.begin(), entries.end(), std::back_inserter(wrong),
               [&](const NameEntry& entry) { return entry.has(fault); });
  return wrong;
}

FamilyPlace placeOf(const NameEntry& entry, bool wrong) {
  const std::uint32_t thing = entry.sort == NameSort::Frame       ? entry.frame.value
                              : entry.sort == NameSort::Animation ? entry.animation.value
                                                                  : 0;
  const bool named = entry.sort != NameSort::Asset && thing == 0;
  return {entry.sort, entry.asset.value, thing, named ? entry.name : std::string(), wrong};
}

}  // namespace

void FamilyModel::setProject(const Project& project) {
  project_ = project;
  entries_ = nameEntries(project_);
  findBetter();
  show();
}

void FamilyModel::setFilter(const QString& filter) {
  view_.filter = filter.toStdString();
  show();
}

void FamilyModel::setReplacing(const NameReplacing& replacing) {
  if (replacing == replacing_) return;
  replacing_ = replacing;
  findBetter();
  show();
}

void FamilyModel::setOpen(int index, bool open) {
  const NameEntry& one = entry(index);
  const auto change = [open](auto& set, auto id) {
    if (open) {
      set.insert(id);
    } else {
      set.erase(id);
    }
  };
  if (one.sort == NameSort::Asset) change(view_.assets, one.asset);
  if (one.sort == NameSort::Animation) change(view_.animations, one.animation);
  show();
}

// The results of replacing, and fixes. Fixes by the convention are in the entries.
void FamilyModel::findBetter() {
  better_.clear();
  replacements_.clear();
  replaced_.clear();
  std::map<FamilyPlace, std::size_t, bool (*)(const FamilyPlace&, const FamilyPlace&)> places(
      [](const FamilyPlace& a, const FamilyPlace& b) {
        return std::tie(a.sort, a.asset, a.thing, a.name) <
               std::tie(b.sort, b.asset, b.thing, b.name);
      });
  std::set<NameFault> faults;
  for (const NameEntry& entry : entries_) faults.insert(entry.faults.begin(), entry.faults.end());
  faults.erase(NameFault::Pattern);
  auto replaced = replacedNames(entries_, replacing_);
  replaceFault_ = replaced ? std::string() : replaced.error().sentence;
  if (replaced) replaced_ = std::move(*replaced);
  if (faults.empty() && replaced_.empty()) return;
  for (std::size_t i = 0; i < entries_.size(); ++i) places[placeOf(entries_[i], false)] = i;
  for (const NameFault fault : faults) {
    for (const ThingRename& fix : fixes(fault)) {
      better_[{fault, places[placeOf(fix.thing, false)]}] = fix.to;
    }
  }
  for (const ThingRename& one : replaced_) {
    replacements_[places[placeOf(one.thing, false)]] = one.to;
  }
}

// The same things in the same order keep their rows, and with them selection and scrolling.
void FamilyModel::show() {
  std::vector<FamilyRow> rows = familyRows(project_, entries_, view_);
  std::set<std::size_t> wrong;
  for (const FamilyRow& one : rows) {
    if (one.wrong && one.sort == FamilyRow::Sort::Name) wrong.insert(one.entry);
  }
  wrongCount_ = static_cast<int>(wrong.size());
  const bool same = std::equal(rows.begin(), rows.end(), rows_.begin(), rows_.end(),
                               [](const FamilyRow& a, const FamilyRow& b) {
                                 return a.sort == b.sort && a.entry == b.entry &&
                                        a.depth == b.depth && a.wrong == b.wrong;
                               });
  if (!same) beginResetModel();
  rows_ = std::move(rows);
  if (!same) {
    endResetModel();
  } else if (!rows_.empty()) {
    emit dataChanged(index(0), index(rowCount() - 1));
  }
}

std::optional<std::string> FamilyModel::becomes(int index) const {
  const FamilyRow& shown = row(index);
  if (shown.sort != FamilyRow::Sort::Name) return std::nullopt;
  if (!replacing_.find.empty()) {
    const auto found = replacements_.find(shown.entry);
    return found == replacements_.end() ? std::nullopt : std::optional(found->second);
  }
  if (!shown.wrong) return std::nullopt;
  if (shown.fault == NameFault::Pattern) return entries_[shown.entry].proposed;
  const auto found = better_.find({shown.fault, shown.entry});
  return found == better_.end() ? std::nullopt : std::optional(found->second);
}

std::vector<const Frame*> FamilyModel::frames(int index) const {
  return framesShowing(project_, entry(index), kMostThumbs);
}

QString FamilyModel::note(int index) const {
  const FamilyRow& shown = row(index);
  const NameEntry& one = entry(index);
  if (shown.wrong) {
    const QString why = QString::fromStdString(faultNote(one, shown.fault));
    return why.isEmpty() ? tr(kNameSortWords[static_cast<std::size_t>(one.sort)].data()) : why;
  }
  const Asset* asset = findAsset(project_, one.asset);
  if (asset == nullptr) return {};
  if (one.sort == NameSort::Animation) {
    const Animation* animation = findAnimation(*asset, one.animation);
    return animation == nullptr ? QString()
                                : counted(animation->steps.size(), tr("step"), tr("steps"));
  }
  if (one.sort == NameSort::Mount) return tr("mount");
  if (one.sort != NameSort::Asset) return {};
  QStringList parts;
  QStringList animations;
  for (const Animation& animation : asset->animations) {
    animations << QString::fromStdString(animation.name);
  }
  if (!animations.isEmpty()) parts << animations.join(", ");
  parts << countedFrames(asset->frames.size());
  std::set<std::string> mounts;
  for (const Frame& frame : asset->frames) {
    for (const Mount& mount : frame.mounts) mounts.insert(mount.name);
  }
  for (const std::string& mount : mounts) parts << tr("mount %1").arg(mount.c_str());
  return parts.join(" · ");
}

int FamilyModel::countOf(NameFault fault) const {
  return static_cast<int>(std::count_if(entries_.begin(), entries_.end(),
                                        [&](const NameEntry& entry) { return entry.has(fault); }));
}

std::vector<ThingRename> FamilyModel::fixes(NameFault fault) const {
  return fixesOf(project_, entries_, withFault(entries_, fault), fault);
}

std::vector<ThingRename> FamilyModel::byConvention(const std::vector<int>& rows,
                                                   bool framesToo) const {
  std::vector<ThingRename> renames;
  std::set<std::size_t> taken;
  const auto add = [&](std::size_t at) {
    const NameEntry& one = entries_[at];
    if (one.name != one.proposed && taken.insert(at).second) {
      renames.push_back({one, one.proposed});
    }
  };
  std::set<AssetId> assets;
  for (const int index : rows) {
    if (row(index).sort != FamilyRow::Sort::Name) continue;
    add(row(index).entry);
    const NameEntry& one = entry(index);
    if (one.sort == NameSort::Asset || one.sort == NameSort::Animation) assets.insert(one.asset);
  }
  for (std::size_t i = 0; framesToo && i < entries_.size(); ++i) {
    if (entries_[i].sort == NameSort::Frame && assets.count(entries_[i].asset) != 0) add(i);
  }
  return renames;
}

FamilyPlace FamilyModel::place(int index) const {
  return placeOf(entry(index), row(index).wrong);
}

int FamilyModel::rowOf(const FamilyPlace& wanted) const {
  int elsewhere = -1;
  for (int i = 0; i < rowCount(); ++i) {
    if (row(i).sort != FamilyRow::Sort::Name) continue;
    FamilyPlace one = place(i);
    if (one == wanted) return i;
    one.wrong = wanted.wrong;
    if (one == wanted) elsewhere = i;
  }
  return elsewhere;
}

int FamilyModel::rowCount(const QModelIndex& parent) const {
  return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}

QVariant FamilyModel::data(const QModelIndex& index, int role) const {
  if (!index.isValid() || index.row() >= rowCount()) return {};
  const FamilyRow& shown = row(index.row());
  if (role != Qt::DisplayRole && role != Qt::EditRole && role != Qt::AccessibleTextRole) return {};
  if (shown.sort != FamilyRow::Sort::Name) return QString::fromStdString(shown.title);
  const QString name = QString::fromStdString(entry(index.row()).name);
  const auto to = becomes(index.row());
  if (role == Qt::AccessibleTextRole && to) {
    return tr("%1, becomes %2").arg(name, QString::fromStdString(*to));
  }
  return name;
}

Qt::ItemFlags FamilyModel::flags(const QModelIndex& index) const {
  Qt::ItemFlags flags = QAbstractListModel::flags(index);
  if (index.isValid() && row(index.row()).sort == FamilyRow::Sort::Name) {
    flags |= Qt::ItemIsEditable;
  }
  return flags;
}

bool FamilyModel::setData(const QModelIndex& index, const QVariant& value, int role) {
  if (!index.isValid() || role != Qt::EditRole) return false;
  if (row(index.row()).sort != FamilyRow::Sort::Name) return false;
  const NameEntry renamed = entry(index.row());
  const QString name = value.toString().trimmed();
  if (name.isEmpty() || name.toStdString() == renamed.name) return false;
  emit renameAsked(renamed, name);
  return true;
}

}  // namespace amber
