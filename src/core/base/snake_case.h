#pragma once

#include <string>
#include <string_view>

namespace amber {

/// The text in snake_case: letters of any script in lower case, digits, single underscores between
/// words. A word begins where a capital follows a lower-case letter or precedes one; a text of
/// capitals only is one word. All other characters separate words. "Keeper Walk", "keeperWalk" and
/// "keeper-walk" all give "keeper_walk", "HTTPGate" gives "http_gate", and "chr_größe" is
/// unchanged. Invalid UTF-8 is read as escapedUtf8 writes it. Never empty: text without a letter or
/// digit gives "unnamed".
std::string snakeCase(std::string_view text);

/// Whether the text is its own snakeCase.
bool isSnakeCase(std::string_view text);

}  // namespace amber
