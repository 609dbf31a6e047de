#pragma once

#include <vector>

#include "core/geometry/pixel_rect.h"
#include "core/image/pixel_mask.h"
#include "core/project/values/island_rule.h"

namespace amber {

/// Ink that belongs together.
struct Island {
  PixelRect bounds;  ///< The least rectangle around its ink.
  long long inkPixels = 0;

  bool operator==(const Island&) const = default;
};

/// Islands whose bounds overlap are gathered where that leaves them at least so much like the
/// figures of a sheet (see `likeFigures`) as they were: a share, for fewer count against them. More
/// islands than this are texture, and stay apart.
inline constexpr double kStillAlike = 0.85;
inline constexpr std::size_t kMostGathered = 20000;

struct Islands {
  std::vector<Island> all;      ///< In reading order (see `inReadingOrder`).
  std::vector<Island> dropped;  ///< Specks that no island was near enough to take.
};

/// The islands of `ink` by the rule's joining distance and least ink. Its `part` is not looked at.
/// Islands whose bounds overlap are gathered into one, where that makes them look more like
/// figures: the frames of a packed sheet never overlap. Laws: 1. Every ink pixel lies in the bounds
/// of its island; pixel counts add up to the ink's.
/// 2. Two pixels at Chebyshev distance up to `join` are of one island. 3. Between two islands
/// without specks no two pixels are as near as that.
/// Requires: the rule in its ranges. Cost: linear in the mask's words plus the runs of ink (of the
/// ink grown by `join`), memory 8 bytes a run where there are specks, else only the islands.
/// Reference: L. He, Y. Chao, K. Suzuki, "A Run-Based Two-Scan Labeling Algorithm", IEEE
/// Transactions on Image Processing 17, 2008 (runs of a row, joined to those of the row above).
Islands islandsOf(const PixelMask& ink, const IslandRule& rule);

/// How many islands there are at that joining distance, before any are gathered by their bounds.
/// Requires: join 1 to 256. Cost: as islandsOf without gathering.
std::size_t islandCount(const PixelMask& ink, int join);

/// The islands of figures that touch only through faint ink. Islands are found in `solid` by the
/// same rule. Every pixel of `faint` that is 8-connected to some of them through faint ink belongs
/// to the one that is fewest steps away. Other faint ink belongs to an island within `join` px, or
/// forms islands. Requires: masks of one size, `solid` within `faint`. Cost: linear in the pixels;
/// memory 8 bytes a pixel.
Islands partedIslandsOf(const PixelMask& faint, const PixelMask& solid, const IslandRule& rule);

/// How much islands look like the figures of one sheet, 0 to 1: those are many and of like size,
/// while the parts of one figure are few and one of them is most of it. 0 for none.
double likeFigures(const std::vector<Island>& islands);

/// Sorts as one reads: rows top to bottom, left to right within a row. Rectangles whose vertical
/// extents overlap, directly or by way of others, make a row.
void inReadingOrder(std::vector<PixelRect>& rects);
void inReadingOrder(std::vector<Island>& islands);

}  // namespace amber
