#pragma once

#include <algorithm>
#include <cmath>

#include "core/fit/ink_counts.h"
#include "core/geometry/round_rows.h"

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

/// The tally of what rows hold, as CircleRows gives them. Cost: linear in the rows.
template <class Rows>
Tally tallyOfRows(const Rows& rows, const InkCounts& ink) {
  const PixelRect& bounds = ink.bounds();
  Tally tally;
  SpanBlock spans;
  for (int y = rows.first(); y < rows.end(); y += SpanBlock::kRows) {
    rows.rows(y, spans);
    const int count = std::min(SpanBlock::kRows, rows.end() - y);
    for (int i = 0; i < count; ++i) tally.shape += std::max(0, spans.x1[i] - spans.x0[i]);
    const int from = std::max(0, bounds.y - y);
    const int to = std::min(count, bounds.bottom() - y);
    for (int i = from; i < to; ++i) tally.ink += ink.within(y + i, spans.x0[i], spans.x1[i]);
  }
  tally.shape *= ink.depth();
  return tally;
}

/// Whether rows hold a pixel that is not ink. Cost: linear in the rows down to the first such.
template <class Rows>
bool airInRows(const Rows& rows, const InkCounts& ink) {
  SpanBlock spans;
  for (int y = rows.first(); y < rows.end(); y += SpanBlock::kRows) {
    rows.rows(y, spans);
    const int count = std::min(SpanBlock::kRows, rows.end() - y);
    for (int i = 0; i < count; ++i) {
      const int pixels = std::max(0, spans.x1[i] - spans.x0[i]) * ink.depth();
      if (ink.inRow(y + i, spans.x0[i], spans.x1[i]) < pixels) return true;
    }
  }
  return false;
}

/// The tally of a convex shape. Cost: linear in its rows.
inline Tally tallyOf(const Box& box, const InkCounts& ink) {
  const PixelRect area = pixelBounds(box);
  Tally tally{1LL * area.w * area.h * ink.depth(), 0};
  for (int y = area.y; y < area.bottom(); ++y) tally.ink += ink.inRow(y, area.x, area.right());
  return tally;
}
inline Tally tallyOf(const Circle& circle, const InkCounts& ink) {
  return tallyOfRows(CircleRows(circle), ink);
}
inline Tally tallyOf(const Capsule& capsule, const InkCounts& ink) {
  return tallyOfRows(CapsuleRows(capsule), ink);
}

/// Whether a shape holds air. Cost: linear in its rows at most.
inline bool holdsAir(const Circle& circle, const InkCounts& ink) {
  return airInRows(CircleRows(circle), ink);
}
inline bool holdsAir(const Capsule& capsule, const InkCounts& ink) {
  return airInRows(CapsuleRows(capsule), ink);
}

}  // namespace amber
