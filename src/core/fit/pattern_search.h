#pragma once

#include <array>
#include <cstddef>

namespace amber {

/// Climbs from `start` to a point at which no step along an axis, of `step` down to `least`, scores
/// higher. Ends for any score, at a point that scores at least as high as the start; the same start
/// gives the same end.
/// Reference: R. Hooke, T. A. Jeeves, "Direct Search Solution of Numerical and Statistical
/// Problems", Journal of the ACM 8, 1961.
template <std::size_t N, class Score>
std::array<double, N> climbed(std::array<double, N> start, std::array<double, N> step, double least,
                              const Score& score) {
  auto best = score(start);
  double part = 1;
  bool any = true;
  while (any) {
    bool moved = false;
    any = false;
    for (std::size_t axis = 0; axis < N; ++axis) {
      const double size = step[axis] * part;
      if (size < least) continue;
      any = true;
      for (const double by : {size, -size}) {
        std::array<double, N> next = start;
        next[axis] += by;
        const auto there = score(next);
        if (!(there > best)) continue;
        // What helped once is tried further, twice as far each time.
        start = next;
        best = there;
        moved = true;
        for (double further = by * 2;; further *= 2) {
          std::array<double, N> on = start;
          on[axis] += further;
          const auto score2 = score(on);
          if (!(score2 > best)) break;
          start = on;
          best = score2;
        }
        break;
      }
    }
    if (!moved) part /= 2;
  }
  return start;
}

}  // namespace amber
