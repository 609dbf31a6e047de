#pragma once

#include <optional>
#include <string>

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// Where unsaved work on a project is kept: a hidden file beside it.
std::string recoveryPath(const std::string& projectPath);

/// Keeps the project as unsaved work. Errors: as writeProject.
Result<void> keepUnsaved(const std::string& projectPath, const Project& project);

/// Forgets unsaved work, after it was saved.
void dropUnsaved(const std::string& projectPath);

/// A project as it comes back.
struct Reopened {
  Project saved;                     ///< As last saved; as new when it never was.
  std::optional<Project> recovered;  ///< Unsaved work that differs from it.
  bool everSaved = false;
  std::string hash;      ///< Of the project's file; empty when there is none.
  std::string setAside;  ///< Where unsaved work that cannot be read was put; empty for none.
};

/// Opens a project with what was kept of unsaved work. Unsaved work that cannot be read is set
/// aside under another name, so that nothing is written over it. Errors: as readProject; a project
/// that was never saved opens from its unsaved work alone.
Result<Reopened> reopen(const std::string& projectPath);

}  // namespace amber
