#pragma once

#include <string>

#include "core/image/ink/ink.h"
#include "core/project/values/pack_profile.h"

namespace amber {

/// Where a frame's picture lies on the pages of one scale.
struct PictureLying {
  int page = 0;
  PixelRect rect;  ///< On the page.
  PixelSize trim;  ///< Where it lay in the frame, px of the scale.
  bool mirrored = false;
};

/// Restores the packed picture to its untrimmed position and compares every pixel of the frame with
/// its sheet, at the scale and by the settings of the profile. Empty if all agree, otherwise what
/// differs. Shares no code with the drawing of pages. Area means may differ by one in a channel,
/// because they are summed in another order. Cost: linear in the frame's pixels at that scale, and
/// in the pixels of the sheet below them.
std::string pictureDifference(const SheetArt& art, const PixelRect& frame, const Image& page,
                              const PictureLying& lying, double scale, const PackProfile& profile);

}  // namespace amber
