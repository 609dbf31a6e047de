#include "core/geometry/capsule_rows.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

// Smaller parts of a direction are none.
constexpr double kNone = 1e-12;

}  // namespace

CapsuleRows::CapsuleRows(const Capsule& capsule)
    : c_(capsule),
      squaredRadius_(capsule.r * capsule.r),
      length_(std::hypot(capsule.bx - capsule.ax, capsule.by - capsule.ay)) {
  if (length_ < kNone) return;
  dx_ = (c_.bx - c_.ax) / length_;
  dy_ = (c_.by - c_.ay) / length_;
  if (std::abs(dx_) >= kNone) overDx_ = 1 / dx_;
  if (std::abs(dy_) >= kNone) overDy_ = 1 / dy_;
}

PixelSpan CapsuleRows::row(int y) const {
  const double at = y + 0.5;
  double left = 1e18;
  double right = -1e18;
  const auto disc = [&](double cx, double cy) {
    const double square = squaredRadius_ - (at - cy) * (at - cy);
    if (square < 0) return;
    const double half = std::sqrt(square);
    left = std::min(left, cx - half);
    right = std::max(right, cx + half);
  };
  disc(c_.ax, c_.ay);
  disc(c_.bx, c_.by);
  if (length_ >= kNone) {
    // The band between the discs: 0 <= along <= length and -r <= across <= r.
    const double down = at - c_.ay;
    double from = -1e18;
    double to = 1e18;
    const auto keep = [&](double over, double slopeless, double low, double high) {
      // Where low <= (x - ax) / over + slopeless <= high.
      if (over == 0) {
        if (slopeless < low || slopeless > high) to = -1e18;
        return;
      }
      const double a = c_.ax + (low - slopeless) * over;
      const double b = c_.ax + (high - slopeless) * over;
      from = std::max(from, std::min(a, b));
      to = std::min(to, std::max(a, b));
    };
    keep(overDx_, down * dy_, 0, length_);
    keep(-overDy_, down * dx_, -c_.r, c_.r);
    if (from <= to) {
      left = std::min(left, from);
      right = std::max(right, to);
    }
  }
  if (left > right) return {};
  // Pixels whose centres lie in the closed interval.
  return {static_cast<int>(std::ceil(left - 0.5)), static_cast<int>(std::floor(right - 0.5)) + 1};
}

}  // namespace amber
