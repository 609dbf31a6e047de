#pragma once

#include <cstdint>
#include <vector>

#include "core/geometry/pixel_rect.h"
#include "core/geometry/polygon.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// Set pixels [x0, x1) of row y that no other set pixel of the row is beside.
struct InkRun {
  int y;
  int x0;
  int x1;
};

/// A mask's runs of set pixels in reading order, each with those that it meets in the rows above
/// and below, corners included. Whoever asks more than one thing of a mask's islands asks it here.
class InkRuns {
 public:
  /// Cost: linear in the mask's words and runs.
  explicit InkRuns(const PixelMask& mask);

  std::uint32_t count() const { return static_cast<std::uint32_t>(runs_.size()); }
  /// Requires: i below count().
  const InkRun& operator[](std::size_t i) const { return runs_[i].pixels; }

  /// The runs of the island (8-connected) of most pixels, of several the first in reading order, by
  /// their places among all, ascending. Empty for none.
  /// Reference: union of runs as in L. He, Y. Chao, K. Suzuki, "A Run-Based Two-Scan Labeling
  /// Algorithm", IEEE Transactions on Image Processing 17, 2008.
  std::vector<std::uint32_t> largestIsland() const;

  /// The outer edge of the island whose first run in reading order is at `first`, see outlineOf.
  /// Cost: linear in the runs along it.
  std::vector<Vertex> outlineFrom(std::uint32_t first) const;

 private:
  static constexpr std::uint32_t kNone = ~std::uint32_t{0};

  struct Run {
    InkRun pixels;
    std::uint32_t root;           // the first of its island; while they are joined, an earlier one
    std::uint32_t above = kNone;  // the first of the row above that it meets
    std::uint32_t below = kNone;  // the last of the row below that it meets
  };

  void addRow(const PixelMask& mask, int y);
  void meet(std::uint32_t above, std::uint32_t begin);
  std::uint32_t rootOf(std::uint32_t at);

  std::vector<Run> runs_;
};

}  // namespace amber
