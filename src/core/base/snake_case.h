#pragma once

#include <string>
#include <string_view>

namespace amber {

/// The text in snake_case: ASCII letters in lower case, digits, single underscores between words,
/// a word starting where a capital follows a small letter. Everything else separates words.
/// "Keeper Walk", "keeperWalk" and "keeper-walk" all give "keeper_walk". Never empty: text without
/// a letter or digit gives "unnamed".
std::string snakeCase(std::string_view text);

/// Whether the text is its own snakeCase.
bool isSnakeCase(std::string_view text);

}  // namespace amber
