#pragma once

#include <vector>

#include "core/image/image.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// Cells smaller than this are texture, not frames, px.
inline constexpr int kLeastCell = 6;

/// A way to cut one side of a sheet: `count` cells of `cell` px from `margin` on, `gutter` apart.
struct AxisCut {
  int cell = 0;
  int margin = 0;
  int gutter = 0;
  int count = 1;
  double score = 0;    ///< 0 to 1.
  double crossed = 0;  ///< How much of the ink that a line meets on average its cuts meet, 0 to 1.

  bool operator==(const AxisCut&) const = default;
};

/// Ways to cut a sheet into columns, best first, at most `most` and the one column that is always
/// among them. For rows, give the turned image and mask.
/// A way without a gutter is scored by how little ink runs across its cuts and how alike the cells
/// hold their ink beyond chance, which is the correlation of the ink with itself one cell further;
/// where the sheet is ink all over, by where its colours break. As in finding the pitch of a valid,
/// of a cell and its multiples that do about as well the smallest is meant.
/// Requires: mask of the image's size, not empty.
/// Cost: up to 320 rows, times the words of a row, times the columns.
/// Reference: A. de Cheveigne, H. Kawahara, "YIN, a fundamental frequency estimator for speech and
/// music", Journal of the Acoustical Society of America 111, 2002, section II (smallest lag whose
/// score is near the best).
std::vector<AxisCut> columnCuts(const Image& image, const PixelMask& ink, std::size_t most);

/// The image and the mask with x and y exchanged.
Image turned(const Image& image);
PixelMask turned(const PixelMask& mask);

}  // namespace amber
