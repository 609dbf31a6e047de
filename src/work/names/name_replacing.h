#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/naming/renames.h"

namespace amber {

/// What is replaced in names: case-sensitive text, or a regular expression, whose groups `with` may
/// contain as \1.
struct NameReplacing {
  std::string find;
  std::string with;
  bool regex = false;

  bool operator==(const NameReplacing&) const = default;
};

/// The names that it changes; those of kinds stay. Nothing for an empty `find`.
/// Errors (BadValue): no regular expression, and where it goes wrong; a name would be empty.
Result<std::vector<ThingRename>> replacedNames(const std::vector<NameEntry>& entries,
                                               const NameReplacing& replacing);

}  // namespace amber
