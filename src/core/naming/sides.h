#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/project/values/naming_rule.h"

namespace amber {

/// A side that a name speaks of.
enum class Side { Left, Right };

/// The side that a name of any style speaks of: its last word that is left, l or west, or right, r
/// or east; nothing where it speaks of none.
std::optional<Side> sideOf(std::string_view name);

/// The name with that word turned to the other side, in capitals as that is: "walk_left" gives
/// "walk_right", "armL" gives "armR". Nothing where it speaks of no side.
std::optional<std::string> otherSide(std::string_view name);

/// The name without that word and the separator before it (or after, where it is the first):
/// "walk_left" gives "walk". Nothing where it speaks of no side, or of nothing else.
std::optional<std::string> withoutSide(std::string_view name);

/// The words of a name with its side spelled so.
std::vector<std::string> spelledSide(std::vector<std::string> words, SideSpelling spelling);

}  // namespace amber
