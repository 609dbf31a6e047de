#include "core/trial/fair_candidates.h"

#include <algorithm>
#include <tuple>

#include "core/layers/participants.h"

namespace amber {
namespace {

// The shapes of the partner that the role meets by the layers; all of them where it meets none.
std::vector<std::vector<ConvexPiece>> partnersOf(const Project& project, const TrialFrame& a,
                                                 const TrialFrame& b, const Role& role) {
  const ParticipantSettings own = participantOf(project, *a.asset, role).settings;
  const MeetingRule rule = ruleOf(project);
  std::vector<std::vector<ConvexPiece>> met;
  std::vector<std::vector<ConvexPiece>> all;
  for (const RoleShape& one : b.shapes) {
    const Answer answer =
        answerFor(own, participantOf(project, *one.asset, *one.role).settings, rule);
    if (answer.outcome != Outcome::Passes) met.push_back(one.pieces);
    all.push_back(one.pieces);
  }
  return met.empty() ? all : met;
}

}  // namespace

std::vector<FairCandidate> fairCandidates(const Project& project, const FairFrame& a,
                                          const FairFrame& b, const Role& role,
                                          const std::vector<Recipe>& recipes,
                                          const Progress& progress) {
  const std::vector<std::vector<ConvexPiece>> partners =
      partnersOf(project, *a.frame, *b.frame, role);
  const FramePoint origin = a.frame->frame->origin;
  std::vector<FairCandidate> fair;
  for (Candidate& candidate : candidatesFor(a.frame->ownInk(), recipes, role.duty, progress.stop)) {
    if (progress.cancelled()) break;
    const std::vector<ConvexPiece> pieces =
        piecesOf(moved(candidate.shape, -origin.x, -origin.y), {});
    std::vector<ShapePair> pairs;
    pairs.reserve(partners.size());
    for (const auto& partner : partners) pairs.push_back({pieces, partner});
    fair.push_back({std::move(candidate), fairnessMap(a, b, pairs)});
  }
  const auto rank = [](const FairCandidate& one) {
    return std::tuple(one.map.phantomShare() + one.map.missedShare(), one.candidate.measures.cost);
  };
  std::stable_sort(fair.begin(), fair.end(), [&](const FairCandidate& p, const FairCandidate& q) {
    return rank(p) < rank(q);
  });
  return fair;
}

}  // namespace amber
