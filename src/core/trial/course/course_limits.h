#pragma once

#include <optional>

#include "core/trial/course/course_setup.h"

namespace amber {

/// What an asset can do by the rules of a game; found by running it.
struct CourseLimits {
  /// The greatest speed at which it passes through no thin wall at this tick rate, px/s, to a
  /// hundredth of a px a tick, however it stands to the wall; nothing where no speed does.
  std::optional<double> safeSpeed;
  std::optional<double> ceiling;  ///< The lowest passage that it walks through, whole px.
  std::optional<double> gap;      ///< The narrowest hole that it falls into (from above: passage).
  /// The highest ledge that it walks up, half px, and the steepest slope, whole degrees; nothing
  /// from above.
  std::optional<double> ledge;
  std::optional<double> slope;
};

/// The limits, with everything but the course and the script of the setup. Ends early, with what it
/// has, when asked to. Errors: as CourseWorld::make. Cost: some thousand ticks.
Result<CourseLimits> courseLimits(const Project& project, const Asset& asset,
                                  const CourseSetup& setup, const Progress& progress = {});

}  // namespace amber
