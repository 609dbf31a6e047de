#include "core/fit/box_fit.h"

#include <cmath>
#include <vector>

namespace amber {
namespace {

Box boxOf(const PixelRect& rect) {
  return {static_cast<double>(rect.x), static_cast<double>(rect.y), static_cast<double>(rect.w),
          static_cast<double>(rect.h)};
}

// Adds row y's ink to the sums of columns.
void addRow(const InkCounts& ink, int y, std::vector<int>& columns) {
  const PixelRect& bounds = ink.bounds();
  for (int x = 0; x < bounds.w; ++x) {
    columns[static_cast<std::size_t>(x)] += ink.inRow(y, bounds.x + x, bounds.x + x + 1);
  }
}

// The narrowest run of columns that holds at least `wanted`; nothing when all hold less.
std::optional<PixelSpan> narrowest(const std::vector<int>& columns, long long wanted) {
  std::optional<PixelSpan> best;
  long long held = 0;
  std::size_t left = 0;
  for (std::size_t right = 0; right < columns.size(); ++right) {
    held += columns[right];
    while (held - columns[left] >= wanted && left < right) held -= columns[left++];
    if (held < wanted) continue;
    const PixelSpan span{static_cast<int>(left), static_cast<int>(right) + 1};
    if (!best || span.size() < best->size()) best = span;
  }
  return best;
}

struct Weights {
  long long ink = 1;
  long long air = -1;
};

// The rectangle of largest sum and that sum.
std::pair<PixelRect, long long> heaviest(const InkCounts& ink, const Weights& weights) {
  const PixelRect& bounds = ink.bounds();
  PixelRect best{bounds.x, bounds.y, 1, 1};
  long long most = std::numeric_limits<long long>::min();
  std::vector<int> columns(static_cast<std::size_t>(bounds.w));
  for (int top = 0; top < bounds.h; ++top) {
    std::fill(columns.begin(), columns.end(), 0);
    for (int bottom = top; bottom < bounds.h; ++bottom) {
      addRow(ink, bounds.y + bottom, columns);
      const int height = bottom - top + 1;
      long long sum = 0;
      int from = 0;
      for (int x = 0; x < bounds.w; ++x) {
        const int inked = columns[static_cast<std::size_t>(x)];
        if (sum <= 0) {
          sum = 0;
          from = x;
        }
        sum += weights.ink * inked + weights.air * (height - inked);
        if (sum > most) {
          most = sum;
          best = {bounds.x + from, bounds.y + top, x - from + 1, height};
        }
      }
    }
  }
  return {best, most};
}

long long inkIn(const InkCounts& ink, const PixelRect& rect) {
  long long count = 0;
  for (int y = rect.y; y < rect.bottom(); ++y) count += ink.inRow(y, rect.x, rect.right());
  return count;
}

long long areaOf(const PixelRect& rect) {
  return static_cast<long long>(rect.w) * rect.h;
}

// The largest rectangle under a row of heights, by its columns and height.
struct Under {
  int left = 0;
  int width = 0;
  int height = 0;

  long long area() const { return static_cast<long long>(width) * height; }
};

Under largestUnder(const std::vector<int>& heights) {
  Under best;
  std::vector<std::pair<int, int>> open;  // where a height starts, and the height
  const int columns = static_cast<int>(heights.size());
  for (int x = 0; x <= columns; ++x) {
    const int height = x < columns ? heights[static_cast<std::size_t>(x)] : 0;
    int start = x;
    while (!open.empty() && open.back().second >= height) {
      const Under closed{open.back().first, x - open.back().first, open.back().second};
      if (closed.area() > best.area()) best = closed;
      start = open.back().first;
      open.pop_back();
    }
    open.emplace_back(start, height);
  }
  return best;
}

}  // namespace

std::optional<Box> snugBox(const InkCounts& ink) {
  if (ink.total() == 0) return std::nullopt;
  return boxOf(ink.bounds());
}

std::optional<Box> snugBox(const PixelMask& ink) {
  const auto bounds = boundsOf(ink);
  return bounds ? std::optional(boxOf(*bounds)) : std::nullopt;
}

std::optional<Box> trimmedBox(const InkCounts& ink, double loss) {
  if (ink.total() == 0) return std::nullopt;
  const auto spare = static_cast<long long>(std::floor(loss * static_cast<double>(ink.total())));
  const long long wanted = std::max(1LL, ink.total() - spare);
  const PixelRect& bounds = ink.bounds();
  PixelRect best = bounds;
  std::vector<int> columns(static_cast<std::size_t>(bounds.w));
  for (int top = 0; top < bounds.h; ++top) {
    std::fill(columns.begin(), columns.end(), 0);
    for (int bottom = top; bottom < bounds.h; ++bottom) {
      addRow(ink, bounds.y + bottom, columns);
      const int height = bottom - top + 1;
      // So many pixels do not fit into less.
      const long long leastWidth = (wanted + height - 1) / height;
      if (leastWidth * height >= areaOf(best)) continue;
      const auto span = narrowest(columns, wanted);
      if (!span || static_cast<long long>(span->size()) * height >= areaOf(best)) continue;
      best = {bounds.x + span->x0, bounds.y + top, span->size(), height};
    }
  }
  return boxOf(best);
}

std::optional<Box> balancedBox(const InkCounts& ink) {
  if (ink.total() == 0) return std::nullopt;
  PixelRect best = ink.bounds();
  // The agreement of the best so far is held / either. A box agrees better exactly when the sum of
  // its weights passes held * total: ink counts `either`, air costs `held`.
  while (true) {
    const long long held = inkIn(ink, best);
    const long long either = areaOf(best) + ink.total() - held;
    const auto [rect, sum] = heaviest(ink, {either, -held});
    if (sum <= held * ink.total()) return boxOf(best);
    best = rect;
  }
}

std::optional<Box> innerBox(const InkCounts& ink) {
  if (ink.total() == 0) return std::nullopt;
  const PixelRect& bounds = ink.bounds();
  PixelRect best;
  std::vector<int> heights(static_cast<std::size_t>(bounds.w));
  for (int y = bounds.y; y < bounds.bottom(); ++y) {
    for (int x = 0; x < bounds.w; ++x) {
      int& height = heights[static_cast<std::size_t>(x)];
      height = ink.test(bounds.x + x, y) ? height + 1 : 0;
    }
    const Under under = largestUnder(heights);
    if (under.area() > areaOf(best)) {
      best = {bounds.x + under.left, y + 1 - under.height, under.width, under.height};
    }
  }
  return boxOf(best);
}

}  // namespace amber
