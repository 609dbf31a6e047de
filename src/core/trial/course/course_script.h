#pragma once

#include <array>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"

namespace amber {

/// The keys that are down.
struct CourseKeys {
  bool left = false;
  bool right = false;
  bool up = false;
  bool down = false;
  bool jump = false;

  bool any() const { return left || right || up || down || jump; }
  bool operator==(const CourseKeys&) const = default;
};
inline constexpr std::array<std::string_view, 5> kCourseKeyWords = {"left", "right", "up", "down",
                                                                    "jump"};

/// Keys from a tick on, until the next.
struct KeyChange {
  int from = 0;
  CourseKeys down;

  bool operator==(const KeyChange&) const = default;
};

/// What is pressed when.
struct CourseScript {
  int ticks = 0;
  std::vector<KeyChange> keys;  ///< By tick, rising.

  bool operator==(const CourseScript&) const = default;
};

/// Longest run, ticks: at 60 a second nearly an hour.
inline constexpr int kMostTicks = 200000;

/// The keys that are down at a tick. Cost: logarithmic in the changes.
CourseKeys keysAt(const CourseScript& script, int tick);

/// Those changes that make these keys, one of each tick.
CourseScript scriptOf(const std::vector<CourseKeys>& keys);

/// The built-in ones: `walk` to the right, `jump` (stands, jumps, then runs and jumps again and
/// again), `dash` (short runs to either side, with turns between). Errors (UnknownTarget): of none
/// of these names. Requires: 1 to kMostTicks ticks.
inline constexpr std::array<std::string_view, 3> kScriptNames = {"walk", "jump", "dash"};
Result<CourseScript> builtInScript(std::string_view name, int ticks, double rate);

}  // namespace amber
