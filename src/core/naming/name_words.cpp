#include "core/naming/name_words.h"

#include <algorithm>

#include "core/base/letters.h"
#include "core/base/snake_case.h"

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

std::string styled(const std::vector<std::string>& words, NameStyle style) {
  switch (style) {
    case NameStyle::Snake:
      return joined(words, "_");
    case NameStyle::Kebab:
      return joined(words, "-");
    case NameStyle::Upper: {
      std::string text = joined(words, "_");
      std::transform(text.begin(), text.end(), text.begin(), toCapital);
      return text;
    }
    case NameStyle::Camel:
    case NameStyle::Pascal:
      break;
  }
  std::string text;
  for (const std::string& word : words) {
    const bool small = style == NameStyle::Camel && text.empty();
    const std::size_t at = text.size();
    text += word;
    if (!small && at < text.size()) text[at] = toCapital(text[at]);
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
