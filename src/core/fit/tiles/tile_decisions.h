#pragma once

#include <optional>

#include "core/base/result.h"
#include "core/project/edit.h"
#include "core/project/frame_ref.h"

namespace amber {

/// The edit that decides whether two tiles belong side by side, b to the right of a or below it;
/// nothing: their pixels tell. Errors (UnknownTarget): a tile is not in the project.
Result<Edit> decideTiles(const Project& project, const FrameRef& a, const FrameRef& b,
                         TileSide side, std::optional<bool> together);

/// The edit that marks a kind as tiles or not. Errors (UnknownTarget): there is no such kind.
Result<Edit> markTiles(const Project& project, std::string_view kind, bool tiles);

}  // namespace amber
