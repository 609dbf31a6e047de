#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// Findings of the shapes of one asset, each told once a role; fixes fit anew, which takes time, or
/// are edits.
///   shape.offInk   (error)   no ink in the shape at all
///   shape.fault    (error)   a polygon crosses itself, repeats a point, or has no area
///   shape.points   (warning) a polygon has more points than the pack profile allows
///   shape.air      (warning) more air than the role allows
///   shape.bareInk  (warning) more bare ink than the role allows
///   shape.stale    (warning) fitted to other ink than the frame has now
///   shape.jumps    (warning) moves between two steps by kShapeJump of its size more than the
///                            origin does; not told of static assets
///   shape.flush    (warning) what notices does not reach past what stops on any side
///   shape.filled   (warning) what stops fills what notices above it
/// Frames without ink, or whose sheet has no art, are passed over.
std::vector<Finding> checkShapes(const Asset& asset, const Project& project, const ArtSource& art);

/// Findings that need several assets.
///   shape.mirror   (warning) shapes of a mirrored pair that are not mirrored
///   shape.differs  (note)    of a kind, most assets have one recipe in a role and this has another
std::vector<Finding> checkShapesTogether(const Project& project, const ArtSource& art);

}  // namespace amber
