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

struct Held {
  long long pixels = 0;
  long long ink = 0;
};

// The same where all columns lie within the bounds, as those of most edges do.
Held heldWithin(const InkCounts& ink, const EdgeLine& line, int first, int end) {
  const int left = ink.bounds().x;
  const std::ptrdiff_t stride = ink.bounds().w + 1;
  const int* row = ink.rowSums(first);
  Held held;
  int columns[kFewRows];
  int y = first;
  for (; y + kFewRows <= end; y += kFewRows) {
    for (int i = 0; i < kFewRows; ++i) columns[i] = firstPixelFrom(line.at(y + i + 0.5));
    for (int i = 0; i < kFewRows; ++i, row += stride) {
      held.pixels += columns[i];
      held.ink += row[columns[i] - left];
    }
  }
  for (; y < end; ++y, row += stride) {
    const int column = firstPixelFrom(line.at(y + 0.5));
    held.pixels += column;
    held.ink += row[column - left];
  }
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
    for (int i = 0; i < kRows; ++i) {
      columns[i] = firstPixelFrom(std::clamp(line.at(y + i + 0.5), -kFarAway, kFarAway));
    }
    for (int i = 0; i < kRows; ++i) inside[i] = std::clamp(columns[i] - bounds.x, 0, bounds.w);
    const int count = std::min(kRows, end - y);
    const int from = std::max(0, bounds.y - y);
    const int to = std::min(count, bounds.bottom() - y);
    int pixels = 0;
    int inked = 0;
    if (from == 0 && to == kRows) {
      const int* row = ink.rowSums(y);
      for (int i = 0; i < kRows; ++i) pixels += columns[i];
      for (int i = 0; i < kRows; ++i, row += stride) inked += row[inside[i]];
    } else {
      for (int i = 0; i < count; ++i) pixels += columns[i];
      for (int i = from; i < to; ++i) inked += ink.rowSums(y + i)[inside[i]];
    }
    held.pixels += pixels;
    held.ink += inked;
  }
  return held;
}

}  // namespace

long long cutBy(const InkCounts& ink, Vertex p, Vertex q, long long most) {
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
  const EdgeLine line(p, q);
  long long cut = 0;
  int from[kRows];
  int to[kRows];
  for (int y = first; y < last && cut <= most; y += kRows) {
    for (int i = 0; i < kRows; ++i) {
      const double a = line.at(std::clamp<double>(y + i, top, bottom));
      const double b = line.at(std::clamp<double>(y + i + 1, top, bottom));
      from[i] = std::clamp(floorOf(std::min(a, b) + kTouch) - bounds.x, 0, bounds.w);
      to[i] = std::clamp(-floorOf(-(std::max(a, b) - kTouch)) - bounds.x, 0, bounds.w);
    }
    const int count = std::min(kRows, last - y);
    for (int i = 0; i < count; ++i) {
      const int* row = ink.rowSums(y + i);
      cut += std::max(0, row[to[i]] - row[from[i]]);
    }
  }
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
