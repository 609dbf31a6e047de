#pragma once

#include <array>
#include <cstddef>
#include <optional>
#include <string_view>

namespace amber {

/// Whether an enumeration has an enumerator of this value: compilers print any other value as a
/// cast, "(amber::Wakes)3".
template <auto value>
constexpr bool isEnumerator() {
  constexpr std::string_view text = __PRETTY_FUNCTION__;
  constexpr std::string_view before = "value = ";
  return text[text.find(before) + before.size()] != '(';
}

/// The word of an enumerator. A table with more or fewer words than the enumeration has enumerators
/// does not compile.
template <class Enum, std::size_t N>
constexpr std::string_view wordOf(const std::array<std::string_view, N>& words, Enum value) {
  static_assert(isEnumerator<static_cast<Enum>(N - 1)>() && !isEnumerator<static_cast<Enum>(N)>(),
                "the table of words does not fit the enumeration");
  return words[static_cast<std::size_t>(value)];
}

/// The enumerator of a word; nothing where the word is none of these.
template <class Enum, std::size_t N>
constexpr std::optional<Enum> enumFrom(const std::array<std::string_view, N>& words,
                                       std::string_view word) {
  for (std::size_t i = 0; i < N; ++i) {
    if (words[i] == word) return static_cast<Enum>(i);
  }
  return std::nullopt;
}

}  // namespace amber
