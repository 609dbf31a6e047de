#pragma once

#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/naming/code/code_uses.h"
#include "core/project/project.h"

namespace amber {

/// The source that a project's code folders hold.
struct CodeSources {
  std::vector<CodeFile> files;       ///< With paths relative to `folder`.
  std::string folder;                ///< The one folder, or the one that holds all of several.
  std::vector<std::string> missing;  ///< Why a folder could not be read, one sentence each.
};

/// Reads the code. `base`: the folder of the project file, for relative paths. Cost: reads all
/// files, see sourceFolder.
CodeSources readCode(const CodeFolders& code, const std::string& base,
                     const Progress& progress = {});

/// Renames in code as one unified diff: the names that differ between two states of a project, and
/// corrections of names in code (used, wanted). Empty if the code does not change.
std::string codeDiff(const CodeSources& sources, const Project& before, const Project& after,
                     const Renames& corrections);

/// The path of a code folder on this machine.
std::string codePath(const std::string& folder, const std::string& base);

/// The path as a project keeps it: relative to `base` where it lies near it.
std::string keptCodePath(const std::string& folder, const std::string& base);

}  // namespace amber
