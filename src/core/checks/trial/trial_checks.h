#pragma once

#include <vector>

#include "core/checks/finding.h"
#include "core/trial/fairness_table.h"

namespace amber {

/// What goes wrong on the courses that assets must pass:
///   trial.gap, trial.tunnel, trial.catch, trial.flicker, trial.pop, trial.stuck, trial.deaf
///       (error) each once for an asset, course and role, with the worst of its kind; the fix is
///       another shape of the role that runs without it
///   trial.stuck (error) also where it cannot be run at all, with why
std::vector<Finding> checkCourses(const Project& project);

/// The pairs that are less fair than the project allows:
///   trial.phantom (warning) by share, or by the air between them
///   trial.missed  (warning) by share; the fix is a fairer shape for one of the two
/// `rows`: from fairnessTable. No findings if the project sets no limits.
std::vector<Finding> fairnessFindings(const Project& project, const std::vector<FairnessRow>& rows);

}  // namespace amber
