#pragma once

#include <vector>

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// Where one picture lies: the page, and its own top-left corner there, inside its extruded edge.
struct Placement {
  int page = 0;
  int x = 0;
  int y = 0;
};

struct PageLayout {
  std::vector<Placement> placements;  ///< One a picture, in the order given.
  std::vector<PixelSize> pages;
};

/// Places pictures of these sizes (each side at least 1 px) on as few pages as the packer manages.
/// Around each picture its extruded edge, and `padding` px between neighbours. Every page is tried
/// at several widths, in several orders of placing; what fits on one page goes on one that is at
/// most 2 % larger than the least of them, the shortest of those; where more than one is needed the
/// fullest page comes first. Pages have the shape that the profile asks for. The same sizes give
/// the same layout. Errors (BadValue): a picture is larger than a page; names its index in `place`.
/// Cost: some 20 to 60 runs of the packer, each a little more than linear; on all cores.
/// Reference: the packer is the skyline packer of the stb library, by both of its rules (bottom
/// left, and best fit).
Result<PageLayout> layOutPages(const std::vector<PixelSize>& pictures, const PackProfile& profile);

}  // namespace amber
