#include "work/project/recovery.h"

#include <QFile>
#include <QFileInfo>

#include "files/project/project_file.h"

namespace amber {
namespace {

// Renames the file to a free name and returns it; empty if that fails too.
std::string setAside(const std::string& path) {
  for (int number = 1; number < 1000; ++number) {
    const QString name = QString::fromStdString(path) + ".unreadable-" + QString::number(number);
    if (QFileInfo::exists(name)) continue;
    return QFile::rename(QString::fromStdString(path), name) ? name.toStdString() : std::string();
  }
  return {};
}

}  // namespace

std::string recoveryPath(const std::string& projectPath) {
  const QFileInfo info(QString::fromStdString(projectPath));
  return (info.absolutePath() + "/." + info.fileName() + ".recovery").toStdString();
}

Result<void> keepUnsaved(const std::string& projectPath, const Project& project) {
  return writeProject(recoveryPath(projectPath), project);
}

void dropUnsaved(const std::string& projectPath) {
  QFile::remove(QString::fromStdString(recoveryPath(projectPath)));
}

Result<Reopened> reopen(const std::string& projectPath) {
  auto saved = readProjectFile(projectPath);
  auto kept = readProject(recoveryPath(projectPath));
  Reopened reopened;
  const bool unreadable = !kept && kept.error().code != ErrorCode::FileMissing;
  if (!saved && (saved.error().code != ErrorCode::FileMissing || !kept)) {
    return tl::unexpected(saved.error());
  }
  if (unreadable) reopened.setAside = setAside(recoveryPath(projectPath));
  if (!saved) {
    reopened.saved = newProject(kept->name);
    reopened.recovered = std::move(*kept);
    return reopened;
  }
  reopened.everSaved = true;
  reopened.saved = std::move(saved->project);
  reopened.hash = std::move(saved->hash);
  if (kept && !(*kept == reopened.saved)) reopened.recovered = std::move(*kept);
  return reopened;
}

}  // namespace amber
