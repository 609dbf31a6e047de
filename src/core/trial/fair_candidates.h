#pragma once

#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/fit/candidates/candidates.h"
#include "core/trial/fairness.h"

namespace amber {

/// A candidate for a role of a frame, with what it comes to beside a partner.
struct FairCandidate {
  Candidate candidate;
  FairnessMap map;
};

/// Candidates of these recipes for the role of the first frame, fairest beside the second first: by
/// the sum of both shares, then by cost. The role counts against what it meets of the second by the
/// layers; where it meets none, against all. Ends early, with what it has, when asked to.
/// Cost: as candidatesFor, and a fairness map for each.
std::vector<FairCandidate> fairCandidates(const Project& project, const FairFrame& a,
                                          const FairFrame& b, const Role& role,
                                          const std::vector<Recipe>& recipes,
                                          const Progress& progress = {});

}  // namespace amber
