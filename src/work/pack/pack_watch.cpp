#include "work/pack/pack_watch.h"

#include <QFileInfo>
#include <utility>

#include "files/project/project_file.h"

namespace amber {
namespace {

// Files are left alone until they rest so long, ms: most programs write a picture in less.
constexpr int kRestMs = 60;
// What could not be read is tried again after so long, ms.
constexpr int kRetryMs = 200;

}  // namespace

PackWatch::PackWatch(std::string project, std::string profile, std::string folder, Tell tell,
                     QObject* parent)
    : QObject(parent),
      path_(QFileInfo(QString::fromStdString(project)).absoluteFilePath().toStdString()),
      profile_(std::move(profile)),
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
  // Reported once, however often it is tried.
  const std::string why = describe(error);
  if (why != waitsFor_) tell(WatchStep::Event::Waiting, why);
  waitsFor_ = why;
  rest_.start(kRetryMs);
}

void PackWatch::pack() {
  const QSet<QString> changed = std::exchange(changed_, {});
  unread_ += changed;
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
  project_ = std::move(*project);
  watch();
  if (const auto read = readSheets(); !read) {
    retry(read.error());
    return;
  }
  waitsFor_.clear();
  if (packed_ == project_) {
    tell(WatchStep::Event::Same);
    return;
  }
  const auto profile = chosenProfile(project_, profile_);
  if (!profile) {
    tell(WatchStep::Event::Refused, describe(profile.error()));
    return;
  }
  const auto outcome = session_.pack(project_, **profile, store_, folder_, {});
  packed_.reset();
  if (outcome && outcome->differences.empty()) packed_ = project_;
  if (!outcome) {
    tell(WatchStep::Event::Refused, describe(outcome.error()));
  } else if (!outcome->differences.empty()) {
    tell(WatchStep::Event::Refused, outcome->differences.front());
  } else {
    tell_({WatchStep::Event::Packed, {}, {}, *outcome, static_cast<int>(since_.elapsed())});
  }
}

// Sheets that were written, or never read. The parcel is out of date with the first of them.
Result<void> PackWatch::readSheets() {
  const QString base = QFileInfo(QString::fromStdString(path_)).absolutePath() + "/";
  for (const auto& sheet : project_.sheets) {
    const QString file = base + QString::fromStdString(sheet->path);
    if (store_->cached(*sheet) != nullptr && !unread_.contains(file)) continue;
    if (const auto fresh = store_->reload(*sheet); !fresh) return tl::unexpected(fresh.error());
    unread_.remove(file);
    packed_.reset();
  }
  return {};
}

// Files are watched by name; one that was replaced must be watched again.
void PackWatch::watch() {
  QStringList wanted{QString::fromStdString(path_)};
  const QString base = QFileInfo(wanted.front()).absolutePath() + "/";
  for (const auto& sheet : project_.sheets) {
    if (sheet->isFile()) wanted << base + QString::fromStdString(sheet->path);
  }
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
