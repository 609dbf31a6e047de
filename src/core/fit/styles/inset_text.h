#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/project/values/recipe.h"

namespace amber {

/// Farthest that a side may be moved, px or per cent.
inline constexpr double kFarthestInset = 1024;

/// Parses an inset: "2", "5%", "1,2,3,0" or "1,2,3,0%": one number, or left, top, right and bottom,
/// in px or per cent of the shape's width and height. Spaces are ignored. Nothing for other text,
/// or a number beyond kFarthestInset.
std::optional<Inset> insetFrom(std::string_view text);

/// The shortest text that insetFrom reads as this.
std::string textOf(const Inset& inset);

}  // namespace amber
