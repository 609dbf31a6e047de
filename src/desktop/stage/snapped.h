#pragma once

#include <cmath>

namespace amber {

/// The nearest multiple of `step`; the value itself where that is 0.
inline double snapped(double value, double step) {
  return step > 0 ? std::round(value / step) * step : value;
}

}  // namespace amber
