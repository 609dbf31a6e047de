#pragma once

#include <algorithm>

namespace amber {

/// The least radius at which a growing shape holds what it is to hold, within `fine` px, looked for
/// downwards from one at which it does: near it first. `holds` is false below and true above.
template <class Holds>
double leastRadiusBelow(double radius, double fine, const Holds& holds) {
  double high = radius;
  double step = fine * 4;
  double low = std::max(0.0, high - step);
  while (low > 0 && holds(low)) {
    high = low;
    step *= 2;
    low = std::max(0.0, low - step);
  }
  while (high - low > fine) {
    const double middle = (low + high) / 2;
    (holds(middle) ? high : low) = middle;
  }
  return high;
}

/// The same upwards: the most radius, up to `most`, at which it still holds nothing that it is not
/// to hold. `holds` is false at `radius`.
template <class Holds>
double mostRadiusAbove(double radius, double most, double fine, const Holds& holds) {
  double low = radius;
  double step = fine * 4;
  double high = std::min(most, low + step);
  while (!holds(high)) {
    if (high >= most) return high;
    low = high;
    step *= 2;
    high = std::min(most, high + step);
  }
  while (high - low > fine) {
    const double middle = (low + high) / 2;
    (holds(middle) ? high : low) = middle;
  }
  return low;
}

}  // namespace amber
