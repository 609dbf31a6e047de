#pragma once

#include <cstddef>

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// What became of `base` by both of two people's work. Things are known by their ids; roles, kinds,
/// courses and profiles by name, shapes by role, expectations by what they say. What only one of
/// them changed, added or took away is as that one has it. What both changed in different ways
/// stays as it was before, and is told in the project's `conflicts` with what each made of it; an
/// origin with its rule, a shape with its recipe, an animation's frames with their durations and a
/// sheet's cut are each one thing. Ids that both gave to different new things are given anew. What
/// one took away and the other needs, as a sheet for a new frame, stays.
/// Laws: 1. With an unchanged side it is the other side. 2. In the other order of sides it is the
/// same, `ours` and `theirs` of conflicts exchanged. 3. Where there is no conflict, whatever either
/// side changed is so in the result.
/// Errors (BadValue): what both did together is no valid project, with what is wrong with it.
/// Cost: linear in the text of the three.
Result<Project> mergedProject(const Project& base, const Project& ours, const Project& theirs);

enum class MergeSide { Ours, Theirs };

/// The project with one conflict settled as one side has it. Errors (BadValue): what it stood for
/// is gone, or would make no valid project. Requires: there is such a conflict.
Result<Project> withChoice(const Project& project, std::size_t conflict, MergeSide side);

}  // namespace amber
