#pragma once

#include <span>
#include <vector>

#include "core/geometry/contact/convex_contact.h"
#include "core/image/pixel_mask.h"
#include "core/trial/row_runs.h"

namespace amber {

/// The whole offsets of a second thing at which it meets a first one: pixel (i, j) of `met` is the
/// offset (x + i, y + j). Offsets outside the map do not meet.
struct OffsetMap {
  int x = 0;
  int y = 0;
  PixelMask met;

  bool meetsAt(int dx, int dy) const;
  PixelRect rect() const { return {x, y, met.width(), met.height()}; }
};

/// Most offsets that a map holds, each way. Shapes that reach farther are cut off there.
inline constexpr int kMostOffsets = 8192;

/// The map of pieces: where any meet (see `meet`).
/// Cost: for each pair of pieces the rows of their difference; a run of offsets is set at once.
OffsetMap meetingOffsets(std::span<const ConvexPiece> a, std::span<const ConvexPiece> b);

/// The map of inks, with pixels as squares: where any overlap. `shiftX` and `shiftY` are the
/// distance of the second's corner from the first's at offset 0, px; if it is not whole, a square
/// overlaps two squares of the other in that direction. Cost: rows by rows by the runs of the
/// second, each a few words; two of 128 x 128 px, 0.3 ms. Dithered masks: as MaskCorrelation.
OffsetMap meetingOffsets(const PixelMask& a, const PixelMask& b, double shiftX, double shiftY);

/// The map of whole shifts: at which shifts of the second's corner from the first's they overlap.
OffsetMap meetingShifts(const PixelMask& a, const RowRuns& runsA, const PixelMask& b,
                        const RowRuns& runsB);
/// The map of inks whose map of whole shifts is known.
OffsetMap offsetsFrom(const OffsetMap& shifts, double shiftX, double shiftY);

/// What is met in either.
OffsetMap united(const OffsetMap& a, const OffsetMap& b);

/// The map, with room for all offsets of `rect`.
OffsetMap within(const OffsetMap& map, const PixelRect& rect);

/// The shortest whole offset at which nothing meets, of equally short ones the first from the
/// right, clockwise on screen.
struct WholeOffset {
  int x = 0;
  int y = 0;
};
WholeOffset shortestParting(const OffsetMap& map);

/// The same mask, left and right changed.
PixelMask mirrored(const PixelMask& mask);

}  // namespace amber
