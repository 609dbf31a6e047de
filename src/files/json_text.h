#pragma once

#include <nlohmann/json.hpp>
#include <string>
#include <string_view>

#include "core/base/result.h"

namespace amber {

using Json = nlohmann::ordered_json;

/// The value as text: members in the order they were put in, numbers in their shortest exact form,
/// one object a line inside lists, so that a diff shows what changed. Ends with a line break.
/// Requires: no number is infinite or NaN.
std::string jsonText(const Json& value);

/// The value of the text. Errors (NotJson): broken text, with the byte where it breaks; lists and
/// objects nested more than 32 deep.
Result<Json> jsonFrom(std::string_view text, const std::string& file);

}  // namespace amber
