#include "core/fit/styles/polygon/polygon_sums.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

// Farther away a corner's coordinate is not looked at, px; and of longer edges not all rows are
// stepped through.
constexpr double kFarthestSnapped = 4096;
constexpr int kMostStepped = 1024;

// What of a pixel an edge may touch without cutting it, px: rounding.
constexpr double kTouch = 1e-9;

// Past the end of an edge that is nearly level its line is anywhere, px.
constexpr double kFarAway = 1 << 19;

// Some rows at a time, so that their columns can be worked out at once.
constexpr int kRows = 8;
// With the row past the last these are again as many.
constexpr int kCutRows = 7;

struct Held {
  long long pixels = 0;
  long long ink = 0;
};

// Whether a coordinate is one that snappedToFit gives, and near.
bool isSnapped(double value) {
  return std::abs(value) < kFarthestSnapped && snappedToFit(value) == value;
}

// The pixels to the left of an edge between snapped corners, in whole numbers: columns are stepped
// in units of 2^-40 px. Over at most kMostStepped rows such an edge either passes through a pixel
// centre or misses it by at least 2^-26 px. All rounding errors add up to less than 2^-29 px, so an
// edge within 2^-28 px of a centre passes through it.
Held heldStepping(const InkCounts& ink, Vertex p, Vertex q, int first, int end) {
  constexpr int kFraction = 40;
  constexpr double kOne = 1LL << kFraction;
  constexpr long long kHair = 1LL << 12;
  const PixelRect& bounds = ink.bounds();
  const std::ptrdiff_t stride = bounds.w + 1;
  const double slope = (q.x - p.x) / (q.y - p.y);
  const auto step = static_cast<long long>(slope * kOne);
  // Columns of the bounds. The first pixel whose centre is at or past the edge is what half a pixel
  // less is rounded up to.
  const double start = p.x + (first + 0.5 - p.y) * slope - bounds.x + 0.5;
  auto x = static_cast<long long>(start * kOne) - kHair;
  long long pixels = static_cast<long long>(end - first) * bounds.x;
  long long held = 0;
  int y = first;
  const auto passBy = [&](int until) {
    for (; y < until; ++y, x += step) pixels += x >> kFraction;
  };
  passBy(std::min(bounds.y, end));
  const int last = std::min(bounds.bottom(), end);
  if (y < last) {
    const int* row = ink.rowSums(y);
    const long long width = bounds.w;
    for (; y < last; ++y, x += step, row += stride) {
      const long long column = x >> kFraction;
      pixels += column;
      held += row[std::min(std::max(column, 0LL), width)];
    }
  }
  passBy(end);
  return {pixels, held};
}

// Of rows [first, end), what lies left of the line.
Held heldLeftOf(const InkCounts& ink, const EdgeLine& line, int first, int end) {
  const PixelRect& bounds = ink.bounds();
  const std::ptrdiff_t stride = bounds.w + 1;
  Held held;
  int columns[kRows];
  int inside[kRows];
  for (int y = first; y < end; y += kRows) {
    const double at = y + 0.5;
    for (int i = 0; i < kRows; ++i) {
      columns[i] = firstPixelFrom(std::min(std::max(line.at(at + i), -kFarAway), kFarAway));
    }
    for (int i = 0; i < kRows; ++i) {
      inside[i] = std::min(std::max(columns[i] - bounds.x, 0), bounds.w);
    }
    const int count = std::min(kRows, end - y);
    for (int i = 0; i < count; ++i) held.pixels += columns[i];
    const int from = std::max(0, bounds.y - y);
    const int to = std::min(count, bounds.bottom() - y);
    if (from >= to) continue;
    const int* row = ink.rowSums(y + from);
    for (int i = from; i < to; ++i, row += stride) held.ink += row[inside[i]];
  }
  return held;
}

// The same of an edge, in the faster way where there is one.
Held heldLeftOf(const InkCounts& ink, Vertex p, Vertex q, int first, int end) {
  if (end - first <= kMostStepped && isSnapped(p.x) && isSnapped(p.y) && isSnapped(q.x) &&
      isSnapped(q.y)) {
    return heldStepping(ink, p, q, first, end);
  }
  return heldLeftOf(ink, EdgeLine(p, q), first, end);
}

