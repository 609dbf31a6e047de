#include "core/base/snake_case.h"

#include <algorithm>
#include <string>

#include "core/base/letters.h"
#include "core/base/utf8.h"

namespace amber {
namespace {

bool isCapitalLetter(char32_t code) {
  return toSmall(code) != code;
}

// Letters without case count as small: a capital after one begins a word.
bool isSmallLetter(char32_t code) {
  return isLetterOrDigit(code) && !isCapitalLetter(code);
}

}  // namespace

std::string snakeCase(std::string_view text) {
  std::u32string codes = codesOf(text);
  std::erase_if(codes, isInvisible);
  // In a text of capitals alone none of them begins a word.
  const bool hasSmall = std::any_of(codes.begin(), codes.end(),
                                    [](char32_t code) { return toCapital(code) != code; });
  std::string result;
  bool wordEnded = false;
  for (std::size_t i = 0; i < codes.size(); ++i) {
    const char32_t code = codes[i];
    if (!isLetterOrDigit(code)) {
      wordEnded = true;
      continue;
    }
    if (hasSmall && isCapitalLetter(code) && i > 0) {
      const bool afterDigit = codes[i - 1] < 0x80 && isDigit(static_cast<char>(codes[i - 1]));
      const bool afterSmall = isSmallLetter(codes[i - 1]) && !afterDigit;
      const bool beforeSmall = i + 1 < codes.size() && isSmallLetter(codes[i + 1]) &&
                               toCapital(codes[i + 1]) != codes[i + 1];
      if (afterSmall || ((afterDigit || isCapitalLetter(codes[i - 1])) && beforeSmall))
        wordEnded = true;
    }
    if (wordEnded && !result.empty()) result += '_';
    result += utf8Of(toSmall(code));
    wordEnded = false;
  }
  return result.empty() ? "unnamed" : result;
}

bool isSnakeCase(std::string_view text) {
  return !text.empty() && snakeCase(text) == text;
}

}  // namespace amber
