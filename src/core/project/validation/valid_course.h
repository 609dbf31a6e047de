#pragma once

#include "core/base/result.h"
#include "core/project/values/course.h"

namespace amber {

/// Whether a course makes sense: every number finite and no farther out than kFarthestPlace, boxes
/// with sides, polygons clockwise and without a fault, frames counted from 1, not too much of
/// anything. Errors (BadValue): the first that is not, in a sentence.
Result<void> validated(const Course& course);

/// The things on a course, counted together: first its solids, then its actors. Moves one of them,
/// px; an actor with its turning point. Requires: the index is valid.
void moveThing(Course& course, std::size_t thing, double dx, double dy);
void removeThing(Course& course, std::size_t thing);

/// Renames an asset on all courses.
void renameInCourses(std::vector<Course>& courses, const std::string& from, const std::string& to);

}  // namespace amber
