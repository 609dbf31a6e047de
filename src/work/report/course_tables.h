#pragma once

#include <string>
#include <vector>

#include "core/trial/course/course_limits.h"
#include "files/csv_table.h"

namespace amber {

/// The events of a run as a table: columns tick, until (of what lasts), event, role, with, x, y,
/// px, text.
std::vector<CsvRow> courseRows(const CourseRun& run);

/// "no fault", "1 fault", "3 faults".
std::string faultsText(int faults);

/// The limits in one line of words.
std::string limitsText(const CourseLimits& limits);

}  // namespace amber
