#include "work/pack_watch.h"

#include <QFileInfo>
#include <utility>

#include "files/project_file.h"

namespace amber {
namespace {

// Files are left alone until they rest so long, ms: most programs write a picture in less.
constexpr int kRestMs = 60;
// What could not be read is tried again after so long, ms.
constexpr int kRetryMs = 200;

}  // namespace

PackWatch::PackWatch(std::string project, std::string folder, Tell tell, QObject* parent)
    : QObject(parent),
      path_(QFileInfo(QString::fromStdString(project)).absoluteFilePath().toStdString()),
      folder_(std::move(folder)),
      tell_(std::move(tell)) {
  const QString base = QFileInfo(QString::fromStdString(path_)).absolutePath();
  store_ = std::make_shared<ArtStore>(base.toStdString());
  rest_.setSingleShot(true);
  connect(&rest_, &QTimer::timeout, this, &PackWatch::pack);
  connect(&watcher_, &QFileSystemWatcher::fileChanged, this, &PackWatch::noticed);
}

void PackWatch::start() {
  since_.start();
  pack();
}

void PackWatch::noticed(const QString& path) {
  if (changed_.isEmpty()) since_.restart();
  changed_.insert(path);
  rest_.start(kRestMs);
}

void PackWatch::tell(WatchStep::Event event, const std::string& text) {
  tell_({event, text, {}, {}, 0});
}

void PackWatch::retry(const Error& error) {
  // Told once, however often it is tried.
  const std::string why = describe(error);
  if (why != waitsFor_) tell(WatchStep::Event::Waiting, why);
  waitsFor_ = why;
  rest_.start(kRetryMs);
}

void PackWatch::pack() {
  const QSet<QString> changed = std::exchange(changed_, {});
  if (!changed.isEmpty()) {
    WatchStep step{WatchStep::Event::Changed, {}, {}, {}, 0};
    for (const QString& file : changed) step.files.push_back(file.toStdString());
    tell_(step);
  }
  auto project = readProject(path_);
  if (!project) {
    watch();
    retry(project.error());
    return;
  }
  const Project before = std::exchange(project_, std::move(*project));
  watch();
  // Sheets are read anew where they were written, or where they could not be read before.
  bool repainted = !packedOnce_;
  for (const auto& sheet : project_.sheets) {
    const auto old = store_->cached(*sheet);
    const QString file = QString::fromStdString(path_).section('/', 0, -2) + "/" +
                         QString::fromStdString(sheet->path);
    if (old != nullptr && packedOnce_ && !changed.contains(file)) continue;
    const auto fresh = store_->reload(*sheet);
    if (!fresh) {
      retry(fresh.error());
      packedOnce_ = packedOnce_ && !changed.contains(file);
      return;
    }
    repainted = repainted || fresh->art != old;
  }
  waitsFor_.clear();
  if (!repainted && before == project_) {
    tell(WatchStep::Event::Same);
    return;
  }
  const auto outcome = packProject(project_, store_, folder_, {});
  packedOnce_ = true;
  if (!outcome) {
    tell(WatchStep::Event::Refused, describe(outcome.error()));
  } else if (!outcome->differences.empty()) {
    tell(WatchStep::Event::Refused, outcome->differences.front());
  } else {
    tell_({WatchStep::Event::Packed, {}, {}, *outcome, static_cast<int>(since_.elapsed())});
  }
}

// Files are watched by name; one that was replaced must be watched again.
void PackWatch::watch() {
  QStringList wanted{QString::fromStdString(path_)};
  const QString base = QFileInfo(wanted.front()).absolutePath() + "/";
  for (const auto& sheet : project_.sheets) wanted << base + QString::fromStdString(sheet->path);
  const QStringList watched = watcher_.files();
  QStringList fresh;
  for (const QString& file : wanted) {
    if (!watched.contains(file)) fresh << file;
  }
  QStringList gone;
  for (const QString& file : watched) {
    if (!wanted.contains(file)) gone << file;
  }
  if (!gone.isEmpty()) watcher_.removePaths(gone);
  if (!fresh.isEmpty()) watcher_.addPaths(fresh);
}

}  // namespace amber
