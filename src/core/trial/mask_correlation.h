#pragma once

#include <cstdint>
#include <vector>

#include "core/image/pixel_mask.h"

namespace amber {

/// The number of pixels that two masks share, for every whole shift of the second: their exact
/// cross-correlation. For masks with many runs, such as dithered ones, for which all pairs of runs
/// would take time with the fourth power of the side.
/// Computed as a product of polynomials by a number-theoretic transform. Reference: J. M. Pollard,
/// "The Fast Fourier Transform in a Finite Field", Mathematics of Computation 25, 1971.
class MaskCorrelation {
 public:
  /// Whether masks of these sizes are within the limit of 2^24 shifts, which bounds the memory to
  /// 200 MB.
  static bool fits(PixelSize a, PixelSize b);
  /// A bound of its cost in the steps of a loop over pairs of runs, to choose between the two.
  static double cost(PixelSize a, PixelSize b);

  /// Requires: fits. Cost: n log n in the number of shifts; two masks of 1024 x 1024 px, 0.7 s.
  MaskCorrelation(const PixelMask& a, const PixelMask& b);

  /// The shifts (x, y) of the second mask's corner from the first's at which they can share pixels.
  const PixelRect& shifts() const { return shifts_; }
  /// The shared pixels at the shifts (shifts().x + i, y). Requires: y is one of them.
  const std::uint32_t* row(int y) const {
    return counts_.data() +
           static_cast<std::size_t>(y - shifts_.y) * static_cast<std::size_t>(shifts_.w);
  }

 private:
  PixelRect shifts_;
  std::vector<std::uint32_t> counts_;
};

}  // namespace amber
