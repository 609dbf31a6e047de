#pragma once

#include <string>
#include <vector>

#include "core/project/art_source.h"
#include "core/project/edit.h"
#include "core/trial/course/course_setup.h"

namespace amber {

/// An asset with other shapes on the same course and input.
struct CourseCandidate {
  Recipe recipe;
  std::vector<Edit> edits;  ///< That give it these shapes.
  CourseRun run;
};

/// How much goes wrong: the faults of a run, each once for each kind, solid and role, for what
/// comes back with every step of an animation is one fault.
int faultsOf(const CourseRun& run);

/// Every kind and style as everyRecipe has them, and those with one geometry for all frames: what
/// changes with every step is seldom what a game moves by.
std::vector<Recipe> everyMovingRecipe(const Recipe& common);

/// "capsule, snug"; "capsule, snug, one for all".
std::string candidateText(const Recipe& recipe);

/// The recipes fitted to all frames of the asset in a role, each run over the setup's course; the
/// ones with fewest faults first, of those what keeps one
/// geometry, then the simpler kind. Ends early, with what it has,
/// when asked to.
/// Cost: for each, the fits of all frames and a run.
std::vector<CourseCandidate> courseCandidates(const Project& project, const Asset& asset,
                                              const CourseSetup& setup, const Role& role,
                                              const std::vector<Recipe>& recipes,
                                              const ArtSource& art, const Progress& progress = {});

}  // namespace amber
