#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// name.rule: an asset's or animation's name, or the names of an asset's frames (told once an
/// asset), against the naming rule. name.duplicate: two assets, or two frames, of one name, which
/// a game could not tell apart. The fix of each renames by the rule.
std::vector<Finding> checkNames(const Project& project);

}  // namespace amber
