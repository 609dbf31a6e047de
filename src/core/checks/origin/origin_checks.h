#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// What is wrong with where an asset's frames stand:
///   origin.drift    (warning) feet move farther through an animation than the project wants;
///                   not of static assets, whose frames are often different things
///   origin.slip     (warning) frames stand off from the rest of their animation
///   origin.half     (warning) origins between pixels, where the project wants whole ones
///   origin.outside  (note) origins outside the bounds of the ink
std::vector<Finding> checkOrigins(const Asset& asset, const Project& project, const ArtSource& art);

/// What is wrong between assets:
///   origin.mixed    (note) an asset, or some of its frames, by another rule than most of its kind
///   origin.mirror   (warning) origins of a mirrored pair that are not mirrored
std::vector<Finding> checkOriginsTogether(const Project& project, const ArtSource& art);

}  // namespace amber
