#pragma once

#include <array>
#include <string_view>

#include "core/base/words.h"
#include "core/checks/rules.h"

namespace amber {

/// The words of how grave a finding is, indexed by Severity.
inline constexpr std::array<std::string_view, 3> kSeverityWords = {"error", "warning", "note"};

}  // namespace amber
