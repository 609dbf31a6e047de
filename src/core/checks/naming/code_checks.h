#pragma once

#include <vector>

#include "core/checks/finding.h"
#include "core/naming/code/code_uses.h"

namespace amber {

/// What source code and the project disagree in: name.unknown, once a name that the code uses and
/// nothing has, with its places; name.unused, an asset that no file names. Unused ones are told
/// only where all the folders could be read. There is no remedy: source is only read.
std::vector<Finding> codeFindings(const Project& project, const CodeReport& report,
                                  bool allWereRead = true);

}  // namespace amber
