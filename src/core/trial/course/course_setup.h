#pragma once

#include <optional>
#include <string>

#include "core/trial/course/built_in_courses.h"
#include "core/trial/course/course_run.h"

namespace amber {

/// What was chosen of a trial on a course; what was not suits the asset.
struct CourseChoice {
  std::string course = "tour";  ///< Of the project's own, or built in.
  std::string role = {};        ///< The only one that is stopped; empty for all that stop.
  std::string script = "walk";
  std::optional<Moves> moves = {};
  std::optional<CourseView> view = {};
  MoverNumbers numbers = {};
  std::optional<double> step = {};  ///< Sizes of a built-in course.
  std::optional<double> gap = {};
  std::optional<double> ceiling = {};
  std::optional<double> wall = {};
  std::optional<double> tile = {};
  std::optional<int> ticks = {};  ///< Of a built-in script.
  CourseAnimations animations = {};
  /// The body size that default rules and sizes are computed from, instead of the current body, so
  /// that they stay the same with another shape.
  std::optional<BodySize> sizedBy = {};

  bool operator==(const CourseChoice&) const = default;
};

/// A trial on a course, ready to be run.
struct CourseSetup {
  Course course;
  MoverRules rules;
  CourseSizes sizes;
  CourseScript script;
  std::string role = {};
  bool builtIn = false;  ///< The body starts on the floor, whatever its shape.
};

/// The start position at which a body stands on the floor of a built-in course.
GamePoint startOf(const BodySize& body);

/// What a choice demands of an asset that must pass a course by it.
CourseDemand demandOf(const std::string& asset, const CourseChoice& choice);
/// Adds it, in place of an earlier one of the same asset.
void addDemand(Course& course, CourseDemand demand);
/// The courses with this one, in place of one of its name.
std::vector<Course> withCourse(std::vector<Course> courses, Course course);

/// What a choice comes to for an asset. `course`, `script`: in place of those that the choice
/// names. Errors (UnknownTarget, BadValue): a role, course or script of no such name, an asset
/// without a shape that is stopped, a number out of its range.
Result<CourseSetup> courseSetup(const Project& project, const Asset& asset,
                                const CourseChoice& choice,
                                std::optional<Course> course = std::nullopt,
                                std::optional<CourseScript> script = std::nullopt);

/// Runs it. Errors: as CourseWorld::make. Cost: see courseRun.
Result<CourseRun> courseRun(const Project& project, const Asset& asset, const CourseSetup& setup,
                            const Progress& progress = {});

}  // namespace amber
