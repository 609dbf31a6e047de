#include "core/fit/polygon_sums.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

// What of a pixel an edge may touch without cutting it, px: rounding.
constexpr double kTouch = 1e-9;

// Past the end of an edge that is nearly level its line is anywhere, px.
constexpr double kFarAway = 1 << 19;

// Some rows at a time, so that their columns can be worked out at once.
constexpr int kRows = 8;
constexpr int kFewRows = 4;
// With the row past the last these are again as many.
constexpr int kCutRows = 7;

struct Held {
  long long pixels = 0;
  long long ink = 0;
};

// What lies left of a line where all its columns lie within the bounds, as those of most edges do.
Held heldWithin(const InkCounts& ink, const EdgeLine& line, int first, int end) {
  const int left = ink.bounds().x;
  const std::ptrdiff_t stride = ink.bounds().w + 1;
  const int* row = ink.rowSums(first);
  Held held;
  int columns[kFewRows];  // of the bounds
  int y = first;
  double at = y + 0.5;
  for (; y + kFewRows <= end; y += kFewRows, at += kFewRows) {
    for (int i = 0; i < kFewRows; ++i) columns[i] = firstPixelFrom(line.at(at + i)) - left;
    int pixels = 0;
    for (int i = 0; i < kFewRows; ++i) pixels += columns[i];
    held.pixels += pixels;
    for (int i = 0; i < kFewRows; ++i, row += stride) held.ink += row[columns[i]];
  }
  for (; y < end; ++y, ++at, row += stride) {
    const int column = firstPixelFrom(line.at(at)) - left;
    held.pixels += column;
    held.ink += row[column];
  }
  held.pixels += static_cast<long long>(end - first) * left;
  return held;
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
    const PixelRect& bounds = ink.bounds();
    const auto [left, right] = std::minmax(p.x, q.x);
    // Half a px short of the ends, for what is rounded.
    const bool within = left >= bounds.x + 0.5 && right <= bounds.right() - 0.5 &&
                        first >= bounds.y && end <= bounds.bottom();
    const EdgeLine line(p, q);
    const Held held =
        within ? heldWithin(ink, line, first, end) : heldLeftOf(ink, line, first, end);
    sums.pixels = held.pixels;
    sums.ink = held.ink;
    sums.pixels *= ink.depth();
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
