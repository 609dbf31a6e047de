#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// All findings of the project, the most severe first, otherwise in the order of the benches.
/// Sheets without art in `art` are skipped: the code that reads files reports them. Fairness is not
/// included (see fairnessFindings), because it takes too long for every edit. Cost: linear in the
/// frames, in the ink of cut lines, and in the ticks of required courses.
std::vector<Finding> checkProject(const Project& project, const ArtSource& art);

/// Brings findings into that order. Stable.
void sortFindings(std::vector<Finding>& findings);

/// Whether any has severity error.
bool hasErrors(const std::vector<Finding>& findings);

}  // namespace amber
