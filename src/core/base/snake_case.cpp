#include "core/base/snake_case.h"

#include "core/base/letters.h"

namespace amber {
std::string snakeCase(std::string_view text) {
  std::string result;
  bool wordEnded = false;
  char before = ' ';
  for (const char c : text) {
    if (isSmall(c) || isCapital(c) || isDigit(c)) {
      if (isCapital(c) && (isSmall(before) || isDigit(before))) wordEnded = true;
      if (wordEnded && !result.empty()) result += '_';
      result += toSmall(c);
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
