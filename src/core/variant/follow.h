#pragma once

#include <string>

#include "core/project/art_source.h"
#include "core/project/edit.h"

namespace amber {

/// What of a variant is not as its first one's rules are now, in words; empty where all is: kind,
/// motion, scale, copies, what it sets of roles; where both have as many frames, frame by frame,
/// also origin rules and recipes of shapes, and the animations' frames, durations and loops. Shapes
/// and origins set by hand are its own, and no matter.
/// Requires: `first` is what the variant is made after.
std::string behindIn(const Asset& variant, const Asset& first);

/// The edits that give the variant its first one's rules as they are now: origins found and shapes
/// fitted anew where the rule is another, on its own ink. What was set by hand on it stays.
/// Errors (UnknownTarget): no such asset; (BadValue): it is a variant of none. Cost: as fitting.
Result<std::vector<Edit>> followEdits(const Project& project, AssetId variant,
                                      const ArtSource& art);

}  // namespace amber
