#include "core/image/distance.h"

#include <algorithm>

namespace amber {
namespace {

// Rows first: the squared distance to the nearest marked pixel in the same row, by two sweeps.
void sweepRow(double* row, int width) {
  double steps = -1;
  for (int x = 0; x < width; ++x) {
    if (row[x] == 0) steps = 0;
    if (steps >= 0) {
      row[x] = steps * steps;
      ++steps;
    }
  }
  steps = -1;
  for (int x = width - 1; x >= 0; --x) {
    if (row[x] == 0) steps = 0;
    if (steps >= 0) {
      row[x] = std::min(row[x], steps * steps);
      ++steps;
    }
  }
}

// The lower envelope of the parabolas on the values of a column.
struct ColumnEnvelope {
  explicit ColumnEnvelope(int height)
      : values(static_cast<std::size_t>(height)),
        vertex(static_cast<std::size_t>(height)),
        start(static_cast<std::size_t>(height) + 1) {}

  // Replaces values[y] by the least values[q] + (y - q)^2 over all q.
  void lower(std::vector<double>& result) {
    std::size_t count = 0;
    for (std::size_t q = 0; q < values.size(); ++q) {
      if (values[q] >= DistanceField::kNone) continue;
      double from = 0;
      while (count > 0) {
        from = crossing(vertex[count - 1], q);
        if (from > start[count - 1]) break;
        --count;
      }
      vertex[count] = q;
      start[count] = count == 0 ? -1e30 : from;
      ++count;
    }
    std::size_t current = 0;
    for (std::size_t y = 0; y < values.size() && count > 0; ++y) {
      while (current + 1 < count && start[current + 1] < static_cast<double>(y)) ++current;
      const double away = static_cast<double>(y) - static_cast<double>(vertex[current]);
      result[y] = values[vertex[current]] + away * away;
    }
  }

  std::vector<double> values;

 private:
  // Where the parabola on q goes below the one on p; p < q.
  double crossing(std::size_t p, std::size_t q) const {
    const double a = static_cast<double>(p);
    const double b = static_cast<double>(q);
    return ((values[q] + b * b) - (values[p] + a * a)) / (2 * b - 2 * a);
  }

  std::vector<std::size_t> vertex;
  std::vector<double> start;
};

}  // namespace

DistanceField::DistanceField(const PixelMask& marked, const PixelRect& window)
    : window_(window),
      squared_(static_cast<std::size_t>(window.w) * static_cast<std::size_t>(window.h), kNone) {
  const auto width = static_cast<std::size_t>(window.w);
  const PixelRect shared = intersection(window, marked.rect());
  for (int y = shared.y; y < shared.bottom(); ++y) {
    double* row = squared_.data() + static_cast<std::size_t>(y - window.y) * width;
    for (int x = shared.x; x < shared.right(); ++x) {
      if (marked.test(x, y)) row[x - window.x] = 0;
    }
    sweepRow(row, window.w);
  }
  ColumnEnvelope column(window.h);
  std::vector<double> lowered(static_cast<std::size_t>(window.h), kNone);
  for (std::size_t x = 0; x < width; ++x) {
    for (std::size_t y = 0; y < lowered.size(); ++y) column.values[y] = squared_[y * width + x];
    column.lower(lowered);
    for (std::size_t y = 0; y < lowered.size(); ++y) squared_[y * width + x] = lowered[y];
  }
}

}  // namespace amber
