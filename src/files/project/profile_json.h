#pragma once

#include <vector>

#include "core/project/values/pack_profile.h"
#include "files/json/json_reader.h"
#include "files/json/json_text.h"

namespace amber {

/// A pack profile as an object. Default values are omitted, except those that the oldest files
/// contain.
Json jsonOf(const PackProfile& profile);

/// Reads what jsonOf writes. Fails on keys that it does not know and numbers out of their ranges.
PackProfile readProfile(const JsonReader& from);

/// Languages by their words.
Json jsonOf(const std::vector<Language>& languages);
std::vector<Language> readLanguages(const JsonReader& from);

}  // namespace amber
