#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// The share of a bearer's ink that its riders may hide through a whole animation.
inline constexpr double kMostHidden = 0.5;

/// Riders that are gone, absent from steps of an animation, or in front of most of their bearer.
/// Cost: for assets with riders, the pixels of every step.
std::vector<Finding> checkRiders(const Project& project, const ArtSource& art);

}  // namespace amber
