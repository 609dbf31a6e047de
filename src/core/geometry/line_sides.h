#pragma once

#include <vector>

#include "core/geometry/polygon.h"

namespace amber {

/// On which side of a line each of several points lies, for many lines. Coordinates are stored
/// separately, so that several points are tested at once.
class LineSides {
 public:
  explicit LineSides(const std::vector<Vertex>& points) : sides_(points.size()) {
    xs_.reserve(points.size());
    ys_.reserve(points.size());
    for (const Vertex& point : points) {
      xs_.push_back(point.x);
      ys_.push_back(point.y);
    }
  }

  /// turn(a, b, point) for every point, at its place; good until the next line is asked of. Cost:
  /// linear, under a nanosecond a point.
  const std::vector<double>& of(Vertex a, Vertex b) {
    const double dx = b.x - a.x;
    const double dy = b.y - a.y;
    const std::size_t count = sides_.size();
    const double* x = xs_.data();
    const double* y = ys_.data();
    double* side = sides_.data();
    std::size_t i = 0;
    // Blocks of a fixed size are what compilers make wide instructions of.
    for (; i + 4 <= count; i += 4) {
      for (std::size_t k = 0; k < 4; ++k) {
        side[i + k] = dx * (y[i + k] - a.y) - dy * (x[i + k] - a.x);
      }
    }
    for (; i < count; ++i) side[i] = dx * (y[i] - a.y) - dy * (x[i] - a.x);
    return sides_;
  }

 private:
  std::vector<double> xs_;
  std::vector<double> ys_;
  std::vector<double> sides_;
};

}  // namespace amber
