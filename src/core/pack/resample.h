#pragma once

#include "core/image/image.h"
#include "core/project/values/pack_profile.h"

namespace amber {

/// How many px a length of `px` takes at this scale: every part of it is covered. Requires: `px`
/// and `scale` above 0.
int scaledLength(int px, double scale);

/// The picture at another scale, its top-left corner staying: pixel (i, j) stands for the square
/// [i, i+1) x [j, j+1) over `scale`. Nearest takes the pixel in its middle. Area takes the mean of
/// what it covers, each colour weighed by its alpha, so that what cannot be seen gives no colour;
/// past the picture there is nothing. What comes out with alpha 0 is transparent black.
/// Requires: `scale` in kPageScaleRange, a picture that is not empty. Cost: linear in the pixels of
/// both.
Image resampled(const Image& picture, double scale, Resampling how);

/// The picture with left and right exchanged.
Image flipped(const Image& picture);

/// Gives pixels of alpha 0 the colour of the nearest one that can be seen (Chebyshev distance; of
/// several as near, one of them, always the same), with alpha 0 still. A picture of which nothing
/// can be seen stays as it is. Cost: linear in the pixels.
void bleedColours(Image& picture);

}  // namespace amber
