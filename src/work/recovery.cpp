#include "work/recovery.h"

#include <QFile>
#include <QFileInfo>

#include "files/project_file.h"

namespace amber {

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
  auto saved = readProject(projectPath);
  auto kept = readProject(recoveryPath(projectPath));
  Reopened reopened;
  if (saved) {
    reopened.everSaved = true;
    reopened.saved = std::move(*saved);
    if (kept && !(*kept == reopened.saved)) reopened.recovered = std::move(*kept);
    return reopened;
  }
  if (saved.error().code != ErrorCode::FileMissing || !kept) return tl::unexpected(saved.error());
  reopened.saved = newProject(kept->name);
  reopened.recovered = std::move(*kept);
  return reopened;
}

}  // namespace amber
