#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/trial/fair_candidates.h"
#include "core/trial/fairness_sum.h"
#include "core/trial/meeting_report.h"
#include "desktop/benches/trial/trial_stage.h"
#include "work/art/art_store.h"

namespace amber {

/// Results that the Trial bench computes in the background.
struct TrialFacts {
  FairnessSum sum;                                  ///< Of the frames that were asked about.
  bool keptApart = false;                           ///< The layers let no shapes of the two meet.
  std::vector<std::pair<FrameId, double>> phantom;  ///< Shares of the first's animation, by frame.
  std::vector<FairCandidate> candidates;  ///< For the role of the first frame, fairest first.
};

/// What is asked about.
struct TrialQuestion {
  TrialActor a;
  TrialActor b;
  std::string role;
  bool allFrames = false;  ///< Of the animation that each frame is shown in; else the frames alone.
};

/// Works the facts out. The art of both is to be in the store already; what is not there gives
/// nothing. Ends early, with what it has, when it is asked to.
TrialFacts trialFacts(const Project& project, const std::shared_ptr<ArtStore>& store,
                      const TrialQuestion& question, const Progress& progress);

/// The report of two frames at an offset; nothing while their art is not loaded.
std::optional<MeetingReport> reportOf(const Project& project, const ArtSource& art,
                                      const TrialActor& a, const TrialActor& b, GamePoint at);

}  // namespace amber
