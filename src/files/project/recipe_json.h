#pragma once

#include "core/project/values/recipe.h"
#include "files/json/json_reader.h"
#include "files/json/json_text.h"

namespace amber {

/// A recipe as an object; default values are omitted.
Json jsonOf(const Recipe& recipe);

/// Reads what jsonOf writes. Fails on numbers out of their ranges.
Recipe readRecipe(const JsonReader& from);

}  // namespace amber
