#pragma once

#include <vector>

#include "core/origin/landmarks.h"
#include "core/project/art_source.h"
#include "core/project/project.h"

namespace amber {

/// A frame whose feet stand elsewhere than in the rest of its animation.
struct Slip {
  std::size_t step = 0;
  OriginPoint by;  ///< The error of the position, px. Moving the origin of the frame by this amount
                   ///< fixes it.
};

/// The steps that slip, in order. Slips are distinguished from intended movement by the drawing:
/// 1. Feet are compared as drawn. Two frames are comparable if the lowest eighth of their ink, at
///    least two rows, is the same picture at some whole offset, except for a seventh of its pixels;
///    or if all of their ink is. A lifted foot is another picture, not a slip; a body that bobs
///    over the same lowest ink does not slip vertically. If the feet of fewer than three fifths of
///    the steps are comparable, only the whole ink is compared.
/// 2. An animation has slips only if it has a usual position: three fifths of its steps, and at
///    least two, are comparable and within half a px of one position; vertically, only steps with a
///    known y count. Feet that walk under a body have no usual position.
/// 3. A step slips if it is comparable and at least kLeastSlip from the usual position, in x or in
///    y.
/// 4. Three or more steps in a row that move out and back are a movement (a hop), not slips.
/// 5. Where all steps stand by the ground rule, only x counts: see isOnGround.
/// Requires: the frames of the animation belong to the asset. Cost: linear in the pixels of the
/// frames, plus the steps times at most 24 frames they are compared with, in pixels of feet.
std::vector<Slip> slipsOf(const Asset& asset, const Animation& animation, const ArtSource& art);

}  // namespace amber
