#pragma once

#include "core/project/values/recipe.h"
#include "files/json_reader.h"
#include "files/json_text.h"

namespace amber {

/// A recipe as an object; what is as it is without being said is left out.
Json jsonOf(const Recipe& recipe);

/// Reads what jsonOf writes. Fails on numbers out of their ranges.
Recipe readRecipe(const JsonReader& from);

}  // namespace amber
