#pragma once

#include <optional>
#include <vector>

#include "core/cut/islands/islands.h"
#include "core/image/ink/ink.h"

namespace amber {

/// The frames of a sheet that was packed tightly: each trimmed to its ink, whatever parts that is
/// of, and put beside the others without a gap, top left first. Found from the room that they fill
/// together: of all ways to fill the sheet with rectangles that have ink along their four sides,
/// the likeliest that a beam search finds (see likeliestPacking), where likely is that little ink
/// touches across sides, that frames are of like size and hold like amounts of ink and of shadow,
/// and that little room is left. How many frames there are is tried out.
/// Nothing for a sheet with an edge that no ink reaches, of more than kMostTight px, of less than 4
/// islands, or that is filled only by leaving a fifth of its room or of its ink.
/// Laws: 1. frames do not overlap. 2. Each has ink along all four sides.
/// The last eight sheets are remembered. Cost: tens of ms for a few frames, half a second for 250.
std::optional<std::vector<Island>> tightPacking(const SheetArt& art);

inline constexpr long long kMostTight = 1LL << 20;

/// The share of the sheet that the bounds of islands cover; where some overlap, more than that.
double roomTaken(const std::vector<Island>& islands, PixelSize sheet);

}  // namespace amber
