#pragma once

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include "core/geometry/point.h"
#include "core/geometry/shape.h"
#include "core/project/ranges.h"

namespace amber {

/// From the side, with gravity, or from above, without.
enum class CourseView { Side, Above };
inline constexpr std::array<std::string_view, 2> kCourseViewWords = {"side", "above"};

/// An asset of the project that stands on a course with its shapes.
struct StandingAsset {
  std::string asset;
  int frame = 1;  ///< Counted from 1.
  GamePoint at;   ///< Its origin.
  bool mirrored = false;

  bool operator==(const StandingAsset&) const = default;
};

/// What stands in the way; boxes and polygons in game px.
using CourseSolid = std::variant<Box, Polygon, StandingAsset>;

/// Another asset on a course, met by the layers. It stands, or goes to and fro.
struct CourseActor {
  std::string asset;
  GamePoint at;
  std::optional<GamePoint> to = {};  ///< Where it turns round.
  double speed = 30;                 ///< On its way, px/s.

  bool operator==(const CourseActor&) const = default;
};

/// Where an asset is tried.
struct Course {
  std::string name;
  CourseView view = CourseView::Side;
  GamePoint start;  ///< Of the origin of what is tried.
  std::vector<CourseSolid> solids;
  std::vector<CourseActor> actors;
  /// Whether what goes wrong on it is a finding.
  bool mustPass = false;

  bool operator==(const Course&) const = default;
};

/// Most solids and actors of a course, most corners of one of its polygons, and the farthest from
/// (0,0) that anything on it lies, px.
inline constexpr std::size_t kMostSolids = 4096;
inline constexpr std::size_t kMostActors = 256;
inline constexpr double kFarthestPlace = 1e6;
inline constexpr Range<double> kActorSpeedRange{0, 10000};

}  // namespace amber
