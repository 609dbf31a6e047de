#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// Every finding of the project, the worst first, otherwise in the order of the work.
/// Sheets that `art` cannot give are passed over: whoever reads files reports them.
/// Fairness is not among them (see fairnessFindings): it takes too long to be asked at every edit.
/// Cost: linear in frames and in the ink of cut lines; the ticks of courses that must be passed.
std::vector<Finding> checkProject(const Project& project, const ArtSource& art);

/// Brings findings into that order. Stable.
void sortFindings(std::vector<Finding>& findings);

/// Whether any has severity error.
bool hasErrors(const std::vector<Finding>& findings);

}  // namespace amber
