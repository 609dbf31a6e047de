#pragma once

#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "core/base/result.h"
#include "core/naming/name_faults.h"
#include "core/project/edit.h"

namespace amber {

/// A thing to be called another name: one asset, animation, frame, role, layer or kind, or a mount
/// of one asset, on all its frames.
struct ThingRename {
  NameEntry thing;
  std::string to;
};

/// The edits that rename these, in this order; what is called so already is passed over. What
/// followed the convention after a name follows it still: the frames of an animation or an asset
/// that were called by the rule. Names may change places with each other.
/// Errors (BadValue): two things of one sort would have one name, where names are to be different;
/// (UnknownTarget): the thing is not there.
Result<std::vector<Edit>> renameEdits(const Project& project,
                                      const std::vector<ThingRename>& renames);

/// Everything of a name to be called another; the sort where two have the name.
struct RenameWish {
  std::optional<NameSort> sort;
  std::string from;
  std::string to;
};

/// "[SORT:]FROM=TO". Errors (BadValue): it is none.
Result<RenameWish> renameWishFrom(std::string_view text);

/// The same for wishes by name, all at once, so that names may change places: an asset, an
/// animation (of every asset that has one of that name), a frame, a mount (wherever it is), a role,
/// a layer or a kind. Errors (UnknownTarget): nothing is called so; (BadValue): things of several
/// sorts are, something of the sort would be called `to` too, frames that follow would share a
/// name, or a thing is renamed twice.
Result<std::vector<Edit>> renameEdits(const Project& project,
                                      const std::vector<RenameWish>& wishes);

/// The names that differ between two states of a project, by what they name: what has an id by
/// that; mounts of an asset, roles, layers and kinds by their place, where there are as many.
std::vector<std::pair<std::string, std::string>> renamesBetween(
    const std::vector<NameEntry>& before, const std::vector<NameEntry>& after);

}  // namespace amber
