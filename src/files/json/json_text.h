#pragma once

#include <cstddef>
#include <nlohmann/json_fwd.hpp>
#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/project/validation/file_size.h"

namespace amber {

using Json = nlohmann::ordered_json;

/// What a JSON text may hold at most. Bounds the memory of reading any text to about 2 GB, and
/// leaves room for every valid project.
inline constexpr int kDeepestNesting = 32;
inline constexpr std::size_t kMostJsonValues = kLargestFile.values;
inline constexpr std::size_t kMostJsonMembers = 10000;  ///< Of one object.

/// The value as text: members in insertion order, numbers in their shortest exact form, one object
/// per line inside lists, so that a diff shows what changed. Ends with a line break. Invalid UTF-8
/// is escaped as escapedUtf8 does. Requires: no number is infinite or NaN.
std::string jsonText(const Json& value);

/// The value of the text. Errors (NotJson): broken text, with the byte where it breaks; an object
/// with a key twice; more than the limits above. Cost: linear, but for the keys of an object, which
/// are sorted.
Result<Json> jsonFrom(std::string_view text, const std::string& file);

}  // namespace amber
