#include "desktop/session/code_watch.h"

#include <QDir>
#include <QDirIterator>
#include <QFileInfo>
#include <utility>

#include "desktop/session.h"

namespace amber {
namespace {

// Files that are being written are left alone until they rest so long, ms.
constexpr int kRestMs = 250;
// More is not watched but read again when asked: each takes a place of the system's.
constexpr qsizetype kMostWatched = 4096;

std::vector<std::string> namesOf(const Project& project) {
  std::vector<std::string> names;
  for (const NameEntry& entry : namesBy(project)) {
    names.push_back(std::to_string(static_cast<int>(entry.sort)) + entry.name);
  }
  for (const Kind& kind : project.kinds) names.push_back("prefix" + kind.prefix);
  names.push_back(std::to_string(static_cast<int>(project.naming.style)));
  return names;
}

}  // namespace

CodeWatch::CodeWatch(ProjectSession& session)
    : QObject(&session),
      session_(session),
      newest_(session.background(), this, tr("Reading code"),
              [this](std::shared_ptr<CodeState> state) { take(std::move(state)); }) {
  rest_.setSingleShot(true);
  rest_.setInterval(kRestMs);
  connect(&rest_, &QTimer::timeout, this, &CodeWatch::readAgain);
  connect(&watcher_, &QFileSystemWatcher::fileChanged, this, [this] { rest_.start(); });
  connect(&watcher_, &QFileSystemWatcher::directoryChanged, this, [this] { rest_.start(); });
}

void CodeWatch::forget() {
  newest_.forget();
  state_.reset();
  folders_ = {};
  names_.clear();
  reading_ = false;
  rest_.stop();
  watch();
  emit codeChanged();
}

void CodeWatch::follow() {
  const CodeFolders& folders = session_.committed().code;
  if (folders.folders.empty()) {
    if (!folders_.folders.empty()) forget();
    return;
  }
  if (!(folders == folders_)) {
    ask(true);
  } else if (namesOf(session_.committed()) != names_) {
    ask(false);
  }
}

void CodeWatch::readAgain() {
  if (!session_.committed().code.folders.empty()) ask(true);
}

void CodeWatch::ask(bool readFiles) {
  folders_ = session_.committed().code;
  names_ = namesOf(session_.committed());
  reading_ = true;
  const auto known = readFiles || state_ == nullptr ? nullptr : state_->sources;
  const std::string base = QFileInfo(session_.path()).absolutePath().toStdString();
  newest_.ask([project = session_.committed(), base, known](const Progress& progress) {
    auto state = std::make_shared<CodeState>();
    state->sources =
        known != nullptr
            ? known
            : std::make_shared<const CodeSources>(readCode(project.code, base, progress));
    state->report = codeReport(project, namesBy(project), state->sources->files);
    return state;
  });
  emit codeChanged();
}

void CodeWatch::take(std::shared_ptr<CodeState> state) {
  const bool read = state_ == nullptr || state_->sources != state->sources;
  state->readAt = read ? QTime::currentTime() : state_->readAt;
  state_ = std::move(state);
  reading_ = false;
  if (read) watch();
  emit codeChanged();
}

// Folders notify about added and removed files, files about changes.
void CodeWatch::watch() {
  const QStringList before = watcher_.files() + watcher_.directories();
  if (!before.isEmpty()) watcher_.removePaths(before);
  if (state_ == nullptr) return;
  const std::string base = QFileInfo(session_.path()).absolutePath().toStdString();
  QStringList paths;
  for (const std::string& folder : folders_.folders) {
    const QString root = QString::fromStdString(codePath(folder, base));
    paths << root;
    QDirIterator inside(root, QDir::Dirs | QDir::Files | QDir::NoDotAndDotDot | QDir::NoSymLinks,
                        QDirIterator::Subdirectories);
    while (inside.hasNext() && paths.size() < kMostWatched) {
      const QString path = inside.next();
      if (!path.contains("/.git/")) paths << path;
    }
  }
  watcher_.addPaths(paths);
}

}  // namespace amber
