#pragma once

#include <cstddef>

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// Merges two versions of `base`. Things are identified by their ids; roles, kinds, courses and
/// profiles by name, shapes by role, expectations by content. What only one side changed, added or
/// removed is taken from that side. What both changed in different ways keeps its earlier value and
/// is added to the project's `conflicts` with both versions; an origin with its rule, a shape with
/// its recipe, an animation's frames with their durations and a sheet's cut are each one value. Ids
/// that both sides gave to different new things are replaced. What one side removed and the other
/// needs, such as a sheet of a new frame, is kept. Laws:
/// 1. If one side is unchanged, the result is the other side.
/// 2. Exchanging the sides gives the same result, with `ours` and `theirs` of conflicts exchanged.
/// 3. Without a conflict, every change of either side is in the result.
/// Errors (BadValue): the merged project is not valid, with the reason. Cost: linear in the text of
/// the three.
Result<Project> mergedProject(const Project& base, const Project& ours, const Project& theirs);

enum class MergeSide { Ours, Theirs };

/// The project with one conflict settled as one side has it. Errors (BadValue): what it stood for
/// is gone, or would make no valid project. Requires: there is such a conflict.
Result<Project> withChoice(const Project& project, std::size_t conflict, MergeSide side);

}  // namespace amber
