#pragma once

#include <string>

#include "core/project/project.h"

namespace glasshouse {

/// Draws every sheet into `folder`/sheets and makes the Glasshouse Night project of them, as an
/// artist would leave it half way: all is cut and named, the moth has no shapes yet, the keeper's
/// water crosses a cut, the snail falls through the ground, and a pot meets shots unasked.
amber::Result<amber::Project> makeProject(const std::string& folder);

}  // namespace glasshouse
