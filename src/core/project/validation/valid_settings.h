#pragma once

#include <string_view>
#include <unordered_set>
#include <vector>

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// Validates everything in a project besides its sheets and assets: names and numbers, layers,
/// roles, kinds, expectations, courses, profiles, conflicts. Laws 1, 2, 4 and 5 of valid_project.h.
/// Errors: BadValue, as there.
Result<void> validSettings(const ProjectSettings& settings);

/// Whether settings are each of a role that there is, and one a role.
Result<void> validRoleSettings(const std::vector<RoleSetting>& settings,
                               const std::unordered_set<std::string_view>& roles);

}  // namespace amber
