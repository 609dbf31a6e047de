#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// zone.idle: a zone with shapes, none of which stops or notices any other asset.
/// block.placeholder: a block in a project of which a profile reports them, named by its profile.
/// Cost: linear in the assets; with zones, the participants of zones times all.
std::vector<Finding> checkBlocks(const Project& project);

}  // namespace amber
