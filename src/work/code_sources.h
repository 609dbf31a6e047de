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

/// Reads it. `base`: the folder of the project's file, from which relative paths are told. Cost:
/// reads all of it, see sourceFolder.
CodeSources readCode(const CodeFolders& code, const std::string& base,
                     const Progress& progress = {});

/// The code's side of what became of names, as one unified diff: the names that differ between two
/// states of a project, and corrections of what the code says (used, wanted). Empty where nothing
/// in the code changes.
std::string codeDiff(const CodeSources& sources, const Project& before, const Project& after,
                     const Renames& corrections);

/// A path of a code folder as it is on this machine.
std::string codePath(const std::string& folder, const std::string& base);

/// The path as a project keeps it: relative to `base` where it lies near it.
std::string keptCodePath(const std::string& folder, const std::string& base);

}  // namespace amber
