#pragma once

#include "core/base/result.h"
#include "core/project/values/recipe.h"

namespace amber {

/// Whether a region means something: a band above 0, of at most all; a rectangle that is not empty
/// and lies within a sheet's greatest side of its frame. Errors (BadValue): a sentence.
Result<void> validated(const Region& region);

/// Whether every number of the recipe is in its range. Errors (BadValue): the first that is not, in
/// a sentence.
Result<void> validated(const Recipe& recipe);

}  // namespace amber
