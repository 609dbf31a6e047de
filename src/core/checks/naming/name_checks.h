#pragma once

#include <vector>

#include "core/checks/finding.h"
#include "core/naming/name_faults.h"

namespace amber {

/// The rule that tells of a fault.
const Rule& ruleOf(NameFault fault);

/// name.pattern: an asset's or animation's name, or the names of an asset's frames (told once an
/// asset), against the naming rule. name.shared: two assets, or two frames, of one name, which
/// a game could not tell apart; and every other fault of NameFault. The fix of each renames.
std::vector<Finding> checkNames(const Project& project);

}  // namespace amber
