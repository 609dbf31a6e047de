#pragma once

#include <array>
#include <string>
#include <string_view>

namespace amber {

/// The words of sentences that are no names.
inline constexpr std::array<std::string_view, 3> kVerbPhrases = {"stops at", "notices", "passes"};
inline constexpr std::array<std::string_view, 8> kSentenceWords = {
    "every", "everything", "on", "stops", "at", "notices", "passes", "only"};

/// A name as it stands in a sentence: in quotes where it must.
std::string typedName(std::string_view name);

}  // namespace amber
