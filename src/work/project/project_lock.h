#pragma once

#include <memory>
#include <string>

#include "core/base/result.h"

class QLockFile;

namespace amber {

/// The right to change a project file: a hidden lock file beside it that names the process that
/// holds it. A lock of a process that has ended is ignored. In a read-only folder there is no lock,
/// and nothing to protect.
class ProjectLock {
 public:
  /// Takes the lock. While another command holds it, waits for that at most `waitMs`; a window is
  /// not waited for. Errors (Locked): who holds it, and what to do.
  static Result<ProjectLock> take(const std::string& projectPath, int waitMs = 0);

  ProjectLock(ProjectLock&&) noexcept;
  ProjectLock& operator=(ProjectLock&&) noexcept;
  ~ProjectLock();

  /// Whether this is the lock of that project.
  bool covers(const std::string& projectPath) const;

 private:
  ProjectLock(std::string file, std::unique_ptr<QLockFile> lock);

  std::string file_;
  std::unique_ptr<QLockFile> lock_;
};

}  // namespace amber
