#pragma once

#include <string>

#include "core/base/result.h"
#include "core/project/values/course.h"
#include "core/trial/course/course_run.h"
#include "files/json/json_reader.h"
#include "files/json/json_text.h"

namespace amber {

/// Reads a course and a script from text (format: docs/format.md). Unknown keys are refused with
/// the nearest known one. Errors: NotJson, WrongFormat, NewerVersion, WrongType, MissingKey,
/// BadValue with the place in the text. Law: what courseText writes reads back the same.
Result<Course> courseFromText(const std::string& text, const std::string& file);
std::string courseText(const Course& course);
Result<CourseScript> scriptFromText(const std::string& text, const std::string& file);
std::string scriptText(const CourseScript& script);
Json scriptJson(const CourseScript& script);

/// Within another file: without format and version.
Json jsonOf(const Course& course);
Course readCourse(const JsonReader& from);

/// The result of a run as JSON.
Json runJson(const CourseRun& run);

}  // namespace amber
