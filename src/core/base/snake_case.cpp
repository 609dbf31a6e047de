#include "core/base/snake_case.h"

namespace amber {
namespace {

bool isLower(char c) {
  return c >= 'a' && c <= 'z';
}
bool isUpper(char c) {
  return c >= 'A' && c <= 'Z';
}
bool isDigit(char c) {
  return c >= '0' && c <= '9';
}

}  // namespace

std::string snakeCase(std::string_view text) {
  std::string result;
  bool wordEnded = false;
  char before = ' ';
  for (const char c : text) {
    if (isLower(c) || isUpper(c) || isDigit(c)) {
      if (isUpper(c) && (isLower(before) || isDigit(before))) wordEnded = true;
      if (wordEnded && !result.empty()) result += '_';
      result += isUpper(c) ? static_cast<char>(c - 'A' + 'a') : c;
      wordEnded = false;
    } else {
      wordEnded = true;
    }
    before = c;
  }
  return result.empty() ? "unnamed" : result;
}

bool isSnakeCase(std::string_view text) {
  return !text.empty() && snakeCase(text) == text;
}

}  // namespace amber
