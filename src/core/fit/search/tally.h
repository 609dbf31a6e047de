#pragma once

#include <algorithm>
#include <cmath>

#include "core/fit/search/ink_counts.h"
#include "core/geometry/round_rows.h"

namespace amber {

/// How many pixels a shape holds, and how many of them are ink, over all frames of the ink.
struct Tally {
  long long shape = 0;
  long long ink = 0;

  long long air() const { return shape - ink; }
  /// Ink and shape / ink or shape.
  double overlap(long long allInk) const {
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

/// Whether rows hold a pixel that is not ink. Looked for from the middle on, where they are
/// longest. Cost: linear in the rows as far as to the first such.
template <class Rows>
bool airInRows(const Rows& rows, const InkCounts& ink) {
  SpanBlock spans;
  const auto anyIn = [&](int begin, int end) {
    for (int y = begin; y < end; y += SpanBlock::kRows) {
      rows.rows(y, spans);
      const int count = std::min(SpanBlock::kRows, end - y);
      for (int i = 0; i < count; ++i) {
        const int pixels = std::max(0, spans.x1[i] - spans.x0[i]) * ink.depth();
        if (ink.inRow(y + i, spans.x0[i], spans.x1[i]) < pixels) return true;
      }
    }
    return false;
  };
  const int middle = rows.first() + (rows.end() - rows.first()) / 2;
  return anyIn(middle, rows.end()) || anyIn(rows.first(), middle);
}

/// Whether rows leave more than so many ink pixels out. Cost: linear in the rows of the ink down to
/// those by which it is known.
template <class Rows>
bool rowsMiss(const Rows& rows, const InkCounts& ink, long long spare) {
  const PixelRect& bounds = ink.bounds();
  const int end = std::clamp(rows.end(), bounds.y, bounds.bottom());
  long long missed = 0;
  int y = bounds.y;
  const auto missAll = [&](int until) {
    for (; y < until && missed <= spare; ++y) missed += ink.rowSums(y)[bounds.w];
  };
  missAll(std::min(rows.first(), end));
  SpanBlock spans;
  while (y < end && missed <= spare) {
    rows.rows(y, spans);
    const int count = std::min(SpanBlock::kRows, end - y);
    for (int i = 0; i < count; ++i) {
      const int held = spans.x0[i] < spans.x1[i] ? ink.within(y + i, spans.x0[i], spans.x1[i]) : 0;
      missed += ink.rowSums(y + i)[bounds.w] - held;
    }
    y += count;
  }
  missAll(bounds.bottom());
  return missed > spare;
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

/// Whether a shape leaves more than so many ink pixels bare. Cost: linear in the ink's rows at
/// most.
inline bool misses(const Circle& circle, const InkCounts& ink, long long spare) {
  return rowsMiss(CircleRows(circle), ink, spare);
}
inline bool misses(const Capsule& capsule, const InkCounts& ink, long long spare) {
  return rowsMiss(CapsuleRows(capsule), ink, spare);
}

/// Whether a shape holds air. Cost: linear in its rows at most.
inline bool holdsAir(const Circle& circle, const InkCounts& ink) {
  return airInRows(CircleRows(circle), ink);
}
inline bool holdsAir(const Capsule& capsule, const InkCounts& ink) {
  return airInRows(CapsuleRows(capsule), ink);
}

}  // namespace amber
