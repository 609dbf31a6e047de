#pragma once

#include <QPixmap>
#include <QWidget>
#include <functional>
#include <optional>
#include <vector>

#include "core/pack/parcel_changes.h"
#include "core/project/project.h"
#include "core/project/project_differences.h"

class QLabel;
class QTreeWidget;
class QTreeWidgetItem;

namespace amber {

/// What would change: in the parcel since it was packed last, or in the project since another file.
/// What two people changed in different ways comes first, each with both choices.
class ChangeList : public QWidget {
  Q_OBJECT

 public:
  explicit ChangeList(QWidget* parent);

  /// The conflicts of a merge, to be chosen.
  void showConflicts(const Project& project);
  /// How a frame looks now; null where it is gone.
  using Look = std::function<QPixmap(const ParcelChange& change)>;

  /// Against the parcel that lies there; nothing: there is none yet.
  void showParcel(const std::optional<std::vector<ParcelChange>>& changes, const Look& look);
  /// Against a project file, by its name.
  void showFile(const QString& name, const std::vector<ProjectDifference>& changes);
  /// Whether it shows a project file's changes.
  bool showsFile() const { return showsFile_; }

 signals:
  /// A frame, or an asset as a whole, was chosen.
  void pointed(const QString& asset, const QString& frame);
  void settled(std::size_t conflict, bool ours);
  void compareWanted();
  void mergeWanted();
  void parcelWanted();

 private:
  void addGroup(const QString& title, const std::vector<const ParcelChange*>& changes,
                const Look& look);

  QLabel* title_ = nullptr;
  QTreeWidget* conflicts_ = nullptr;
  QTreeWidget* list_ = nullptr;
  QWidget* back_ = nullptr;
  bool showsFile_ = false;
};

}  // namespace amber
