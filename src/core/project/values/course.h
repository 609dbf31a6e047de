#pragma once

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include "core/geometry/point.h"
#include "core/geometry/shape.h"
#include "core/project/values/ranges.h"

namespace amber {

/// From the side, with gravity, or from above, without.
enum class CourseView { Side, Above };
inline constexpr std::array<std::string_view, 2> kCourseViewWords = {"side", "above"};

/// An asset of the project placed on a course, with its shapes.
struct StandingAsset {
  std::string asset;
  int frame = 1;  ///< Counted from 1.
  GamePoint at;   ///< Its origin.
  bool mirrored = false;

  bool operator==(const StandingAsset&) const = default;
};

/// An obstacle: a shape of any type, in game px, or an asset with its shapes.
using CourseSolid = std::variant<Shape, StandingAsset>;

/// Another asset on a course, met by the layers. It stands, or goes to and fro.
struct CourseActor {
  std::string asset;
  GamePoint at;
  std::optional<GamePoint> to = {};  ///< Where it turns round.
  double speed = 30;                 ///< On its way, px/s.

  bool operator==(const CourseActor&) const = default;
};

/// How a game moves an asset when an obstacle is in its way.
enum class Moves {
  Axes,   ///< x, then y; a move that would overlap is not made.
  Close,  ///< As axes, but as many whole px as it can, and the last part of one.
  Slide,  ///< Swept to the first contact, the rest along the surface.
  Push,   ///< Moved, then pushed out of every solid along the least translation.
};
inline constexpr std::array<std::string_view, 4> kMovesWords = {"axes", "close", "slide", "push"};

/// The numbers of a game's movement (see MoverRules) that somebody chose; what was not suits the
/// asset.
struct MoverNumbers {
  std::optional<double> rate = {};
  std::optional<double> speed = {};
  std::optional<double> jump = {};
  std::optional<double> gravity = {};
  std::optional<double> fall = {};
  std::optional<double> slope = {};
  std::optional<double> step = {};

  bool operator==(const MoverNumbers&) const = default;
};

/// An asset that must pass a course: how it is moved and by which built-in script.
struct CourseDemand {
  std::string asset;
  Moves moves = Moves::Close;
  std::string script = "walk";
  MoverNumbers numbers = {};

  bool operator==(const CourseDemand&) const = default;
};

/// Where an asset is tried.
struct Course {
  std::string name;
  CourseView view = CourseView::Side;
  GamePoint start;  ///< Of the origin of what is tried.
  std::vector<CourseSolid> solids;
  std::vector<CourseActor> actors;
  std::vector<CourseDemand> mustPass = {};  ///< What goes wrong in these runs is a finding.
  /// Where a run by a script goes on when it gets no farther, from left to right: the starts of the
  /// parts of a long course, so that all of them are tried.
  std::vector<GamePoint> stations = {};

  bool operator==(const Course&) const = default;
};

/// Most solids and actors of a course, most corners of one of its polygons, and the farthest from
/// (0,0) that anything on it lies, px.
inline constexpr std::size_t kMostSolids = 4096;
inline constexpr std::size_t kMostActors = 256;
inline constexpr std::size_t kMostDemands = 64;
inline constexpr std::size_t kMostStations = 64;
inline constexpr double kFarthestPlace = 1e6;
inline constexpr Range<double> kActorSpeedRange{0, 10000};

/// Of the numbers of a game's movement.
inline constexpr Range<double> kRateRange{1, 1000};
inline constexpr Range<double> kSpeedRange{0, 100000};
inline constexpr Range<double> kGravityRange{0, 1000000};
inline constexpr Range<double> kSlopeRange{0, 89};
inline constexpr Range<double> kLedgeRange{0, 1024};

/// Each of them with its word in files and its range.
struct MoverNumber {
  std::string_view word;
  std::optional<double> MoverNumbers::*number;
  Range<double> range;
};
inline constexpr std::array<MoverNumber, 7> kMoverNumbers = {
    {{"rate", &MoverNumbers::rate, kRateRange},
     {"speed", &MoverNumbers::speed, kSpeedRange},
     {"jump", &MoverNumbers::jump, kSpeedRange},
     {"gravity", &MoverNumbers::gravity, kGravityRange},
     {"fall", &MoverNumbers::fall, kSpeedRange},
     {"slope", &MoverNumbers::slope, kSlopeRange},
     {"step", &MoverNumbers::step, kLedgeRange}}};

}  // namespace amber
