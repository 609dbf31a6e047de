#include "core/fit/styles/box_fit.h"

#include <cmath>
#include <numeric>
#include <vector>

#include "core/geometry/tolerances.h"

namespace amber {
namespace {

constexpr long long kKeepParts = 8;

Box boxOf(const PixelRect& rect) {
  return {static_cast<double>(rect.x), static_cast<double>(rect.y), static_cast<double>(rect.w),
          static_cast<double>(rect.h)};
}

// The ink of every column above each row of the bounds, row by row: what lies between two rows is
// a difference.
class ColumnSums {
 public:
  explicit ColumnSums(const InkCounts& ink)
      : width_(static_cast<std::size_t>(ink.bounds().w)),
        sums_((static_cast<std::size_t>(ink.bounds().h) + 1) * width_),
        rows_(static_cast<std::size_t>(ink.bounds().h) + 1) {
    for (int y = 0; y < ink.bounds().h; ++y) {
      const int* row = ink.rowSums(ink.bounds().y + y);
      const int* above = &sums_[static_cast<std::size_t>(y) * width_];
      int* here = &sums_[(static_cast<std::size_t>(y) + 1) * width_];
      for (std::size_t x = 0; x < width_; ++x) here[x] = above[x] + row[x + 1] - row[x];
      rows_[static_cast<std::size_t>(y) + 1] = rows_[static_cast<std::size_t>(y)] + row[width_];
    }
  }

  /// Of rows [top, bottom), counted from the bounds.
  long long all(int top, int bottom) const {
    return rows_[static_cast<std::size_t>(bottom)] - rows_[static_cast<std::size_t>(top)];
  }
  void between(int top, int bottom, std::vector<int>& columns) const {
    const int* low = &sums_[static_cast<std::size_t>(top) * width_];
    const int* high = &sums_[static_cast<std::size_t>(bottom) * width_];
    for (std::size_t x = 0; x < width_; ++x) columns[x] = high[x] - low[x];
  }

 private:
  std::size_t width_;
  std::vector<int> sums_;
  std::vector<long long> rows_;
};

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

// The largest sum of a run of one row, for every row; 0 where all are less. No rectangle's sum
// passes that of its rows.
std::vector<long long> rowBounds(const InkCounts& ink, const Weights& weights) {
  std::vector<long long> bounds;
  for (int y = ink.bounds().y; y < ink.bounds().bottom(); ++y) {
    const int* row = ink.rowSums(y);
    long long sum = 0;
    long long most = 0;
    for (int x = 0; x < ink.bounds().w; ++x) {
      const int inked = row[x + 1] - row[x];
      sum = std::max(0LL, sum) + weights.ink * inked + weights.air * (ink.depth() - inked);
      most = std::max(most, sum);
    }
    bounds.push_back(most);
  }
  return bounds;
}

// The rectangle of largest sum, where that passes `least`.
std::optional<PixelRect> heavier(const InkCounts& ink, const ColumnSums& sums,
                                 const Weights& weights, long long least) {
  const PixelRect& bounds = ink.bounds();
  const std::vector<long long> rows = rowBounds(ink, weights);
  std::optional<PixelRect> best;
  std::vector<int> columns(static_cast<std::size_t>(bounds.w));
  for (int top = 0; top < bounds.h; ++top) {
    long long possible = std::accumulate(rows.begin() + top, rows.end(), 0LL);
    for (int bottom = bounds.h; bottom > top; --bottom) {
      if (possible <= least) break;
      possible -= rows[static_cast<std::size_t>(bottom) - 1];
      sums.between(top, bottom, columns);
      const long long air = weights.air * ink.depth() * (bottom - top);
      const long long more = weights.ink - weights.air;
      long long sum = 0;
      int from = 0;
      for (int x = 0; x < bounds.w; ++x) {
        if (sum <= 0) {
          sum = 0;
          from = x;
        }
        sum += more * columns[static_cast<std::size_t>(x)] + air;
        if (sum > least) {
          least = sum;
          best = {bounds.x + from, bounds.y + top, x - from + 1, bottom - top};
        }
      }
    }
  }
  return best;
}

// Summed-area table: the ink in a rectangle is computed from four entries. Reference: F. C. Crow,
// "Summed-Area Tables for Texture Mapping", SIGGRAPH 1984.
class AreaSums {
 public:
  explicit AreaSums(const InkCounts& ink)
      : bounds_(ink.bounds()),
        stride_(static_cast<std::size_t>(bounds_.w) + 1),
        sums_(stride_ * (static_cast<std::size_t>(bounds_.h) + 1)) {
    for (int y = 0; y < bounds_.h; ++y) {
      const int* row = ink.rowSums(bounds_.y + y);
      const long long* above = &sums_[static_cast<std::size_t>(y) * stride_];
      long long* here = &sums_[(static_cast<std::size_t>(y) + 1) * stride_];
      for (std::size_t x = 0; x < stride_; ++x) here[x] = above[x] + row[x];
    }
  }

  /// Requires: a rectangle within the bounds.
  long long inkIn(const PixelRect& rect) const {
    return at(rect.right(), rect.bottom()) - at(rect.x, rect.bottom()) - at(rect.right(), rect.y) +
           at(rect.x, rect.y);
  }

