#pragma once

#include <algorithm>
#include <cstddef>
#include <random>
#include <vector>

#include "core/geometry/polygon.h"

namespace amber::test {

/// A random simple polygon: random points in the order of a tour that is untangled by turning
/// crossing stretches round.
inline Polygon tangled(int corners, std::mt19937& random) {
  std::uniform_real_distribution<double> unit(0, 1000);
  std::vector<Vertex> p;
  for (int i = 0; i < corners; ++i) p.push_back({unit(random), unit(random)});
  const std::size_t n = p.size();
  for (bool crossed = true; crossed;) {
    crossed = false;
    for (std::size_t i = 0; i + 1 < n; ++i) {
      for (std::size_t j = i + 2; j < n; ++j) {
        if (i == 0 && j == n - 1) continue;
        if (!segmentsTouch(p[i], p[i + 1], p[j], p[(j + 1) % n])) continue;
        std::reverse(p.begin() + static_cast<std::ptrdiff_t>(i) + 1,
                     p.begin() + static_cast<std::ptrdiff_t>(j) + 1);
        crossed = true;
      }
    }
  }
  return clockwise(Polygon{p});
}

}  // namespace amber::test
