#include "work/report/course_tables.h"

#include <cmath>

#include "core/base/exact_number.h"
#include "core/base/words.h"

namespace amber {

std::vector<CsvRow> courseRows(const CourseRun& run) {
  std::vector<CsvRow> rows = {{"tick", "until", "event", "role", "with", "x", "y", "px", "text"}};
  for (const CourseEvent& event : run.events) {
    rows.push_back(
        {std::to_string(event.tick), event.until < 0 ? std::string() : std::to_string(event.until),
         std::string(wordOf(kCourseEventWords, event.kind)), event.role, event.with,
         exactNumber(event.at.x), exactNumber(event.at.y), exactNumber(event.px), event.text});
  }
  return rows;
}

std::string faultsText(int faults) {
  if (faults == 0) return "no fault";
  return faults == 1 ? "1 fault" : std::to_string(faults) + " faults";
}

std::string limitsText(const CourseLimits& limits) {
  std::string text = limits.safeSpeed
                         ? "never passes through an obstacle up to " +
                               exactNumber(std::round(*limits.safeSpeed * 10) / 10) + " px a second"
                         : std::string("never passes through an obstacle, at any speed");
  if (limits.ceiling) text += "; walks under " + exactNumber(*limits.ceiling) + " px";
  if (limits.gap) text += "; fits in " + exactNumber(*limits.gap) + " px";
  if (limits.ledge) text += "; climbs " + exactNumber(*limits.ledge) + " px";
  if (limits.slope) text += "; walks up " + exactNumber(*limits.slope) + " degrees";
  return text;
}

}  // namespace amber
