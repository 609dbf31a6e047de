#pragma once

#include "core/image/pixel_mask.h"

namespace amber {

/// The mask with every set pixel grown into a square of `side` px whose top-left corner it is; what
/// leaves the mask is lost. Two pixels at Chebyshev distance d touch, at an edge or a corner, once
/// they are grown by at least d. Requires: side at least 1 (which changes nothing).
/// Cost: linear in the mask's words, times the logarithm of `side`.
PixelMask spread(PixelMask mask, int side);

}  // namespace amber
