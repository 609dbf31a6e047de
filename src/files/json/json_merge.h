#pragma once

#include <nlohmann/json.hpp>
#include <string>
#include <vector>

#include "core/project/values/merge_conflict.h"
#include "files/json/json_text.h"

namespace amber {

/// How a thing of a list is written in a place: by its id, role or name.
std::string placeOfKey(const Json& key);

/// Two sides' work on one text, put together, and what both changed in different ways: `ours` is
/// what the first made of it.
struct MergedJson {
  Json json;
  std::vector<MergeConflict> conflicts;
};

/// Objects are merged member by member, lists of things with an id, a role or a name thing by
/// thing; anything else is one thing, and so are the members that belong together (see kWhole in
/// the source). What both changed stays as `base` has it. Requires: objects. Cost: linear in the
/// three, but for lists of `expectations`, which are compared as sets.
MergedJson mergedJson(const Json& base, const Json& first, const Json& second);

}  // namespace amber
