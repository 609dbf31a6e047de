#include "core/origin/turning.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <numeric>

namespace amber {
namespace {

struct Direction {
  double cosine;
  double sine;
};

// The cosine and sine of quarter turns are whole numbers, which the library's miss by a hair.
Direction directionOf(double angle) {
  const double quarters = angle / (std::numbers::pi / 2);
  const double whole = std::round(quarters);
  if (std::abs(quarters - whole) > 1e-12) return {std::cos(angle), std::sin(angle)};
  switch (static_cast<int>(std::fmod(std::fmod(whole, 4) + 4, 4))) {
    case 0:
      return {1, 0};
    case 1:
      return {0, 1};
    case 2:
      return {-1, 0};
    default:
      return {0, -1};
  }
}

}  // namespace

FramePoint spun(FramePoint point, FramePoint origin, double angle) {
  const Direction to = directionOf(angle);
  const OriginPoint from = relativeTo(point, origin);
  return {origin.x + from.x * to.cosine - from.y * to.sine,
          origin.y + from.x * to.sine + from.y * to.cosine};
}

GamePoint inGame(FramePoint point, FramePoint origin, double scale, GamePoint position,
                 double angle) {
  const OriginPoint from = relativeTo(spun(point, origin, angle), origin);
  return {position.x + from.x * scale, position.y + from.y * scale};
}

std::vector<std::size_t> depthOrder(const std::vector<double>& heights) {
  std::vector<std::size_t> order(heights.size());
  std::iota(order.begin(), order.end(), std::size_t{0});
  std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
    return heights[a] != heights[b] ? heights[a] < heights[b] : a > b;
  });
  return order;
}

}  // namespace amber