 private:
  long long at(int x, int y) const {
    return sums_[static_cast<std::size_t>(y - bounds_.y) * stride_ +
                 static_cast<std::size_t>(x - bounds_.x)];
  }

  PixelRect bounds_;
  std::size_t stride_;
  std::vector<long long> sums_;
};

// A box whose overlap no side moved by a pixel makes higher: where the search starts.
PixelRect climbedBox(const InkCounts& ink, const AreaSums& areas, double keep) {
  PixelRect best = ink.bounds();
  const auto overlap = [&](const PixelRect& rect) {
    const long long held = areas.inkIn(rect);
    return static_cast<double>(held) / (static_cast<double>(areaOf(rect) * ink.depth()) +
                                        keep * static_cast<double>(ink.total() - held));
  };
  double most = overlap(best);
  for (bool moved = true; moved;) {
    moved = false;
    for (const PixelRect& by : {PixelRect{1, 0, -1, 0}, PixelRect{0, 1, 0, -1},
                                PixelRect{0, 0, -1, 0}, PixelRect{0, 0, 0, -1}}) {
      for (const int way : {1, -1}) {
        const PixelRect rect{best.x + way * by.x, best.y + way * by.y, best.w + way * by.w,
                             best.h + way * by.h};
        if (rect.w < 1 || rect.h < 1 || !within(rect, ink.bounds())) continue;
        const double there = overlap(rect);
        if (there <= most) continue;
        most = there;
        best = rect;
        moved = true;
      }
    }
  }
  return best;
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
  const long long wanted = ink.total() - ink.spare(loss);
  const PixelRect& bounds = ink.bounds();
  PixelRect best = bounds;
  const ColumnSums sums(ink);
  std::vector<int> columns(static_cast<std::size_t>(bounds.w));
  for (int top = 0; top < bounds.h; ++top) {
    // With fewer rows than these there is too little ink, whatever the columns.
    for (int bottom = bounds.h; bottom > top && sums.all(top, bottom) >= wanted; --bottom) {
      const int height = bottom - top;
      // So many pixels do not fit into less.
      const long long of = static_cast<long long>(height) * ink.depth();
      const long long leastWidth = (wanted + of - 1) / of;
      if (leastWidth * height >= areaOf(best)) continue;
      sums.between(top, bottom, columns);
      const auto span = narrowest(columns, wanted);
      if (!span || static_cast<long long>(span->size()) * height >= areaOf(best)) continue;
      best = {bounds.x + span->x0, bounds.y + top, span->size(), height};
    }
  }
  return boxOf(best);
}

std::optional<Box> balancedBox(const InkCounts& ink, const BoxOptions& wish) {
  if (ink.total() == 0) return std::nullopt;
  const ColumnSums sums(ink);
  const AreaSums areas(ink);
  PixelRect best = climbedBox(ink, areas, wish.keep);
  // A box is worth what it holds / (its area + keep times what it leaves bare); counted in eighths,
  // so that all of it is whole numbers. It is worth more than the best so far exactly when the sum
  // of its weights passes the bound: ink counts `share + (keep - 1) held`, air costs `held`.
  const auto keep = std::llround(wish.keep * kKeepParts);
  while (true) {
    const long long held = areas.inkIn(best);
    const long long share = kKeepParts * areaOf(best) * ink.depth() + keep * (ink.total() - held);
    const auto better = heavier(ink, sums, {share + (keep - kKeepParts) * held, -kKeepParts * held},
                                keep * held * ink.total());
    if (!better) break;
    best = *better;
  }
  if (wish.grounded) {
    const PixelRect& bounds = ink.bounds();
    const long long spare = ink.spare(kToes);
    int bottom = bounds.h;
    while (bottom > 1 && sums.all(bottom - 1, bounds.h) <= spare) --bottom;
    best.h = std::max(best.h, bounds.y + bottom - best.y);
  }
  return boxOf(best);
}

std::optional<Box> innerBox(const InkCounts& ink) {
  if (ink.total() == 0) return std::nullopt;
  const PixelRect& bounds = ink.bounds();
  PixelRect best;
  const auto width = static_cast<std::size_t>(bounds.w);
  const int depth = ink.depth();
  // Of how many full pixels, up from a row, each column is.
  std::vector<int> heights(width);
  std::vector<int> next(width);
  for (int y = bounds.y - 1; y < bounds.bottom(); ++y) {
    // What ends in a row, and what that is the end of: of none where all goes on in the next.
    int ends = 0;
    int all = 0;
    const bool last = y + 1 == bounds.bottom();
    const int* row = ink.rowSums(last ? y : y + 1);
    for (std::size_t x = 0; x < width; ++x) {
      const int full = !last && row[x + 1] - row[x] == depth ? 1 : 0;
      next[x] = full * (heights[x] + 1);
      ends |= (1 - full) * heights[x];
      all += heights[x];
    }
    std::swap(heights, next);
    if (ends == 0 || all <= areaOf(best)) continue;
    const Under under = largestUnder(next);
    if (under.area() > areaOf(best)) {
      best = {bounds.x + under.left, y + 1 - under.height, under.width, under.height};
    }
  }
  return boxOf(best);
}

}  // namespace amber
