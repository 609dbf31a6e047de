#include "desktop/benches/trial/trial_facts.h"

#include <algorithm>

#include "core/fit/styles/recipe_fit.h"

namespace amber {
namespace {

// The frames of the first animation that shows this one; itself where none does.
std::vector<const Frame*> besides(const Asset& asset, FrameId frame) {
  for (const Animation& animation : asset.animations) {
    const bool shows = std::any_of(animation.steps.begin(), animation.steps.end(),
                                   [&](const Step& step) { return step.frame == frame; });
    if (!shows) continue;
    std::vector<const Frame*> frames;
    for (const Step& step : animation.steps) {
      const Frame* one = findFrame(asset, step.frame);
      if (std::find(frames.begin(), frames.end(), one) == frames.end()) frames.push_back(one);
    }
    return frames;
  }
  return {findFrame(asset, frame)};
}

// One side of the question; nothing where the asset or the frame is gone.
std::vector<TrialFrame> framesOf(const Project& project, const TrialActor& actor, bool all,
                                 const ArtSource& art) {
  const Asset* asset = findAsset(project, actor.asset);
  const Frame* frame = asset == nullptr ? nullptr : findFrame(*asset, actor.frame);
  if (frame == nullptr) return {};
  const HeldShapes held(*asset);
  std::vector<TrialFrame> frames;
  for (const Frame* one : all ? besides(*asset, actor.frame) : std::vector{frame}) {
    if (auto trial = trialFrame(project, *asset, held, *one, art)) {
      frames.push_back(std::move(*trial));
    }
  }
  return frames;
}

std::vector<FairFrame> standing(const std::vector<TrialFrame>& frames, bool mirrored) {
  std::vector<FairFrame> fair;
  fair.reserve(frames.size());
  for (const TrialFrame& frame : frames) fair.push_back({&frame, mirrored});
  return fair;
}

}  // namespace

TrialFacts trialFacts(const Project& project, const std::shared_ptr<ArtStore>& store,
                      const TrialQuestion& question, const Progress& progress) {
  const ArtSource art = ArtStore::cachedOnly(store, project);
  TrialFacts facts;
  const std::vector<TrialFrame> framesA = framesOf(project, question.a, question.allFrames, art);
  const std::vector<TrialFrame> framesB = framesOf(project, question.b, question.allFrames, art);
  if (framesA.empty() || framesB.empty()) return facts;
  facts.keptApart = keptApart(project, framesA.front(), framesB.front(), {}, {});
  facts.sum = fairnessSum(project, standing(framesA, question.a.mirrored),
                          standing(framesB, question.b.mirrored), {}, {}, progress);
  for (const TrialFrame& frame : framesOf(project, question.a, true, art)) {
    if (progress.cancelled()) return facts;
    FairnessTotal total;
    for (const TrialFrame& other : framesB) {
      total.add(fairnessMap({&frame, question.a.mirrored}, {&other, question.b.mirrored},
                            countingPairs(project, frame, other, {}, {})));
    }
    facts.phantom.emplace_back(frame.frame->id, total.phantomShare());
  }
  const Role* role = findRole(project, question.role);
  if (role == nullptr) return facts;
  const std::vector<TrialFrame> a = framesOf(project, question.a, false, art);
  const std::vector<TrialFrame> b = framesOf(project, question.b, false, art);
  facts.candidates =
      fairCandidates(project, {&a.front(), question.a.mirrored}, {&b.front(), question.b.mirrored},
                     *role, everyRecipe(role->recipe), progress);
  return facts;
}

std::optional<MeetingReport> reportOf(const Project& project, const ArtSource& art,
                                      const TrialActor& a, const TrialActor& b, GamePoint at) {
  const std::vector<TrialFrame> first = framesOf(project, a, false, art);
  const std::vector<TrialFrame> second = framesOf(project, b, false, art);
  if (first.empty() || second.empty()) return std::nullopt;
  return meetingReport(project, first.front(), {{}, first.front().asset->scale, 0, a.mirrored},
                       second.front(), {at, second.front().asset->scale, 0, b.mirrored});
}

}  // namespace amber
