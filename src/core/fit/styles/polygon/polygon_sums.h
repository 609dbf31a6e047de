#pragma once

#include "core/fit/search/ink_counts.h"
#include "core/geometry/polygon.h"

namespace amber {

/// The contribution of an edge to the pixel counts of its polygon. The sum over the edges of a
/// polygon without a fault, clockwise, gives the counts: each edge counts the pixels to its left,
/// with opposite signs for edges that go down and up. A corner that moves changes only its two
/// edges.
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
  // So large that smaller fractions are rounded away.
  constexpr double kLarge = 1.5 * static_cast<double>(1LL << 44);
  return (value + kLarge) - kLarge;
}

/// Ink pixels that the edge from p to q passes through.
/// Cost: linear in the rows that it crosses.
long long cutBy(const InkCounts& ink, Vertex p, Vertex q);

/// The same, counted until the result exceeds `most`, starting at row `from`, which is then set to
/// the row where it did. For edges that hardly differ, a few rows are usually enough.
long long cutBy(const InkCounts& ink, Vertex p, Vertex q, long long most, int& from);

/// Whether cuts are counted; that takes as long again.
enum class Cuts { Counted, NotCounted };

/// The sums of the edge from p to q. Cost: linear in the rows that it crosses.
PolygonSums sumsOf(const InkCounts& ink, Vertex p, Vertex q, Cuts cuts);

/// The sums of a whole polygon.
PolygonSums sumsOf(const InkCounts& ink, const std::vector<Vertex>& points, Cuts cuts);

}  // namespace amber
