#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// What makes a project one that can be written and opened again, said once: the reader of project
/// files and `withEdits` ask it, and nothing else decides.
///
/// A valid project: 1. every number is finite and in its range (core/project/values/ranges.h); 2.
/// every text is UTF-8 of at most kLongestText bytes; 3. every id is above 0, used once, and below
/// `nextId`; 4. every kind, role, sheet and frame that something names is there; 5. names that
/// things are found by are used once (roles, kinds, layers, a frame's mounts, one shape or setting
/// a role); 6. a frame lies on its sheet unless it is lost; 7. a sheet's path stays in the
/// project's folder; 8. cuts and shapes are sound (checkedCut, validated); 9. its file is no larger
/// than kLargestFile (file_size.h), so that it can be read again.
///
/// Errors: BadValue, or PathLeavesFolder. Their `place` is the way to it in the project's file, as
/// `assets[2].frames[0].origin`; the sentence begins with the thing's own name where it has one.
/// Cost: linear.
Result<void> validated(const Project& project);

/// The same for a project that was made from a valid one: what it shares with that is not looked at
/// again. Cost: linear in what is not shared; in all frames where an asset with other ids came in.
Result<void> validatedAfter(const Project& before, const Project& after);

/// Whether a sheet's path stays in the project's folder: relative, with forward slashes, no empty,
/// "." or ".." part.
bool staysInFolder(std::string_view path);

/// Whether a mount may be called so: snake_case, 1 to 64 letters, digits and underscores.
bool isMountName(std::string_view name);

}  // namespace amber
