#pragma once

#include <optional>
#include <vector>

#include "core/image/pixel_mask.h"
#include "core/trial/mask_correlation.h"
#include "core/trial/row_runs.h"

namespace amber {

/// How many pixels two masks share, the second's corner at (x, y) from the first's.
/// Cost: the words of the rows that both have; eight at once where rows of both are of equally many
/// words.
long long commonPixels(const PixelMask& a, const PixelMask& b, int x, int y);

/// By which instructions bits are counted; all give the same.
enum class BitCounting { Plain, Avx2, Avx512 };
/// Those that this processor has, the fastest last: that is the one which is taken above.
std::vector<BitCounting> bitCountings();
/// Requires: one that this processor has.
long long commonPixels(const PixelMask& a, const PixelMask& b, int x, int y, BitCounting counting);

/// The same at all offsets, row by row of them.
/// As one run passes another what they share rises, stays, and falls, by one a px. Only where that
/// changes is noted, for all runs, and then summed twice: second differences, as old as tables.
/// Rows of very many runs are counted offset by offset.
class CommonPixelRows {
 public:
  /// Requires: the masks live as long. Cost: linear in their words and runs; of dithered masks, as
  /// MaskCorrelation.
  CommonPixelRows(const PixelMask& a, const PixelMask& b);
  /// With their runs, which live as long too.
  CommonPixelRows(const PixelMask& a, const RowRuns& runsA, const PixelMask& b,
                  const RowRuns& runsB);

  /// The x of a row's first offset; the last is the first mask's width less 1.
  int first() const { return first_; }
  /// What both share at each offset (first() + i, y); good until the next row is asked for.
  /// Cost: for the rows that both have, the runs of the one by those of the other, or, where that
  /// is less, the words of those rows for each offset; and the offsets.
  const std::vector<int>& row(int y);

 private:
  void prepare();

  const PixelMask& maskA_;
  const PixelMask& maskB_;
  std::optional<RowRuns> ownA_;  // Where they were not given.
  std::optional<RowRuns> ownB_;
  const RowRuns& a_;
  const RowRuns& b_;
  int first_;
  std::vector<int> counts_;
  std::optional<MaskCorrelation> all_;  // Of masks with very many runs.
};

}  // namespace amber
