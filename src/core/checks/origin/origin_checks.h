#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// Findings about the origins of an asset:
///   origin.drift    (warning) feet drift farther in an animation than the project allows; not
///                   checked for static assets, whose frames are often different things
///   origin.slip     (warning) the position of a frame does not match the rest of its animation
///   origin.half     (warning) origins between pixels, if the project requires whole ones
///   origin.outside  (note) origins outside the bounds of the ink
std::vector<Finding> checkOrigins(const Asset& asset, const Project& project, const ArtSource& art);

/// What is wrong between assets:
///   origin.mixed    (note) an asset, or some of its frames, by another rule than most of its kind
///   origin.mirror   (warning) origins of a mirrored pair that are not mirrored
std::vector<Finding> checkOriginsTogether(const Project& project, const ArtSource& art);

}  // namespace amber
