#pragma once

#include <optional>
#include <string>
#include <string_view>

namespace amber {

/// A side that a name speaks of.
enum class Side { Left, Right };

/// The side that a snake_case name speaks of: its last word that is left, l or west, or right, r or
/// east; nothing where it speaks of none.
std::optional<Side> sideOf(std::string_view name);

/// The name with that word turned to the other side: "walk_left" gives "walk_right", "arm_l" gives
/// "arm_r". Nothing where it speaks of no side.
std::optional<std::string> otherSide(std::string_view name);

}  // namespace amber
