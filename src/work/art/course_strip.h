#pragma once

#include "core/image/image.h"
#include "core/project/art_source.h"
#include "core/trial/course/course_setup.h"

namespace amber {

/// A run as a strip of moments, left to right, for a report: the course around the asset, its shape
/// and its picture, and how far it has come since the moment before. Around the first fault, where
/// there is one; else from all of the run. What moved it and what was stopped is drawn as it was.
/// `moments`: 1 to 64; `zoom`: picture px per game px, above 0.
/// Errors (BadValue): nothing was run; (ImageTooLarge): the picture would be larger than images may
/// be.
Result<Image> courseStrip(const Project& project, const Asset& asset, const CourseSetup& setup,
                          const CourseRun& run, int moments, double zoom, const ArtSource& art);

}  // namespace amber
