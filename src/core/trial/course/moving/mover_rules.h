#pragma once

#include <string>

#include "core/project/values/course.h"
#include "core/project/values/ranges.h"

namespace amber {

/// The animations that play while it moves; an empty name is chosen by what the asset has.
struct CourseAnimations {
  std::string idle = {};
  std::string walk = {};
  std::string jump = {};
  std::string fall = {};

  bool operator==(const CourseAnimations&) const = default;
};

/// The numbers of a game's movement; lengths in game px.
struct MoverRules {
  Moves moves = Moves::Close;
  double rate = 60;       ///< Ticks a second.
  double speed = 180;     ///< To the sides, and from above in all four directions, px/s.
  double jump = 420;      ///< Upward at the start of a jump, px/s.
  double gravity = 1200;  ///< px/s^2; side view only.
  double fall = 600;      ///< The greatest speed of a fall, px/s.
  double slope = 45;      ///< The steepest floor that is walked, degrees.
  double step = 0;        ///< The highest ledge that is climbed by slide, px.
  CourseAnimations animations;

  bool operator==(const MoverRules&) const = default;
};

/// Most px that a tick may move: speed and greatest fall over the rate.
inline constexpr double kFarthestTick = 4096;

/// A solid that lies so near below is ground, and what is stopped farther from what stops it has a
/// gap, px.
inline constexpr double kGroundReach = 0.01;
/// Most rounds in which solids push.
inline constexpr int kPushRounds = 4;

}  // namespace amber
