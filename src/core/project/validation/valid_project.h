#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// Whether a project is valid, which means that it can be written and opened again. This is the
/// only definition: the reader of project files and `withEdits` use it.
/// A valid project:
/// 1. every number is finite and in its range (core/project/values/ranges.h);
/// 2. every text is UTF-8 of at most kLongestText bytes;
/// 3. every id is above 0, used once, and below `nextId`;
/// 4. every kind, role, sheet and frame that is referred to exists;
/// 5. names by which things are found are unique (roles, kinds, layers, a frame's mounts, one shape
///    or setting for each role);
/// 6. a frame lies on its sheet unless it is lost;
/// 7. the path of a sheet is inside the project's folder; a block or zone has none, a side of 1 to
///    kLongestRectangle px, and is one frame;
/// 8. cuts and shapes are valid (checkedCut, validated);
/// 9. its file is no larger than kLargestFile (file_size.h), so that it can be read again.
/// Errors: BadValue, or PathLeavesFolder. Their `place` is the path to the value in the project
/// file, such as `assets[2].frames[0].origin`; the sentence begins with the name of the thing if it
/// has one. Cost: linear.
Result<void> validated(const Project& project);

/// The same for a project that was made from a valid one: what it shares with that is not looked at
/// again. Cost: linear in what is not shared, and in the number of sheets and assets; in all frames
/// where a sheet was replaced or removed.
Result<void> validatedAfter(const Project& before, const Project& after);

/// Whether a sheet's path stays in the project's folder: relative, with forward slashes, no empty,
/// "." or ".." part.
bool staysInFolder(std::string_view path);

/// Whether this is a valid mount name: snake_case, 1 to 64 letters, digits and underscores.
bool isMountName(std::string_view name);

}  // namespace amber
