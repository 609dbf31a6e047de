#pragma once

#include <string>
#include <vector>

#include "core/naming/renames.h"

namespace amber {

/// A name without one of the faults: by the convention; with its type as a suffix if it is
/// reserved, clashes or cannot be a file name; with fewer letters if it is too long; with Latin
/// letters instead of similar ones; or the name it is near to. Unique among `entries`: a number is
/// added if another thing of the type has the name. Requires: an entry of `entries` with the fault.
std::string betterName(const Project& project, const std::vector<NameEntry>& entries,
                       const NameEntry& entry, NameFault fault);

/// The label of the fix: "Rename by the convention".
std::string_view fixWords(NameFault fault);

/// The renames that fix a fault for all of these; each new name is unique.
std::vector<ThingRename> fixesOf(const Project& project, const std::vector<NameEntry>& entries,
                                 const std::vector<NameEntry>& wrong, NameFault fault);

/// The name with letters of ours for those that look like them, and without what cannot be seen.
std::string withOwnLetters(std::string_view name);

}  // namespace amber
