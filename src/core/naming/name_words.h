#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/project/values/naming_rule.h"

namespace amber {

/// The words of a name in small letters, as snakeCase parts them: "chrKeeper-walk 01" gives chr,
/// keeper, walk, 01.
std::vector<std::string> wordsOf(std::string_view name);

/// Whether a word is of digits alone.
bool isNumber(std::string_view word);

/// The words joined in a style. Law: wordsOf gives the words back, in every style, if none of them
/// is a number and none mixes letters with and without case. In camel and pascal a number follows
/// its word without a separator, and an underscore separates two words that would otherwise read as
/// one ("propA_B", "prop_2dSign").
std::string styled(const std::vector<std::string>& words, NameStyle style);
std::string styled(std::string_view name, NameStyle style);

/// The name as a constant: its words in capitals.
std::string constantOf(std::string_view name);

/// The name without case and separators: names that differ by these alone have the same.
std::string unstyled(std::string_view name);

}  // namespace amber
