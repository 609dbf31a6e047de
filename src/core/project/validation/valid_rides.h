#pragma once

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// Whether no asset rides on itself, also not through others, and none carries more than
/// kMostRidden, those that ride on its riders included. Errors (BadValue): the way round, by name,
/// or the asset that carries too many. Cost: linear in the assets and riders.
Result<void> validRides(const Project& project);

}  // namespace amber
