#pragma once

#include <array>
#include <string>
#include <string_view>

namespace amber {

/// The reserved words of the grammar.
inline constexpr std::array<std::string_view, 3> kVerbPhrases = {"stops at", "notices", "passes"};
inline constexpr std::array<std::string_view, 8> kSentenceWords = {
    "every", "everything", "on", "stops", "at", "notices", "passes", "only"};

/// A name as it is typed in an expectation: in quotes if necessary.
std::string typedName(std::string_view name);

}  // namespace amber
