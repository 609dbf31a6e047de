#pragma once

#include <cmath>
#include <limits>

#include "core/geometry/polygon.h"

namespace amber {

/// Farther than anything.
inline constexpr double kEndless = std::numeric_limits<double>::infinity();

/// A vertex as a vector from (0,0).
inline Vertex operator+(Vertex a, Vertex b) {
  return {a.x + b.x, a.y + b.y};
}
inline Vertex operator-(Vertex a, Vertex b) {
  return {a.x - b.x, a.y - b.y};
}
inline Vertex operator*(Vertex a, double by) {
  return {a.x * by, a.y * by};
}
inline double dot(Vertex a, Vertex b) {
  return a.x * b.x + a.y * b.y;
}
inline double lengthOf(Vertex a) {
  return std::sqrt(dot(a, a));
}

}  // namespace amber
