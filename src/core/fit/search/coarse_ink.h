#pragma once

#include <memory>

#include "core/fit/search/ink_study.h"

namespace amber {

/// A frame's ink in squares of several px, on which a search finds out where to look: a square is
/// ink when at least half of it is.
struct CoarseInk {
  InkStudy ink;
  int side = 1;  ///< Of a square, px.
  double x = 0;  ///< Where the coarse ink's (0, 0) lies, frame px.
  double y = 0;
};

/// The coarse ink, of at most kCoarseSide squares per side. Null if the ink is small enough
/// already, or no square would be ink.
inline constexpr int kCoarseSide = 24;
std::unique_ptr<CoarseInk> coarseInk(const InkCounts& ink);

}  // namespace amber
