#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/naming/name_faults.h"
#include "core/project/edit.h"

namespace amber {

/// A thing to be called another name; the sort where two have the name.
struct RenameWish {
  std::optional<NameSort> sort;
  std::string from;
  std::string to;
};

/// "[SORT:]FROM=TO". Errors (BadValue): it is none.
Result<RenameWish> renameWishFrom(std::string_view text);

/// The edits that rename these: an asset, an animation (of every asset that has one of that name),
/// a frame, a mount (wherever it is), a role, a layer or a kind. What followed the convention after
/// a name follows it still: the frames of an animation or an asset that were called by the rule.
/// Errors (UnknownTarget): nothing is called so; (BadValue): things of several sorts are, or
/// something of the sort is called `to` already.
Result<std::vector<Edit>> renameEdits(const Project& project,
                                      const std::vector<RenameWish>& wishes);

/// The names that differ between two states of a project, by what they name.
std::vector<std::pair<std::string, std::string>> renamesBetween(
    const std::vector<NameEntry>& before, const std::vector<NameEntry>& after);

}  // namespace amber
