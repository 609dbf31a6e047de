#pragma once

#include <string>
#include <string_view>

namespace amber {

/// Whether the bytes are well-formed UTF-8: no stray or missing continuation byte, no overlong
/// form, no surrogate, nothing past U+10FFFF. Cost: linear.
bool isUtf8(std::string_view bytes);

/// The character at `at`, which moves past it. Requires: well-formed UTF-8, a character's start.
char32_t nextCode(std::string_view text, std::size_t& at);

/// All code points of a text. Invalid UTF-8 is read as escapedUtf8 writes it.
std::u32string codesOf(std::string_view text);

/// A character as UTF-8. Requires: one that has a form.
std::string utf8Of(char32_t code);

/// The bytes as UTF-8 text, unique for each input: valid UTF-8 is unchanged; if there is an invalid
/// byte, each invalid byte becomes %XX (two capital hex digits) and each '%' is escaped too.
std::string escapedUtf8(std::string_view bytes);

}  // namespace amber
