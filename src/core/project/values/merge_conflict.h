#pragma once

#include <string>

namespace amber {

/// Something that two people changed in different ways since their projects parted. The project
/// holds it as it was before both; what each made of it is kept beside it until one is chosen.
struct MergeConflict {
  std::string place;   ///< The place in the project file: a JSON pointer with ids or names for list
                       ///< elements.
  std::string ours;    ///< What one of them made of it, as JSON; empty where it was taken away.
  std::string theirs;  ///< The same of the other.

  bool operator==(const MergeConflict&) const = default;
};

}  // namespace amber
