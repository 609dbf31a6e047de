#pragma once

#include <string>

#include "core/base/result.h"
#include "core/project/values/course.h"
#include "core/trial/course/course_run.h"
#include "files/json_reader.h"
#include "files/json_text.h"

namespace amber {

/// A course and a script as text: docs/format.md says how they are written. Unknown keys are
/// refused with the nearest known one. Errors: NotJson, WrongFormat, NewerVersion, WrongType,
/// MissingKey, BadValue with the place in the text. Law: what courseText writes reads back the
/// same.
Result<Course> courseFromText(const std::string& text, const std::string& file);
std::string courseText(const Course& course);
Result<CourseScript> scriptFromText(const std::string& text, const std::string& file);
std::string scriptText(const CourseScript& script);
Json scriptJson(const CourseScript& script);

/// Within another file: without format and version.
Json jsonOf(const Course& course);
Course readCourse(const JsonReader& from);

/// What came of a run, as it is told to programs.
Json runJson(const CourseRun& run);

}  // namespace amber
