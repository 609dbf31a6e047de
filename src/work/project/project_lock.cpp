#include "work/project/project_lock.h"

#include <QDir>
#include <QFileInfo>
#include <QLockFile>

namespace amber {
namespace {

// Programs that hold the lock for a moment are waited for; a window may hold it for days. The lock
// file identifies a program by its file name.
constexpr const char* kCommandName = "amber-parcel-cli";
constexpr int kLookAgainMs = 50;

std::string lockFileOf(const std::string& projectPath) {
  const QFileInfo info(QString::fromStdString(projectPath));
  // By whichever way the folder is named, its lock is one.
  const QString folder = info.absoluteDir().canonicalPath();
  return (folder + "/." + info.fileName() + ".lock").toStdString();
}

struct Holder {
  QString application;
  qint64 process = 0;
  QString host;
};

Holder holderOf(const QLockFile& lock) {
  Holder holder;
  lock.getLockInfo(&holder.process, &holder.host, &holder.application);
  return holder;
}

}  // namespace

ProjectLock::ProjectLock(std::string file, std::unique_ptr<QLockFile> lock)
    : file_(std::move(file)), lock_(std::move(lock)) {}
ProjectLock::ProjectLock(ProjectLock&&) noexcept = default;
ProjectLock& ProjectLock::operator=(ProjectLock&&) noexcept = default;
ProjectLock::~ProjectLock() = default;

Result<ProjectLock> ProjectLock::take(const std::string& projectPath, int waitMs) {
  std::string file = lockFileOf(projectPath);
  auto lock = std::make_unique<QLockFile>(QString::fromStdString(file));
  lock->setStaleLockTime(0);
  bool taken = lock->tryLock(0);
  // A lock file that is just being written or removed contains no name: check again.
  for (int waited = 0; !taken && waited < waitMs; waited += kLookAgainMs) {
    const QString holder = holderOf(*lock).application;
    if (!holder.isEmpty() && holder != kCommandName) break;
    taken = lock->tryLock(kLookAgainMs);
  }
  if (taken || lock->error() != QLockFile::LockFailedError) {
    return ProjectLock(std::move(file), std::move(lock));
  }
  const Holder holder = holderOf(*lock);
  return failure(ErrorCode::Locked,
                 "is open in " + holder.application.toStdString() + " (process " +
                     std::to_string(holder.process) + " on " + holder.host.toStdString() +
                     "); close it there first",
                 projectPath);
}

bool ProjectLock::covers(const std::string& projectPath) const {
  return lockFileOf(projectPath) == file_;
}

}  // namespace amber
