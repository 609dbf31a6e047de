#pragma once

#include <vector>

#include "core/trial/course/course_run.h"
#include "files/csv_table.h"

namespace amber {

/// The events of a run as a table: columns tick, until (of what lasts), event, role, with, x, y,
/// px, text.
std::vector<CsvRow> courseRows(const CourseRun& run);

}  // namespace amber
