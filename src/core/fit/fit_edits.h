#pragma once

#include <string>
#include <vector>

#include "core/project/art_source.h"
#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

/// The edits that give each of these frames the snug box of its firm ink in that role. Frames
/// without firm ink, or whose sheet has no art, get none.
std::vector<Edit> snugBoxes(const Project& project, const std::vector<FrameRef>& frames,
                            const std::string& role, const ArtSource& art);

/// The edits that give each of these frames this geometry, set by hand, at the same place relative
/// to its origin as it has on the frame `from` refers to. Frames on which it would not be sound
/// get none.
std::vector<Edit> shapeByHand(const Project& project, const std::vector<FrameRef>& frames,
                              const std::string& role, const Shape& geometry, FrameRef from);

}  // namespace amber
