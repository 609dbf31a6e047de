#pragma once

#include <span>
#include <string_view>

namespace amber {

/// How many letters must be put in, taken out or changed, or neighbours swapped, to make one word
/// of the other, in characters. Cost: the product of the lengths.
/// Reference: F. Damerau, "A technique for computer detection and correction of spelling errors",
/// 1964; the form that changes no letter twice (optimal string alignment).
int editDistance(std::string_view a, std::string_view b);

/// The word of the list that is most likely meant by `typed`: the nearest by editDistance of
/// letters without their case, the first of several, and no farther than a third of the longer
/// word's letters (at least one). Empty where none is so near.
std::string_view nearestWord(std::string_view typed, std::span<const std::string_view> words);

}  // namespace amber
