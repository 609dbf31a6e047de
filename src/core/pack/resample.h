#pragma once

#include "core/image/image.h"
#include "core/project/values/pack_profile.h"

namespace amber {

/// How many px a length of `px` takes at this scale: every part of it is covered. Requires: `px`
/// and `scale` above 0.
int scaledLength(int px, double scale);

/// The picture at another scale, with the same top-left corner: pixel (i, j) covers the square [i,
/// i+1) x [j, j+1) divided by `scale`. Nearest uses the pixel at its middle. Area uses the mean of
/// the covered pixels, weighted by alpha, so that transparent pixels add no colour; outside the
/// picture everything is transparent. A result with alpha 0 is transparent black. Requires: `scale`
/// in kPageScaleRange, a picture that is not empty. Cost: linear in the pixels of both.
Image resampled(const Image& picture, double scale, Resampling how);

/// The picture with left and right exchanged.
Image flipped(const Image& picture);

/// Gives pixels of alpha 0 the colour of the nearest visible pixel (Chebyshev distance; ties are
/// resolved deterministically), with alpha 0 unchanged. A picture without visible pixels is not
/// changed. Cost: linear in the pixels.
void bleedColours(Image& picture);

}  // namespace amber
