#pragma once

#include <QFileSystemWatcher>
#include <QObject>
#include <QSet>
#include <QString>
#include <QTimer>
#include <vector>

#include "core/project/project.h"

namespace amber {

/// Detects changes of sheet files. A file that is being written is ignored until it is stable;
/// files that become stable together are reported together.
class SheetWatch : public QObject {
  Q_OBJECT

 public:
  explicit SheetWatch(QObject* parent);

  /// From now on, the images of these sheets.
  void watch(const QString& folder, const Project& project);

 signals:
  void repainted(const std::vector<amber::SheetId>& sheets);

 private:
  void fileChanged(const QString& file);
  void tell();
  void watchAgain();
  void lookForMissing();

  QFileSystemWatcher watcher_;
  std::vector<std::pair<QString, SheetId>> files_;
  QSet<QString> changed_;
  QSet<QString> missing_;
  QTimer rest_;
  QTimer comeBack_;
};

}  // namespace amber
