#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/project/edit.h"
#include "work/project_lock.h"

namespace amber {

/// A project that a command changes: nobody else changes its file between reading and writing, or
/// what they wrote is not overwritten.
class ProjectChange {
 public:
  /// Takes the project's lock, waiting for other commands, and reads it.
  /// Errors: as readProject; Locked.
  static Result<ProjectChange> open(const std::string& path);

  /// Begins a project that no file holds yet. Errors (FileUnwritable): the name does not end in
  /// .amber, or there is such a file; Locked.
  static Result<ProjectChange> begin(const std::string& path);

  const std::string& path() const { return path_; }
  const Project& project() const { return project_; }

  /// Writes the project as it is to be, which is then what this holds.
  /// Errors: as writeProject; ChangedOnDisk.
  Result<void> save(Project project);

  /// Applies the edits and saves; without any, or with `tryOnly`, nothing is written.
  /// Errors: as withEdits and save.
  Result<void> apply(const std::vector<Edit>& edits, bool tryOnly = false);

 private:
  ProjectChange(std::string path, Project project, std::string hash, ProjectLock lock);

  std::string path_;
  Project project_;
  std::string hash_;  // Of the file that was read; empty when there was none.
  ProjectLock lock_;
};

}  // namespace amber
