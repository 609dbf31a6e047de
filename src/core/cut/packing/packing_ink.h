#pragma once

#include <cstdint>
#include <vector>

#include "core/geometry/pixel_rect.h"
#include "core/image/ink/ink.h"

namespace amber {

/// The content of any rectangle of a sheet, and what touches across its sides, each in a few steps
/// by prefix sums. Figures are faint ink that is not black; black ink is outline or shadow. Cost:
/// linear in the pixels to build, 20 bytes a pixel.
class PackingInk {
 public:
  explicit PackingInk(const SheetArt& art);

  PixelSize size() const { return size_; }

  /// How many pixels of ink, or of figures, lie in columns [x, x+w) and rows [y, y+h).
  /// Requires: within the sheet.
  int ink(int x, int y, int w, int h) const { return within(ink_, x, y, w, h); }
  int figures(int x, int y, int w, int h) const { return within(figures_, x, y, w, h); }

  /// How much touches across the line before column x in rows [y, y+h), or before row y in columns
  /// [x, x+w): pairs of neighbouring pixels (8-connected), one on each side, counted 1, or
  /// kFirmContact where both are opaque and no shadow.
  float acrossColumn(int x, int y, int h) const {
    return columns_[at(x, y + h)] - columns_[at(x, y)];
  }
  float acrossRow(int y, int x, int w) const { return rows_[at(x + w, y)] - rows_[at(x, y)]; }

  static constexpr float kFirmContact = 6;

  /// The natural logarithm of a count of pixels. Requires: 1 up to one more than the sheet has.
  float logOf(int count) const { return logs_[static_cast<std::size_t>(count)]; }

 private:
  std::size_t at(int x, int y) const {
    return static_cast<std::size_t>(y) * static_cast<std::size_t>(size_.w + 1) +
           static_cast<std::size_t>(x);
  }
  int within(const std::vector<std::int32_t>& sums, int x, int y, int w, int h) const {
    return sums[at(x + w, y + h)] - sums[at(x + w, y)] - sums[at(x, y + h)] + sums[at(x, y)];
  }

  PixelSize size_;
  // Of what lies above and left of each corner of pixels.
  std::vector<std::int32_t> ink_;
  std::vector<std::int32_t> figures_;
  // Of what touches across the column line above each corner, and across the row line left of it.
  std::vector<float> columns_;
  std::vector<float> rows_;
  std::vector<float> logs_;
};

}  // namespace amber
