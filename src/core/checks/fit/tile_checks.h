#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// What is wrong where tiles that belong side by side meet: one finding for each fault at each side
/// of a tile, with the first neighbour that shows it. Of a step the tile with more such neighbours
/// is taken to be wrong, of equal ones the tile of which fewer shapes would change.
/// Cost: as tilesOf and tileSeams.
std::vector<Finding> checkTileSeams(const Project& project, const ArtSource& art);

}  // namespace amber
