#pragma once

#include <algorithm>
#include <cmath>

#include "core/fit/ink_counts.h"
#include "core/geometry/capsule_rows.h"
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

/// The tally of what rows hold. Cost: linear in the rows.
template <class RowOf>
Tally tallyOfRows(double top, double bottom, const InkCounts& ink, const RowOf& rowOf) {
  Tally tally;
  for (int y = static_cast<int>(std::floor(top)); y <= static_cast<int>(bottom); ++y) {
    const PixelSpan row = rowOf(y);
    if (row.empty()) continue;
    tally.shape += row.size();
    tally.ink += ink.leftOf(y, row.x1) - ink.leftOf(y, row.x0);
  }
  tally.shape *= ink.depth();
  return tally;
}

/// The tally of a convex shape. Cost: linear in its rows.
inline Tally tallyOf(const Box& b, const InkCounts& ink) {
  return tallyOfRows(b.y, b.y + b.h, ink, [&](int y) { return rowOf(b, y); });
}
inline Tally tallyOf(const Circle& c, const InkCounts& ink) {
  return tallyOfRows(c.cy - c.r, c.cy + c.r, ink, [&](int y) { return rowOf(c, y); });
}
inline Tally tallyOf(const Capsule& c, const InkCounts& ink) {
  const CapsuleRows rows(c);
  return tallyOfRows(std::min(c.ay, c.by) - c.r, std::max(c.ay, c.by) + c.r, ink,
                     [&](int y) { return rows.row(y); });
}

}  // namespace amber
