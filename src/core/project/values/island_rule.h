#pragma once

namespace amber {

/// How ink is gathered into islands, each a frame.
struct IslandRule {
  int join = 1;  ///< Ink at a Chebyshev distance up to this is one island, px, 1 to 256; 1 is plain
                 ///< 8-connectivity.
  int minInk = 1;  ///< An island of fewer px is a speck: it goes to the nearest island within four
                   ///< times `join`, or is dropped. 1 to 1,000,000.
  int part = 0;    ///< Figures that touch only by ink fainter than this alpha are parted; 0: never.
                   ///< 0 to 255.
  bool boxes = false;    ///< What lies within a box that is drawn round it is one frame, up to the
                         ///< line; other ink is gathered as it would be without those boxes.
  bool shadows = false;  ///< Ink of less than `part` (where that is 0, than 255) is the shadow of
                         ///< the figure it falls from: all fall the same way, found in the pixels.
  bool tight = false;  ///< Frames were packed without gaps: each is a rectangle with ink along its
                       ///< four sides, and together they fill the sheet. All else is not looked
                       ///< at, but where the sheet cannot be filled so.

  bool operator==(const IslandRule&) const = default;
};

}  // namespace amber
