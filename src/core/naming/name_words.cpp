#include "core/naming/name_words.h"

#include <algorithm>

#include "core/base/letters.h"
#include "core/base/snake_case.h"
#include "core/base/utf8.h"

namespace amber {
namespace {

std::string joined(const std::vector<std::string>& words, std::string_view between) {
  std::string text;
  for (const std::string& word : words) {
    if (!text.empty()) text += between;
    text += word;
  }
  return text;
}

}  // namespace

std::vector<std::string> wordsOf(std::string_view name) {
  const std::string snake = snakeCase(name);
  std::vector<std::string> words;
  std::size_t from = 0;
  for (std::size_t to = snake.find('_'); to != std::string::npos; to = snake.find('_', from)) {
    words.push_back(snake.substr(from, to - from));
    from = to + 1;
  }
  words.push_back(snake.substr(from));
  return words;
}

bool isNumber(std::string_view word) {
  return std::all_of(word.begin(), word.end(), isDigit);
}

namespace {

std::string inCapitals(const std::string& text) {
  std::string capitals;
  for (const char32_t code : codesOf(text)) capitals += utf8Of(toCapital(code));
  return capitals;
}

// The word with its first letter as a capital.
std::string capitalised(const std::string& word) {
  const std::u32string codes = codesOf(word);
  std::string text;
  for (std::size_t i = 0; i < codes.size(); ++i) {
    text += utf8Of(i == 0 ? toCapital(codes[i]) : codes[i]);
  }
  return text;
}

// Whether a word that is put behind a text without a separator would be taken for a part of its
// last word: letters without case, digits before letters, and capitals in a row. Numbers follow
// words without a separator by the convention.
bool needsSeparator(const std::string& text, const std::string& word) {
  const std::u32string before = codesOf(text);
  const std::u32string next = codesOf(word);
  const char32_t last = before.back();
  const bool afterDigit = last < 0x80 && isDigit(static_cast<char>(last));
  if (isNumber(word)) return afterDigit;
  const bool capital = toSmall(next.front()) != next.front();
  if (!capital) return true;
  const bool afterSmall = toCapital(last) != last;
  const bool smallFollows = next.size() > 1 && toCapital(next[1]) != next[1];
  return !afterSmall && !smallFollows;
}

}  // namespace

std::string styled(const std::vector<std::string>& words, NameStyle style) {
  switch (style) {
    case NameStyle::Snake:
      return joined(words, "_");
    case NameStyle::Kebab:
      return joined(words, "-");
    case NameStyle::Upper:
      return inCapitals(joined(words, "_"));
    case NameStyle::Camel:
    case NameStyle::Pascal:
      break;
  }
  std::string text;
  for (const std::string& word : words) {
    if (word.empty()) continue;
    const bool small = style == NameStyle::Camel && text.empty();
    const std::string next = small ? word : capitalised(word);
    if (!text.empty() && needsSeparator(text, next)) text += '_';
    text += next;
  }
  return text;
}

std::string styled(std::string_view name, NameStyle style) {
  return styled(wordsOf(name), style);
}

std::string constantOf(std::string_view name) {
  return styled(name, NameStyle::Upper);
}

std::string unstyled(std::string_view name) {
  return joined(wordsOf(name), "");
}

}  // namespace amber
