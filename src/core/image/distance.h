#pragma once

#include <vector>

#include "core/geometry/pixel_rect.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// For every pixel of a window, the squared Euclidean distance, px^2, from its centre to the centre
/// of the nearest marked pixel.
class DistanceField {
 public:
  /// `window` in the mask's coordinates; it may reach beyond the mask. Marked pixels outside the
  /// window do not count. Requires: window not empty.
  /// Cost: linear in the window's pixels.
  /// Reference: P. Felzenszwalb, D. Huttenlocher, "Distance Transforms of Sampled Functions",
  /// Theory of Computing 8, 2012, section 2.
  DistanceField(const PixelMask& marked, const PixelRect& window);

  /// Requires: (x, y) in the window. kNone when no pixel is marked.
  double squaredAt(int x, int y) const {
    return squared_[static_cast<std::size_t>(y - window_.y) * static_cast<std::size_t>(window_.w) +
                    static_cast<std::size_t>(x - window_.x)];
  }

  /// Larger than any squared distance inside one window.
  static constexpr double kNone = 1e18;

 private:
  PixelRect window_;
  std::vector<double> squared_;
};

}  // namespace amber
