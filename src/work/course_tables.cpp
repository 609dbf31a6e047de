#include "work/course_tables.h"

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

}  // namespace amber
