#pragma once

#include "core/base/result.h"
#include "core/project/course.h"

namespace amber {

/// Whether a course makes sense: every number finite and no farther out than kFarthestPlace, boxes
/// with sides, polygons clockwise and without a fault, frames counted from 1, not too much of
/// anything. Errors (BadValue): the first that is not, in a sentence.
Result<void> validated(const Course& course);

/// The solid moved, px.
void moveSolid(CourseSolid& solid, double dx, double dy);

/// Gives what stands on the courses and is called by one name the other.
void renameInCourses(std::vector<Course>& courses, const std::string& from, const std::string& to);

}  // namespace amber
