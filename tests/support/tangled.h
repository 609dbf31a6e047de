#pragma once

#include <algorithm>
#include <cstddef>
#include <limits>
#include <random>
#include <utility>
#include <vector>

#include "core/geometry/polygon.h"

namespace amber::test {

/// The same corners in another order, clockwise: stretches between edges that touch are turned
/// round until none do, or for so many rounds. Corners in line may never come apart.
inline Polygon untangled(std::vector<Vertex> p, int mostRounds) {
  const std::size_t n = p.size();
  bool crossed = true;
  for (int round = 0; crossed && round < mostRounds; ++round) {
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
  return clockwise(Polygon{std::move(p)});
}

/// A random simple polygon: a tour of random points, untangled.
inline Polygon tangled(int corners, std::mt19937& random) {
  std::uniform_real_distribution<double> unit(0, 1000);
  std::vector<Vertex> p;
  for (int i = 0; i < corners; ++i) p.push_back({unit(random), unit(random)});
  // Every turn makes the tour shorter, so that it comes to an end.
  return untangled(std::move(p), std::numeric_limits<int>::max());
}

}  // namespace amber::test
