#pragma once

#include <cstdint>
#include <vector>

#include "core/cut/islands/islands.h"

namespace amber {

/// A stretch of one row that belongs to an island: columns [begin, end).
struct IslandRun {
  std::uint16_t begin;
  std::uint16_t end;
  std::uint32_t island;  ///< Index into LabelledRuns::islands.
};

/// Islands with the runs that they are made of. Runs are those of the ink grown by the joining
/// distance, so they hold blank pixels too; counts and bounds are of the ink alone.
struct LabelledRuns {
  std::vector<Island> islands;       ///< In the order of their first run.
  std::vector<IslandRun> runs;       ///< Row by row, left to right; empty when not asked for.
  std::vector<std::size_t> rowEnds;  ///< Where each row's runs end in `runs`.
};

enum class KeepRuns { No, Yes };

/// Ink at a Chebyshev distance up to `join` labelled as one island; no island is too small.
/// Requires: join at least 1, a side under 65,536 px. Cost: as islandsOf.
LabelledRuns labelledRuns(const PixelMask& ink, int join, KeepRuns keep);

/// Specks are looked for this many times the joining distance around.
inline constexpr int kSpeckReach = 4;

/// For each island the one that absorbs it, or kNoIsland: islands of fewer than `minInk` px join
/// the nearest larger one within `reach` px (Chebyshev distance between ink pixels; ties: the
/// earlier). An island that is large enough absorbs itself.
inline constexpr std::uint32_t kNoIsland = 0xffffffff;
std::vector<std::uint32_t> takersOf(const LabelledRuns& labelled, const PixelMask& ink, int minInk,
                                    int reach);

}  // namespace amber
