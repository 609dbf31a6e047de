#pragma once

#include <string>
#include <vector>

#include "core/image/image.h"

namespace glasshouse {

/// One drawn sheet and its file name.
struct DrawnSheet {
  std::string name;
  amber::Image image;
  std::vector<amber::Image> pictures = {};  ///< Of an animated image, in place of `image`.
  std::vector<int> timesMs = {};            ///< How long each of them shows.
};

/// The keeper of the glasshouse, 48 x 48 px a frame: idle (4), walk (8) and water (6). In the fifth
/// frame of water the jet runs past its cell, as such things do.
std::vector<DrawnSheet> keeperSheets();

/// The snail (32 x 24, 6 frames) and the moth (32 x 32, 6 frames, soft wings).
std::vector<DrawnSheet> pestSheets();

/// Clay pots (32 x 32, 3), the seed pod (16 x 16, 6) and the water drop (12 x 16, 4).
std::vector<DrawnSheet> thingSheets();

/// Floor and bench tiles (32 x 32, 4 x 2) with a margin of 4 px and a gutter of 2 px.
std::vector<DrawnSheet> tileSheets();

/// In other forms: garden tools scattered (8 things), a fern on a key colour (40 x 40, 6), a mouse
/// that faces the wrong way (36 x 22, 6), a firefly as six numbered images of different sizes, a
/// lantern as an animated image (40 x 44, 6).
std::vector<DrawnSheet> nightLifeSheets();

/// All of them. The same bytes every time.
std::vector<DrawnSheet> allSheets();

}  // namespace glasshouse
