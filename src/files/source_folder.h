#pragma once

#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/naming/code/code_uses.h"

namespace amber {

/// Every text file below a folder, by its relative path, sorted by path: UTF-8, with or without a
/// byte order mark, any line ends. Skipped: binary files and others that are not UTF-8, links to
/// folders, paths that match a pattern (`fnmatch` against the relative path and against each of its
/// names; `.git` always), files of more than 64 MB. Errors: FileMissing, FileUnreadable: the folder
/// itself; BadValue: more than 2 GB of text. Returns early, with a partial result, if cancelled.
/// Cost: reads all files.
Result<std::vector<CodeFile>> sourceFolder(const std::string& folder,
                                           const std::vector<std::string>& ignored = {},
                                           const Progress& progress = {});

}  // namespace amber
