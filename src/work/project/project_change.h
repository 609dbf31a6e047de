#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/project/edit.h"
#include "work/project/project_lock.h"

namespace amber {

/// Whether a change is to be written, or only looked at.
enum class Saving { Written, Tried };

/// A project that a command changes. The lock keeps other programs from changing its file between
/// reading and writing; if one does so anyway, its work is not overwritten.
class ProjectChange {
 public:
  /// Takes the project's lock, waiting for other commands, and reads it. What is only tried needs
  /// no lock: it goes beside whoever holds it. Errors: as readProject; Locked.
  static Result<ProjectChange> open(const std::string& path, Saving saving = Saving::Written);

  /// Begins a project that no file holds yet. Errors (FileUnwritable): the name does not end in
  /// .amber, or there is such a file; Locked.
  static Result<ProjectChange> begin(const std::string& path);

  const std::string& path() const { return path_; }
  const Project& project() const { return project_; }

  /// Writes the project and keeps it as the current one; with --try nothing is written. Errors: as
  /// writeProject; ChangedOnDisk.
  Result<void> save(Project project);

  /// Applies the edits and saves; without any, nothing is written.
  /// Errors: as withEdits and save.
  Result<void> apply(const std::vector<Edit>& edits);

 private:
  ProjectChange(std::string path, Project project, std::string hash,
                std::optional<ProjectLock> lock);

  std::string path_;
  Project project_;
  std::string hash_;                 // Of the file that was read; empty when there was none.
  std::optional<ProjectLock> lock_;  // None when it is only tried.
};

}  // namespace amber
