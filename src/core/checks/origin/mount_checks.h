#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// What is wrong with an asset's mounts:
///   mount.missing  (warning) a mount that one animation has is missing on another, or on its first
///                  frames
///   mount.far      (warning) a mount that lies far from any ink
std::vector<Finding> checkMounts(const Asset& asset, const ArtSource& art);

}  // namespace amber
