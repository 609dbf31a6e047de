#pragma once

#include <string_view>

namespace amber {

/// The letters and digits of ASCII, whatever the locale.
constexpr bool isSmall(char c) {
  return c >= 'a' && c <= 'z';
}
constexpr bool isCapital(char c) {
  return c >= 'A' && c <= 'Z';
}
constexpr bool isDigit(char c) {
  return c >= '0' && c <= '9';
}
constexpr char toSmall(char c) {
  return isCapital(c) ? static_cast<char>(c - 'A' + 'a') : c;
}
constexpr char toCapital(char c) {
  return isSmall(c) ? static_cast<char>(c - 'a' + 'A') : c;
}
constexpr bool isAscii(char c) {
  return static_cast<unsigned char>(c) < 0x80;
}
bool isAscii(std::string_view text);

/// The letters (with the marks on them) and digits of any script, by Unicode; whatever the locale.
/// Cost: logarithmic in the table; nothing for ASCII.
bool isLetterOrDigit(char32_t code);
/// Whether it is a character that is not drawn and separates nothing: joiners, direction marks,
/// tags, variation selectors. Source: Unicode, Default_Ignorable_Code_Point.
bool isInvisible(char32_t code);
/// The other case of a letter that has one, of one character; else the letter itself.
char32_t toSmall(char32_t code);
char32_t toCapital(char32_t code);

}  // namespace amber
