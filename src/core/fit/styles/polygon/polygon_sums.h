#pragma once

#include "core/fit/search/ink_counts.h"
#include "core/geometry/polygon.h"

namespace amber {

/// What an edge adds to the counts of the polygon that it is part of. Added up over the edges of a
/// polygon without fault, clockwise, they are the counts themselves: a pixel left of an edge counts
/// for it, and edges that go down count with the other sign than those that go up.
/// A corner that moves changes only the two edges at it.
struct PolygonSums {
  long long pixels = 0;  ///< Pixels in the polygon.
  long long ink = 0;     ///< Ink in the polygon.
  long long cut = 0;     ///< Ink pixels that an edge passes through, each edge counting its own; 0
                         ///< when no pixel's square is cut. Not a difference.
  double twiceArea = 0;

  PolygonSums& operator+=(const PolygonSums& other) {
    pixels += other.pixels;
    ink += other.ink;
    cut += other.cut;
    twiceArea += other.twiceArea;
    return *this;
  }
  PolygonSums& operator-=(const PolygonSums& other) {
    pixels -= other.pixels;
    ink -= other.ink;
    cut -= other.cut;
    twiceArea -= other.twiceArea;
    return *this;
  }
};

/// The multiple of 1/256 px that is nearest: where a search puts corners. Edges between such
/// corners are counted by whole numbers, which is faster, and a 256th is not seen. For values
/// within 2^42 px.
constexpr double snappedToFit(double value) {
  // So large that no finer fraction fits.
  constexpr double kLarge = 1.5 * static_cast<double>(1LL << 44);
  return (value + kLarge) - kLarge;
}

/// Ink pixels that the edge from p to q passes through.
/// Cost: linear in the rows that it crosses.
long long cutBy(const InkCounts& ink, Vertex p, Vertex q);

/// The same, counted until they are more than `most`: from row `from` on, for which the row is put
/// that they became more in. Of edges that hardly differ that is mostly told by a few rows.
long long cutBy(const InkCounts& ink, Vertex p, Vertex q, long long most, int& from);

/// Whether cuts are counted; that takes as long again.
enum class Cuts { Counted, NotCounted };

/// The sums of the edge from p to q. Cost: linear in the rows that it crosses.
PolygonSums sumsOf(const InkCounts& ink, Vertex p, Vertex q, Cuts cuts);

/// The sums of a whole polygon.
PolygonSums sumsOf(const InkCounts& ink, const std::vector<Vertex>& points, Cuts cuts);

}  // namespace amber
