#pragma once

#include <string>
#include <string_view>

namespace amber {

/// The text in snake_case: letters of any script in lower case, digits, single underscores between
/// words. A word begins where a capital follows a small letter or is followed by one; in a text of
/// capitals alone, nowhere. Everything else separates words. "Keeper Walk", "keeperWalk" and
/// "keeper-walk" all give "keeper_walk", "HTTPGate" gives "http_gate", "chr_größe" stays. Bytes
/// that are no UTF-8 are read as escapedUtf8 writes them. Never empty: text without a letter or
/// digit gives "unnamed".
std::string snakeCase(std::string_view text);

/// Whether the text is its own snakeCase.
bool isSnakeCase(std::string_view text);

}  // namespace amber
