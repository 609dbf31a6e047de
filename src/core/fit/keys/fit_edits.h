#pragma once

#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/project/art_source.h"
#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

/// The edits that fit a shape by the recipe to each of these frames, in that role; with a recipe
/// that fits together, one for all of them that are of one asset. Frames for which
/// it makes none, or none that is valid, or whose sheet has no art, get none. Stops, with what it
/// has, when asked to by `progress`.
std::vector<Edit> fittedShapes(const Project& project, const std::vector<FrameRef>& frames,
                               const std::string& role, const Recipe& recipe, const ArtSource& art,
                               const Progress& progress = {});

/// The same, held: of every animation whose frames are all among these, the first frame is fitted
/// and the others lose their key of the role. Frames of no such animation are fitted each.
std::vector<Edit> fittedAndHeld(const Project& project, const std::vector<FrameRef>& frames,
                                const std::string& role, const Recipe& recipe, const ArtSource& art,
                                const Progress& progress = {});

/// The edits that give each of these frames this geometry, set by hand, at the same place relative
/// to its origin as it has on the frame `from` refers to; a mask, to the nearest whole px. Frames
/// on which it would not be valid get none.
std::vector<Edit> shapeByHand(const Project& project, const std::vector<FrameRef>& frames,
                              const std::string& role, const Shape& geometry, FrameRef from);

}  // namespace amber
