#pragma once

#include <vector>

#include "core/checks/finding.h"
#include "core/naming/name_faults.h"

namespace amber {

/// The rule of a fault.
const Rule& ruleOf(NameFault fault);

/// name.pattern: the name of an asset or animation, or the frame names of an asset (one finding per
/// asset), does not follow the convention. name.shared: two assets, or two frames, have the same
/// name, so that a game could not distinguish them. And every other fault of NameFault. The fix of
/// each renames.
std::vector<Finding> checkNames(const Project& project);

}  // namespace amber
