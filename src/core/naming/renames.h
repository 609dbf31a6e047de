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

/// The edits that apply these renames in order; things that already have the name are skipped.
/// Names built by the convention from a renamed thing follow: the frames of an animation or asset.
/// Names may be exchanged. Errors (BadValue): two things of one type would have the same name
/// although names must be unique; (UnknownTarget): the thing does not exist.
Result<std::vector<Edit>> renameEdits(const Project& project,
                                      const std::vector<ThingRename>& renames);

/// Everything of a name to be called another; the sort where two have the name.
struct RenameRequest {
  std::optional<NameSort> sort;
  std::string from;
  std::string to;
};

/// "[SORT:]FROM=TO". Errors (BadValue): it is none.
Result<RenameRequest> renameRequestFrom(std::string_view text);

/// The same for renames by name, applied together, so that names may be exchanged: an asset, an
/// animation (of every asset with one of that name), a frame, a mount (wherever it is), a role, a
/// layer or a kind. Errors (UnknownTarget): nothing has the name; (BadValue): things of several
/// types have it, another thing of the type would be named `to` too, frames that follow would get
/// equal names, or a thing is renamed twice.
Result<std::vector<Edit>> renameEdits(const Project& project,
                                      const std::vector<RenameRequest>& wishes);

/// The names that differ between two states of a project, by what they name: what has an id by
/// that; mounts of an asset, roles, layers and kinds by their place, where there are as many.
std::vector<std::pair<std::string, std::string>> renamesBetween(
    const std::vector<NameEntry>& before, const std::vector<NameEntry>& after);

}  // namespace amber
