#pragma once

#include <algorithm>
#include <cmath>

#include "core/geometry/polygon.h"
#include "core/geometry/shape.h"

namespace amber {

/// Columns [x0, x1) of several rows, one under the other; of none where x0 >= x1.
struct SpanBlock {
  static constexpr int kRows = 16;
  int x0[kRows];
  int x1[kRows];
};

/// The rows of one circle, for those who ask for many. What is on the edge is inside.
class CircleRows {
 public:
  /// Requires: a valid circle.
  explicit CircleRows(const Circle& circle)
      : centre_{circle.cx, circle.cy},
        squaredRadius_(circle.r * circle.r),
        first_(firstPixelFrom(circle.cy - circle.r)),
        end_(pixelAfter(circle.cy + circle.r)) {}

  /// The rows that it reaches are first() up to, but not including, end().
  int first() const { return first_; }
  int end() const { return end_; }

  /// As rowOf.
  PixelSpan row(int y) const {
    if (y < first_ || y >= end_) return {};
    const double reach = reachAt(y + 0.5);
    return {firstPixelFrom(centre_.x - reach), pixelAfter(centre_.x + reach)};
  }

  /// Row y, and those under it; any numbers for rows that it does not reach. Written so that a
  /// compiler makes it of instructions that work on several rows at once.
  void rows(int y, SpanBlock& spans) const {
    for (int i = 0; i < SpanBlock::kRows; ++i) {
      const double reach = reachAt(y + i + 0.5);
      spans.x0[i] = firstPixelFrom(centre_.x - reach);
      spans.x1[i] = pixelAfter(centre_.x + reach);
    }
  }

 private:
  double reachAt(double y) const {
    const double dy = y - centre_.y;
    const double squared = squaredRadius_ - dy * dy;
    return std::sqrt(std::max(squared, 0.0));
  }

  Vertex centre_;
  double squaredRadius_;
  int first_;
  int end_;
};

/// The same of one capsule: on either side a row ends on the disc about the upper end, on the
/// straight part, or on the disc about the lower end.
class CapsuleRows {
 public:
  /// Requires: a valid capsule.
  explicit CapsuleRows(const Capsule& capsule)
      : upper_{capsule.ax, capsule.ay},
        lower_{capsule.bx, capsule.by},
        squaredRadius_(capsule.r * capsule.r) {
    if (lower_.y < upper_.y) std::swap(upper_, lower_);
    first_ = firstPixelFrom(upper_.y - capsule.r);
    end_ = pixelAfter(lower_.y + capsule.r);
    const double length = std::hypot(lower_.x - upper_.x, lower_.y - upper_.y);
    // Of the direction from the upper to the lower end; straight down for ends at one point.
    const double dx = length < kNone ? 0 : (lower_.x - upper_.x) / length;
    const double dy = length < kNone ? 1 : (lower_.y - upper_.y) / length;
    const double slope = dy < kNone ? 0 : dx / dy;
    const double outX = dy * capsule.r;
    const double outY = dx * capsule.r;
    left_ = {upper_.y + outY, lower_.y + outY, upper_.x - outX - (upper_.y + outY) * slope, slope};
    right_ = {upper_.y - outY, lower_.y - outY, upper_.x + outX - (upper_.y - outY) * slope, slope};
  }

  /// As of a circle.
  int first() const { return first_; }
  int end() const { return end_; }
  PixelSpan row(int y) const {
    if (y < first_ || y >= end_) return {};
    PixelSpan span;
    edgesAt<true, true>(y + 0.5, span.x0, span.x1);
    return span;
  }
  void rows(int y, SpanBlock& spans) const {
    // Most blocks reach one of the discs at most.
    const double first = y + 0.5;
    const double last = first + SpanBlock::kRows - 1;
    const bool above = first < std::max(left_.from, right_.from);
    const bool below = last >= std::min(left_.to, right_.to);
    if (above && below) return blockOf<true, true>(y, spans);
    if (above) return blockOf<true, false>(y, spans);
    below ? blockOf<false, true>(y, spans) : blockOf<false, false>(y, spans);
  }

 private:
  // Smaller parts of a direction are none.
  static constexpr double kNone = 1e-12;

  // Where a side is straight: in what rows, and its x at y = 0 and a px on.
  struct Straight {
    double from = 0;
    double to = 0;
    double x = 0;
    double slope = 0;

    template <bool Above, bool Below>
    double at(double y, double above, double below) const {
      const double on = x + y * slope;
      const double lower = !Below || y < to ? on : below;
      return Above && y < from ? above : lower;
    }
  };

  double reachAt(double y, double centre) const {
    const double dy = y - centre;
    const double squared = squaredRadius_ - dy * dy;
    return std::sqrt(std::max(squared, 0.0));
  }

  // Of rows that may lie on the disc about the upper end, or on that about the lower end.
  template <bool Above, bool Below>
  void edgesAt(double y, int& x0, int& x1) const {
    const double above = Above ? reachAt(y, upper_.y) : 0;
    const double below = Below ? reachAt(y, lower_.y) : 0;
    x0 = firstPixelFrom(left_.at<Above, Below>(y, upper_.x - above, lower_.x - below));
    x1 = pixelAfter(right_.at<Above, Below>(y, upper_.x + above, lower_.x + below));
  }

  template <bool Above, bool Below>
  void blockOf(int y, SpanBlock& spans) const {
    for (int i = 0; i < SpanBlock::kRows; ++i) {
      edgesAt<Above, Below>(y + i + 0.5, spans.x0[i], spans.x1[i]);
    }
  }

  Vertex upper_;
  Vertex lower_;
  double squaredRadius_;
  int first_ = 0;
  int end_ = 0;
  Straight left_;
  Straight right_;
};

}  // namespace amber
