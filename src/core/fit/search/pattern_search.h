#pragma once

#include <array>
#include <cstddef>

namespace amber {

/// Pattern search: moves from `start` along the axes, by steps from `step` down to `least`, while
/// `improves` returns true, and returns the best place. `improves` tests whether a place is better
/// than the best so far and then records it. It ends, because no place is better than itself.
/// Reference: R. Hooke, T. A. Jeeves, "Direct Search Solution of Numerical and Statistical
/// Problems", Journal of the ACM 8, 1961.
template <std::size_t N, class Improves>
std::array<double, N> climbedWhere(std::array<double, N> start, std::array<double, N> step,
                                   double least, const Improves& improves) {
  double part = 1;
  bool any = true;
  while (any) {
    bool moved = false;
    any = false;
    for (std::size_t axis = 0; axis < N; ++axis) {
      const double size = step[axis] * part;
      if (size < least) continue;
      any = true;
      const auto steps = [&](double by) {
        std::array<double, N> next = start;
        next[axis] += by;
        if (!improves(next)) return false;
        start = next;
        return true;
      };
      for (double by : {size, -size}) {
        if (!steps(by)) continue;
        moved = true;
        // What helped once is tried further, twice as far each time.
        while (steps(by *= 2)) {
        }
        break;
      }
    }
    if (!moved) part /= 2;
  }
  return start;
}

/// The same by a score, of which more is better; it is at least as high at the end as at the start.
template <std::size_t N, class Score>
std::array<double, N> climbed(std::array<double, N> start, std::array<double, N> step, double least,
                              const Score& score) {
  auto best = score(start);
  return climbedWhere(start, step, least, [&](const std::array<double, N>& place) {
    const auto there = score(place);
    if (!(there > best)) return false;
    best = there;
    return true;
  });
}

}  // namespace amber
