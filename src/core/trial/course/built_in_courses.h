#pragma once

#include <array>
#include <string_view>

#include "core/base/result.h"
#include "core/project/project.h"
#include "core/project/values/course.h"
#include "core/trial/course/moving/mover_rules.h"

namespace amber {

/// How large what moves is, in game px: the bounds of what is stopped of its first frame that has
/// any, about its origin.
struct BodySize {
  double left = 0;
  double top = 0;
  double right = 0;
  double bottom = 0;

  double width() const { return right - left; }
  double height() const { return bottom - top; }
  bool operator==(const BodySize&) const = default;
};

/// Errors (BadValue): no frame has a shape that is stopped. `role`: of this role; empty for those
/// whose duty is to stop.
Result<BodySize> bodySizeOf(const Project& project, const Asset& asset, std::string_view role);

/// Movement that suits a body: it runs 4 times its height a second, jumps one and a half times its
/// height, and so on.
MoverRules rulesFor(const BodySize& body);

/// The rules, where they lie in their ranges and no tick moves more than kFarthestTick px. Errors
/// (BadValue): what is wrong.
Result<MoverRules> validated(MoverRules rules);

/// The sizes of what a built-in course is made of, game px.
struct CourseSizes {
  double step = 4;      ///< The height of a step; the next ones are twice and three times as high.
  double gap = 32;      ///< The width of a hole in the floor.
  double ceiling = 48;  ///< The height of the lowest passage.
  double wall = 2;      ///< How thick a thin wall is.
  double tile = 16;     ///< The side of the tiles that a floor of seams is made of.

  bool operator==(const CourseSizes&) const = default;
};
inline constexpr Range<double> kCourseSizeRange{0.5, 4096};

/// Sizes that suit a body that moves by these rules.
CourseSizes sizesFor(const BodySize& body, const MoverRules& rules);

/// The built-in courses: flat; rising steps; ramps of 15, 30 and 45 degrees; gaps; low passages; a
/// wall; thin walls; a floor of flush tiles; and all of them in a row, each one a station. In the
/// view from above the same pieces are in a room, with floors as walls. At the start the body
/// stands on the floor at (0,0).
inline constexpr std::array<std::string_view, 9> kCourseNames = {
    "floor", "steps", "slope", "gaps", "ceiling", "wall", "thin", "seams", "tour"};
/// Errors (UnknownTarget): of none of these names; (BadValue): a size out of its range.
Result<Course> builtInCourse(std::string_view name, CourseView view, const BodySize& body,
                             const CourseSizes& sizes);

/// Ticks in which the course can be walked to its end, with a wait at each station; no more than
/// kMostTicks.
int ticksFor(const Course& course, const MoverRules& rules);

}  // namespace amber
