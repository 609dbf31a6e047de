#pragma once

#include <array>
#include <cstddef>
#include <optional>
#include <string_view>

namespace amber {

/// The word of an enumerator.
template <class Enum, std::size_t N>
constexpr std::string_view wordOf(const std::array<std::string_view, N>& words, Enum value) {
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
