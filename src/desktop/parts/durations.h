#pragma once

#include <QCoreApplication>
#include <QString>
#include <algorithm>
#include <cmath>

#include "desktop/parts/wording.h"
#include "desktop/preferences.h"

namespace amber {

/// The duration of a step in the preferred unit: ms, or frames per second.
namespace durations {

inline constexpr double kLongestMs = 60000;
inline constexpr double kMsPerSecond = 1000;

/// "ms" or "fps".
inline QString unit() {
  return preferences().as<DurationUnit>(preference::kDurations) == DurationUnit::Milliseconds
             ? QCoreApplication::translate("Durations", "ms")
             : QCoreApplication::translate("Durations", "fps");
}

/// The value as it is shown, and in ms again.
inline double shown(double ms) {
  return preferences().as<DurationUnit>(preference::kDurations) == DurationUnit::Milliseconds
             ? ms
             : kMsPerSecond / ms;
}
inline int fromShown(double value) {
  // Each unit is the other's reciprocal.
  return static_cast<int>(std::lround(std::clamp(shown(value), 1.0, kLongestMs)));
}

/// "120 ms" or "8.33 fps".
inline QString text(double ms) {
  return rounded(shown(ms)) + ' ' + unit();
}

}  // namespace durations
}  // namespace amber
