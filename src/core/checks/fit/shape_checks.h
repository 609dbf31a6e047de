#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// Findings about the shapes of one asset, each once per role. Fixes refit shapes, which takes
/// time, or are edits.
///   shape.offInk   (error)   a shape contains no ink
///   shape.fault    (error)   a polygon crosses itself, repeats a point, or has no area
///   shape.points   (warning) a polygon has more points than the pack profile allows
///   shape.air      (warning) more air than the role allows
///   shape.bareInk  (warning) more bare ink than the role allows
///   shape.stale    (warning) the ink of the frame has changed since the shape was fitted
///   shape.jumps    (warning) the shape moves between two steps by kShapeJump of its size more than
///                            the origin does; not checked for static assets
///   shape.flush    (warning) a shape that notices does not extend beyond the shape that stops
///   shape.filled   (warning) a shape that stops covers the shape that notices above it
/// Frames without ink, or whose sheet has no art, are skipped.
std::vector<Finding> checkShapes(const Asset& asset, const Project& project, const ArtSource& art);

/// Findings that need several assets.
///   shape.mirror   (warning) shapes of a mirrored pair that are not mirrored
///   shape.differs  (note)    of a kind, most assets have one recipe in a role and this has another
std::vector<Finding> checkShapesTogether(const Project& project, const ArtSource& art);

}  // namespace amber
