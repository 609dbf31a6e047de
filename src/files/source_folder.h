#pragma once

#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/naming/code/code_uses.h"

namespace amber {

/// Every text file below a folder, by path relative to it, in the order of the paths: UTF-8, with
/// or without a byte order mark, any line ends. Passed over: binary files and others that are no
/// UTF-8, links to folders, what a pattern names (`fnmatch` against the relative path and against
/// each of its names; `.git` always), files of more than 64 MB.
/// Errors: FileMissing, FileUnreadable: the folder itself; BadValue: more than 2 GB of
/// text. Ends early, with
/// what it has, when asked to. Cost: reads all of it.
Result<std::vector<CodeFile>> sourceFolder(const std::string& folder,
                                           const std::vector<std::string>& ignored = {},
                                           const Progress& progress = {});

}  // namespace amber
