#pragma once

#include <QFileSystemWatcher>
#include <QObject>
#include <QSet>
#include <QString>
#include <QTimer>
#include <vector>

#include "core/project/project.h"

namespace amber {

/// Notices when the image of a sheet is written to. A file that is being written is left alone
/// until it rests, and all that have come to rest are told of together.
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
