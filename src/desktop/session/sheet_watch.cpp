#include "desktop/session/sheet_watch.h"

#include <QFileInfo>
#include <utility>

namespace amber {
namespace {

// A file that is being written is left alone until it rests so long, ms.
constexpr int kWatchRestMs = 250;
// And one that is gone is looked for this often, ms.
constexpr int kComeBackMs = 500;

}  // namespace

SheetWatch::SheetWatch(QObject* parent) : QObject(parent) {
  rest_.setSingleShot(true);
  rest_.setInterval(kWatchRestMs);
  connect(&rest_, &QTimer::timeout, this, &SheetWatch::tell);
  comeBack_.setSingleShot(true);
  comeBack_.setInterval(kComeBackMs);
  connect(&comeBack_, &QTimer::timeout, this, &SheetWatch::lookForMissing);
  connect(&watcher_, &QFileSystemWatcher::fileChanged, this, &SheetWatch::fileChanged);
}

void SheetWatch::watch(const QString& folder, const Project& project) {
  files_.clear();
  missing_.clear();
  for (const auto& sheet : project.sheets) {
    if (!sheet->isFile()) continue;
    const QString file = folder + "/" + QString::fromStdString(sheet->path);
    files_.emplace_back(file, sheet->id);
    // The watcher cannot watch a file that is not there.
    if (!QFileInfo::exists(file)) missing_.insert(file);
  }
  if (!missing_.isEmpty()) comeBack_.start();
  watchAgain();
}

// Files are watched by name; one that was replaced must be watched again.
void SheetWatch::watchAgain() {
  const QStringList watched = watcher_.files();
  const QSet<QString> have(watched.begin(), watched.end());
  QSet<QString> want;
  for (const auto& [file, id] : files_) want.insert(file);
  const QSet<QString> gone = have - want;
  const QSet<QString> fresh = want - have;
  if (!gone.isEmpty()) watcher_.removePaths(QStringList(gone.begin(), gone.end()));
  if (!fresh.isEmpty()) watcher_.addPaths(QStringList(fresh.begin(), fresh.end()));
}

void SheetWatch::fileChanged(const QString& file) {
  changed_.insert(file);
  rest_.start();
}

void SheetWatch::tell() {
  const QSet<QString> changed = std::exchange(changed_, {});
  watchAgain();
  std::vector<SheetId> sheets;
  for (const auto& [file, id] : files_) {
    if (!changed.contains(file)) continue;
    if (!QFileInfo::exists(file)) missing_.insert(file);
    sheets.push_back(id);
  }
  if (!missing_.isEmpty()) comeBack_.start();
  if (!sheets.empty()) emit repainted(sheets);
}

// A file that is gone cannot be watched; it is looked for until it is there again.
void SheetWatch::lookForMissing() {
  const QSet<QString> missing = std::exchange(missing_, {});
  for (const QString& file : missing) {
    if (QFileInfo::exists(file)) {
      fileChanged(file);
    } else {
      missing_.insert(file);
    }
  }
  if (!missing_.isEmpty()) comeBack_.start();
}

}  // namespace amber
