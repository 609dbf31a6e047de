#pragma once

#include <vector>

#include "core/origin/landmarks.h"
#include "core/project/art_source.h"
#include "core/project/project.h"

namespace amber {

/// A frame whose feet stand elsewhere than in the rest of its animation.
struct Slip {
  std::size_t step = 0;
  OriginPoint by;  ///< How far off they stand, px; moving the frame's origin by it mends it.
};

/// The steps that slip, in order. Told from feet that are meant to move by the drawing itself:
///  1. Feet are compared as drawn. Two frames are comparable when the lowest eighth of their ink,
///     at least two rows, is the same picture at some whole offset but for a seventh of its pixels;
///     or else when all of their ink is. A lifted foot is another picture, and no slip; a body that
///     bobs while the lowest ink stays is no slip up or down. Where the feet of fewer than three
///     fifths of the steps are comparable, only all of the ink is compared.
///  2. Only an animation with a usual place has slips: three fifths of its steps, and at least two,
///     are comparable and stand within half a px of one place; up and down, of those that say where
///     they are. Feet that walk under a body have none.
///  3. A step slips when it is comparable and stands kLeastSlip or more from that place, in x or
///     in y.
///  4. Three or more steps in a row that go out and come back are a movement, and no slips: a hop.
/// Requires: the animation's frames are the asset's. Cost: linear in the frames' pixels, plus the
/// product of steps and at most 24 frames compared with, in pixels of feet.
std::vector<Slip> slipsOf(const Asset& asset, const Animation& animation, const ArtSource& art);

}  // namespace amber
