#pragma once

#include <array>
#include <string>
#include <string_view>

#include "core/project/ranges.h"

namespace amber {

/// How a game moves what stands in something's way, or does not.
enum class Moves {
  Axes,   ///< x, then y; a move that would overlap is not made.
  Close,  ///< As axes, but as many whole px as it can, and the last part of one.
  Slide,  ///< Swept to the first contact, the rest along the surface.
  Push,   ///< Moved, then pushed out of every solid along the least translation.
};
inline constexpr std::array<std::string_view, 4> kMovesWords = {"axes", "close", "slide", "push"};

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

inline constexpr Range<double> kRateRange{1, 1000};
inline constexpr Range<double> kSpeedRange{0, 100000};
inline constexpr Range<double> kGravityRange{0, 1000000};
inline constexpr Range<double> kSlopeRange{0, 89};
inline constexpr Range<double> kLedgeRange{0, 1024};
/// Most px that a tick may move: speed and greatest fall over the rate.
inline constexpr double kFarthestTick = 4096;

/// A solid that lies so near below is ground, and what is stopped farther from what stops it has a
/// gap, px.
inline constexpr double kGroundReach = 0.01;
/// Most rounds in which solids push.
inline constexpr int kPushRounds = 4;

}  // namespace amber
