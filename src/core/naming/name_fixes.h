#pragma once

#include <string>
#include <vector>

#include "core/naming/renames.h"

namespace amber {

/// What a name may be instead, without one of its faults: by the convention; with the word of its
/// sort after it where it is reserved, clashes or cannot be a file's name; with fewer letters where
/// it is too long; with our own letters for those that look like them; as the name it is near to.
/// Free among `entries`: where another of its sort is called so, a number follows.
/// Requires: an entry of `entries` that has the fault.
std::string betterName(const Project& project, const std::vector<NameEntry>& entries,
                       const NameEntry& entry, NameFault fault);

/// What it does, as a button says it: "Rename by the convention".
std::string_view fixWords(NameFault fault);

/// The renames that mend a fault wherever these have it; each new name is free beside the others'.
std::vector<ThingRename> fixesOf(const Project& project, const std::vector<NameEntry>& entries,
                                 const std::vector<NameEntry>& wrong, NameFault fault);

/// The name with letters of ours for those that look like them, and without what cannot be seen.
std::string withOwnLetters(std::string_view name);

}  // namespace amber
