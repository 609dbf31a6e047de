#pragma once

#include <array>
#include <string>
#include <string_view>

#include "core/geometry/point.h"

namespace amber {

/// What can happen to an asset on a course.
enum class CourseEventKind {
  Gap,      ///< Stopped more than kGroundReach short of what stops it; px: how far.
  Tunnel,   ///< Crossed a solid that it overlaps neither before nor after; px: the tick's move.
  Catch,    ///< Stopped on a floor by an edge so low that it should pass; px: its height.
  Flicker,  ///< Ground lost and found again within two ticks on a level floor.
  Pop,      ///< The shape of a new step overlaps a solid; px: how deep.
  Stuck,    ///< No move is possible in any direction; px: how deep it lies in something.
  Notice,   ///< A role that notices begins to notice something; the event ends at a tick.
  Halted,   ///< Got no farther for a second and was put at the next station; px: how far that lies.
  Deaf,     ///< A role noticed nothing in the whole run, although an expectation requires it.
};
inline constexpr std::array<std::string_view, 9> kCourseEventWords = {
    "gap", "tunnel", "catch", "flicker", "pop", "stuck", "notice", "halted", "deaf"};
inline constexpr std::size_t kCourseEventKinds = kCourseEventWords.size();

struct CourseEvent {
  CourseEventKind kind = CourseEventKind::Gap;
  int tick = 0;      ///< At which it begins, from 0.
  int until = -1;    ///< The last tick of a notice; -1 of others.
  std::string role;  ///< The role it happened to: of another asset "ASSET:ROLE".
  std::string with;  ///< What it met; empty for nothing in particular.
  GamePoint at;      ///< Where the asset's origin was.
  double px = 0;
  std::string text;  ///< In a sentence, without its full stop.

  bool operator==(const CourseEvent&) const = default;
};

/// Faults, in contrast to events that are only reported.
inline bool isFault(CourseEventKind kind) {
  return kind != CourseEventKind::Notice && kind != CourseEventKind::Halted;
}

/// The text of an event. Lengths are rounded to a hundredth of a px.
std::string sentenceOf(const CourseEvent& event);

}  // namespace amber
