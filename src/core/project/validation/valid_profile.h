#pragma once

#include <vector>

#include "core/base/result.h"
#include "core/project/values/pack_profile.h"

namespace amber {

/// Whether a profile makes sense by itself: named, every number in its range, scales and languages
/// rising, each once. Errors (BadValue): the first that is not, in a sentence, its key as the
/// place.
Result<void> validated(const PackProfile& profile);

/// Whether the languages are in order, each once.
bool risingLanguages(const std::vector<Language>& languages);

}  // namespace amber
