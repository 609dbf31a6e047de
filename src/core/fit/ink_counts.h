#pragma once

#include <optional>
#include <vector>

#include "core/geometry/pixel_rect.h"
#include "core/geometry/point.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// A frame's ink, ready to be counted by parts of rows in constant time: what every fit asks for
/// again and again. Only the bounds of the ink are kept.
class InkCounts {
 public:
  explicit InkCounts(const PixelMask& ink);

  long long total() const { return total_; }
  /// Of the ink, frame px; empty when there is none.
  const PixelRect& bounds() const { return bounds_; }

  /// Ink pixels of row y in columns [x0, x1), frame px; any numbers.
  int inRow(int y, int x0, int x1) const {
    if (y < bounds_.y || y >= bounds_.bottom() || x0 >= x1) return 0;
    const int from = std::clamp(x0 - bounds_.x, 0, bounds_.w);
    const int to = std::clamp(x1 - bounds_.x, 0, bounds_.w);
    const int* row = prefix_.data() + static_cast<std::ptrdiff_t>(y - bounds_.y) * (bounds_.w + 1);
    return row[to] - row[from];
  }
  bool test(int x, int y) const { return inRow(y, x, x + 1) == 1; }

  /// The corners of the ink's outermost pixels in every row: what encloses them encloses all ink.
  std::vector<FramePoint> corners() const;

 private:
  PixelRect bounds_;
  long long total_ = 0;
  std::vector<int> prefix_;
};

}  // namespace amber
