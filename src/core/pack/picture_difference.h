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

/// Puts the packed picture back where it was trimmed from and compares every pixel of the frame
/// with its sheet, through the scale and as the profile wants it; empty where all agree, else what
/// does not. Shares no code with the drawing of pages. Means of areas may be one off in a channel,
/// for they are summed in another order.
/// Cost: linear in the frame's pixels at that scale, and in those of the sheet beneath them.
std::string pictureDifference(const SheetArt& art, const PixelRect& frame, const Image& page,
                              const PictureLying& lying, double scale, const PackProfile& profile);

}  // namespace amber
