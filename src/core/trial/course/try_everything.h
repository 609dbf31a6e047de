#pragma once

#include <optional>
#include <vector>

#include "core/trial/course/course_limits.h"

namespace amber {

/// The worst of one kind of event that any input brought about.
struct WorstEvent {
  CourseEvent event;
  CourseScript script;  ///< The input that did; up to some ticks after the event.
  int runs = 0;         ///< In how many of the runs it came.
};

/// What a search over inputs found.
struct TryOut {
  std::vector<WorstEvent> worst;  ///< In the order of the kinds, of faults alone.
  int runs = 0;
  long long ticks = 0;
};

/// Runs the setup's course under many inputs: the built-in scripts, and keys held for changing
/// times, made up by a fixed seed, most of them forward. Of each kind of fault it keeps the one of
/// most px, of those the first. The same on any number of threads. Ends early, with nothing, when
/// asked to. Errors: as CourseWorld::make.
Result<TryOut> tryEverything(const Project& project, const Asset& asset, const CourseSetup& setup,
                             const Progress& progress = {});

}  // namespace amber
