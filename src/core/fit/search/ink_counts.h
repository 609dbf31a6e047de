#pragma once

#include <algorithm>
#include <optional>
#include <vector>

#include "core/geometry/pixel_rect.h"
#include "core/geometry/polygon.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// A frame's ink, ready to be counted by parts of rows in constant time: what every fit asks for
/// again and again. Only the bounds of the ink are kept. The ink of several frames, laid over each
/// other, counts as often as it comes; every pixel of a shape then counts `depth` times.
class InkCounts {
 public:
  explicit InkCounts(const PixelMask& ink);
  /// Requires: at least one, all of one size.
  explicit InkCounts(const std::vector<PixelMask>& inks);

  /// The same ink counted in squares of side x side px, that with the bounds' corner first: a pixel
  /// of these counts is such a square, and counts for all its pixels.
  InkCounts(const InkCounts& fine, int side);

  /// How often a pixel counts: how many frames there are, and for squares how many pixels.
  int depth() const { return depth_; }
  long long total() const { return total_; }
  /// How much of it a shape may leave bare that may lose that share, 0 up to, but not including, 1;
  /// one pixel at least is to be held. Requires: some ink.
  long long spare(double loss) const {
    return std::min(static_cast<long long>(loss * static_cast<double>(total_)), total_ - 1);
  }
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
  /// The same for a row of the bounds, with x0 at most x1.
  int within(int y, int x0, int x1) const {
    const int* row = prefix_.data() + static_cast<std::ptrdiff_t>(y - bounds_.y) * (bounds_.w + 1);
    return row[std::clamp(x1 - bounds_.x, 0, bounds_.w)] -
           row[std::clamp(x0 - bounds_.x, 0, bounds_.w)];
  }
  /// Ink pixels of a row of the bounds left of column x, frame px.
  int leftIn(int y, int x) const { return rowSums(y)[std::clamp(x - bounds_.x, 0, bounds_.w)]; }
  /// Ink pixels of row y left of column x, frame px; any numbers.
  int leftOf(int y, int x) const {
    if (y < bounds_.y || y >= bounds_.bottom()) return 0;
    return prefix_[static_cast<std::size_t>(y - bounds_.y) *
                       static_cast<std::size_t>(bounds_.w + 1) +
                   static_cast<std::size_t>(std::clamp(x - bounds_.x, 0, bounds_.w))];
  }
  /// Whether the pixel is ink, of one frame at least.
  bool test(int x, int y) const { return inRow(y, x, x + 1) > 0; }

  /// What row y, of the bounds, frame px, holds left of each column of them: bounds().w + 1
  /// numbers.
  const int* rowSums(int y) const {
    return prefix_.data() + static_cast<std::ptrdiff_t>(y - bounds_.y) * (bounds_.w + 1);
  }

  /// The convex hull of the ink's pixels, squares and all, clockwise.
  std::vector<Vertex> hull() const;

 private:
  void add(const PixelMask& ink);

  PixelRect bounds_;
  int depth_ = 1;
  long long total_ = 0;
  std::vector<int> prefix_;
};

}  // namespace amber
