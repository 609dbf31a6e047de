#pragma once

#include <span>
#include <vector>

#include "core/geometry/shape.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// The runs of set pixels of a mask, by row.
class RowRuns {
 public:
  /// Cost: linear in the mask's words and runs.
  explicit RowRuns(const PixelMask& mask);

  int rows() const { return static_cast<int>(begins_.size()); }
  std::size_t count() const { return runs_.size(); }
  /// From left to right. Requires: a row of the mask.
  std::span<const PixelSpan> operator[](int row) const {
    const auto i = static_cast<std::size_t>(row);
    return std::span(runs_).subspan(first_[i], first_[i + 1] - first_[i]);
  }
  /// Where each row's first run begins and where its last one ends: of a row without any so far
  /// right and left that nothing reaches there.
  const std::vector<int>& begins() const { return begins_; }
  const std::vector<int>& ends() const { return ends_; }
  static constexpr int kNowhere = 1 << 28;

 private:
  std::vector<PixelSpan> runs_;
  std::vector<std::size_t> first_;  // Of each row, and one past the last row's.
  std::vector<int> begins_;
  std::vector<int> ends_;
};

}  // namespace amber
