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

/// Places pictures of these sizes (each side at least 1 px) on as few pages as the packer manages;
/// one page is as small as the tried widths allow. Around each picture its extruded edge, and
/// `padding` px between neighbours. The same sizes give the same layout.
/// Errors (BadValue): a picture is larger than a page; names its index in `place`.
/// Reference: the packer is the skyline bottom-left packer of the stb library.
Result<PageLayout> layOutPages(const std::vector<PixelSize>& pictures, const PackProfile& profile);

}  // namespace amber
