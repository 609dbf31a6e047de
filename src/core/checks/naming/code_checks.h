#pragma once

#include <vector>

#include "core/checks/finding.h"
#include "core/naming/code/code_uses.h"

namespace amber {

/// Differences between source code and the project: name.unknown, for each name that is used in
/// code but not in the project, with its places; name.unused, for an asset that no file uses.
/// Unused names are listed only if all folders could be read. There is no automatic fix, because
/// source is only read.
std::vector<Finding> codeFindings(const Project& project, const CodeReport& report,
                                  bool allWereRead = true);

}  // namespace amber
