#pragma once

#include <cmath>

#include "core/geometry/polygon.h"

namespace amber {

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
