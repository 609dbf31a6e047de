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

/// The edits that apply the current settings of the first asset to the variant: origins and shapes
/// are computed again where the rule differs, on the variant's ink. Anything set by hand on the
/// variant is kept. Errors (UnknownTarget): no such asset; (BadValue): it is not a variant. Cost:
/// as fitting.
Result<std::vector<Edit>> followEdits(const Project& project, AssetId variant,
                                      const ArtSource& art);

}  // namespace amber
