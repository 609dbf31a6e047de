#pragma once

#include <vector>

#include "core/project/values/expectation.h"
#include "core/project/values/layering.h"
#include "files/json/json_reader.h"

namespace amber {

/// What kinds and assets set of roles, and what the game expects, as JSON and back.
Json jsonOf(const std::vector<RoleSetting>& settings);
std::vector<RoleSetting> readSettings(const JsonReader& from);

Json jsonOf(const std::vector<Expectation>& expectations);
std::vector<Expectation> readExpectations(const JsonReader& from);

}  // namespace amber
