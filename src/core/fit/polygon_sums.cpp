#include "core/fit/polygon_sums.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

// What of a pixel an edge may touch without cutting it, px: rounding.
constexpr double kTouch = 1e-9;

// Far from 0, a cast rounds as floor does, which is a call.
int floorOf(double value) {
  constexpr double kFar = 1 << 20;
  return static_cast<int>(value + kFar) - (1 << 20);
}

long long cutBy(const InkCounts& ink, Vertex p, Vertex q) {
  const PixelRect& bounds = ink.bounds();
  if (std::max(p.x, q.x) <= bounds.x || std::min(p.x, q.x) >= bounds.right()) return 0;
  const double top = std::min(p.y, q.y);
  const double bottom = std::max(p.y, q.y);
  const int first = std::max(floorOf(top + kTouch), bounds.y);
  const int last = std::min(-floorOf(-(bottom - kTouch)), bounds.bottom());
  const double slope = q.y == p.y ? 0 : (q.x - p.x) / (q.y - p.y);
  long long cut = 0;
  for (int y = first; y < last; ++y) {
    double from = p.x;
    double to = q.x;
    if (q.y != p.y) {
      from = p.x + slope * (std::max<double>(y, top) - p.y);
      to = p.x + slope * (std::min<double>(y + 1, bottom) - p.y);
    }
    if (from > to) std::swap(from, to);
    cut += ink.inRow(y, floorOf(from + kTouch), -floorOf(-(to - kTouch)));
  }
  return cut;
}

}  // namespace

PolygonSums sumsOf(const InkCounts& ink, Vertex p, Vertex q, Cuts cuts) {
  PolygonSums sums;
  sums.twiceArea = p.x * q.y - q.x * p.y;
  if (p.y != q.y) {
    const bool down = q.y > p.y;
    const int first = firstPixelFrom(std::min(p.y, q.y));
    const int end = firstPixelFrom(std::max(p.y, q.y));
    for (int y = first; y < end; ++y) {
      const int column = firstPixelFrom(crossingAt(p, q, y + 0.5));
      sums.pixels += column;
      sums.ink += ink.leftOf(y, column);
    }
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
