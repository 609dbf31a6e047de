#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/checks/finding.h"
#include "core/fit/measures/measures.h"
#include "files/json/json_text.h"

namespace amber {

/// The findings as core JSON; ids become names where the project has them.
Json findingsJson(const std::vector<Finding>& findings, const Project& project);

Json measuresJson(const Measures& measures);

/// One line a finding for people: severity, where, text, fix.
std::string findingLine(const Finding& finding, const Project& project);

/// Where a finding is, for people: "chr_keeper / walk / chr_keeper_walk_01".
std::string placeOf(const Where& where, const Project& project);

}  // namespace amber
