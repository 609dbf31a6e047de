#pragma once

namespace amber {

/// The letters and digits of ASCII, whatever the locale: names are made of these alone.
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

}  // namespace amber
