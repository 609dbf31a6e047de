#include "core/trial/course/course_event.h"

#include <cmath>

#include "core/base/exact_number.h"

namespace amber {

std::string sentenceOf(const CourseEvent& event) {
  const std::string px = exactNumber(std::round(event.px * 100) / 100) + " px";
  switch (event.kind) {
    case CourseEventKind::Gap:
      return event.role + " is stopped " + px + " short of " + event.with;
    case CourseEventKind::Tunnel:
      return event.role + " passes through " + event.with + " in one tick of " + px;
    case CourseEventKind::Catch:
      if (std::round(event.px * 100) == 0) {
        return event.role + " snags on the edge of " + event.with + " on a level floor";
      }
      return event.role + " snags on " + event.with + ", an edge " + px + " high";
    case CourseEventKind::Flicker:
      return "the ground under " + event.role + " is lost and found again on a level floor";
    case CourseEventKind::Pop:
      return "a new shape of " + event.role + " lies " + px + " in " + event.with;
    case CourseEventKind::Stuck:
      if (event.px > 0) return event.role + " is stuck, " + px + " in " + event.with;
      return event.role + " is stuck at " + event.with + ": no way is free";
    case CourseEventKind::Notice:
      return event.role + " notices " + event.with;
    case CourseEventKind::Halted:
      return event.role + " is blocked and continues at the next part, " + px + " ahead";
    case CourseEventKind::Deaf:
      return event.role + " noticed nothing, although an expectation requires it";
  }
  return {};
}

}  // namespace amber
