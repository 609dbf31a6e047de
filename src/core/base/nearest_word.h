#pragma once

#include <span>
#include <string_view>

namespace amber {

/// The edit distance of two words in characters: insertions, deletions, substitutions and swaps of
/// neighbours. Cost: the product of the lengths. Reference: F. Damerau, "A technique for computer
/// detection and correction of spelling errors", 1964, in the variant that changes no letter twice
/// (optimal string alignment).
int editDistance(std::string_view a, std::string_view b);

/// The word of the list that `typed` most likely means: the nearest by editDistance, ignoring case,
/// and the first of equally near ones. Its distance is at most a third of the longer word's
/// letters, and at least 1 is allowed. Empty if no word is that near.
std::string_view nearestWord(std::string_view typed, std::span<const std::string_view> words);

}  // namespace amber
