#pragma once

#include <algorithm>
#include <cmath>

#include "core/fit/ink_counts.h"
#include "core/geometry/shape.h"

namespace amber {

/// How many pixels a shape holds, and how many of them are ink, over all frames of the ink.
struct Tally {
  long long shape = 0;
  long long ink = 0;

  long long air() const { return shape - ink; }
  /// Ink and shape / ink or shape.
  double agreement(long long allInk) const {
    const long long either = shape + allInk - ink;
    return either == 0 ? 1 : static_cast<double>(ink) / static_cast<double>(either);
  }
};

/// The tally of a convex shape. Cost: linear in its rows.
template <class Convex>
Tally tallyOf(const Convex& shape, const InkCounts& ink) {
  const Box box = bounds(Shape(shape));
  Tally tally;
  for (int y = static_cast<int>(std::floor(box.y)); y <= static_cast<int>(box.y + box.h); ++y) {
    const PixelSpan row = rowOf(shape, y);
    if (row.empty()) continue;
    tally.shape += static_cast<long long>(row.size()) * ink.depth();
    tally.ink += ink.inRow(y, row.x0, row.x1);
  }
  return tally;
}

}  // namespace amber