// An edge as it crosses rows.
struct Crossing {
  EdgeLine line;
  double top;
  double bottom;
  bool toTheRight;  // going down
};

// Ink of a few rows of the bounds that the edge passes through.
int cutInRows(const InkCounts& ink, const Crossing& edge, int y, int count) {
  const PixelRect& bounds = ink.bounds();
  // Where it passes from one row to the next, the pixels on the left of that and on the right.
  int low[kCutRows + 1];
  int high[kCutRows + 1];
  for (int i = 0; i <= kCutRows; ++i) {
    const double x = edge.line.at(std::min(std::max<double>(y + i, edge.top), edge.bottom));
    low[i] = floorOf(x + kTouch) - bounds.x;
    high[i] = -floorOf(-(x - kTouch)) - bounds.x;
  }
  const int* left = edge.toTheRight ? low : low + 1;
  const int* right = edge.toTheRight ? high + 1 : high;
  const int* row = ink.rowSums(y);
  int cut = 0;
  for (int i = 0; i < count; ++i, row += bounds.w + 1) {
    cut +=
        std::max(0, row[std::clamp(right[i], 0, bounds.w)] - row[std::clamp(left[i], 0, bounds.w)]);
  }
  return cut;
}

}  // namespace

long long cutBy(const InkCounts& ink, Vertex p, Vertex q) {
  int from = 0;
  return cutBy(ink, p, q, 1LL << 60, from);
}

long long cutBy(const InkCounts& ink, Vertex p, Vertex q, long long most, int& from) {
  const PixelRect& bounds = ink.bounds();
  if (std::max(p.x, q.x) <= bounds.x || std::min(p.x, q.x) >= bounds.right()) return 0;
  const double top = std::min(p.y, q.y);
  const double bottom = std::max(p.y, q.y);
  const int first = std::max(floorOf(top + kTouch), bounds.y);
  const int last = std::min(-floorOf(-(bottom - kTouch)), bounds.bottom());
  if (first >= last) return 0;
  if (p.y == q.y) {
    return ink.inRow(first, floorOf(std::min(p.x, q.x) + kTouch),
                     -floorOf(-(std::max(p.x, q.x) - kTouch)));
  }
  const Crossing edge{EdgeLine(p, q), top, bottom, (p.x < q.x) == (p.y < q.y)};
  long long cut = 0;
  const auto countIn = [&](int begin, int end) {
    for (int y = begin; y < end && cut <= most; y += kCutRows) {
      cut += cutInRows(ink, edge, y, std::min(kCutRows, end - y));
      if (cut > most) from = y;
    }
  };
  const int start = std::clamp(from, first, last);
  countIn(start, last);
  countIn(first, start);
  return cut;
}

PolygonSums sumsOf(const InkCounts& ink, Vertex p, Vertex q, Cuts cuts) {
  PolygonSums sums;
  sums.twiceArea = p.x * q.y - q.x * p.y;
  if (p.y != q.y) {
    const bool down = q.y > p.y;
    const int first = firstPixelFrom(std::min(p.y, q.y));
    const int end = firstPixelFrom(std::max(p.y, q.y));
    const Held held = heldLeftOf(ink, p, q, first, end);
    sums.pixels = held.pixels * ink.depth();
    sums.ink = held.ink;
    if (!down) {
      sums.pixels = -sums.pixels;
      sums.ink = -sums.ink;
    }
  }
  if (cuts == Cuts::Counted) sums.cut = cutBy(ink, p, q);
  return sums;
}

PolygonSums sumsOf(const InkCounts& ink, const std::vector<Vertex>& points, Cuts cuts) {
  PolygonSums sums;
  for (std::size_t i = 0; i < points.size(); ++i) {
    sums += sumsOf(ink, points[i], points[i + 1 == points.size() ? 0 : i + 1], cuts);
  }
  return sums;
}

}  // namespace amber
