#pragma once

#include <cstdint>
#include <vector>

#include "core/image/image.h"

namespace amber::test {

/// A sheet that frames fill without gaps, each trimmed to its ink.
struct PackedSheet {
  Image image;
  std::vector<PixelRect> frames;
};

/// One of that size: columns of frames of 22 to 55 px, none as high as its neighbours. In each a
/// round body along its upper and left sides, and apart from it, along the lower and right ones,
/// its black shadow of that alpha. The same seed gives the same sheet.
PackedSheet packedTightly(unsigned seed, int width, int height, std::uint8_t shadow = 110);

/// The share of the frames that one of those found overlaps by 0.8 of what either covers.
double foundOf(const std::vector<PixelRect>& frames, const std::vector<PixelRect>& found);

}  // namespace amber::test
