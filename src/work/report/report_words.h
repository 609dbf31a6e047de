#pragma once

#include <string>
#include <string_view>

#include "core/checks/finding.h"
#include "core/project/project.h"

namespace amber {

/// Text within markup. What no XML may hold is left out.
std::string escapedMarkup(std::string_view text);

/// "error", "warning" or "note".
std::string severityOf(const Finding& finding);

}  // namespace amber
