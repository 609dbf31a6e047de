#include <algorithm>
#include <cmath>

#include "core/base/exact_number.h"
#include "core/checks/trial/trial_checks.h"
#include "core/fit/keys/fit_edits.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/trial/fair_candidates.h"

namespace amber {
namespace {

std::string percentOf(double share) {
  return exactNumber(std::round(share * 100)) + " %";
}

const Frame* frameNamed(const Asset& asset, const std::string& name) {
  const auto found = std::find_if(asset.frames.begin(), asset.frames.end(),
                                  [&](const Frame& frame) { return frame.name == name; });
  return found == asset.frames.end() ? nullptr : &*found;
}

// So many of the fairest on the worst frames are tried on all of them.
constexpr std::size_t kMostTried = 6;

// A shape for one asset that is fairer beside the other on these frames.
struct Fairer {
  AssetId asset;
  std::string role;
  Recipe recipe;
  double unfair = 0;  // The sum of its shares.
};

double unfairnessOf(const FairnessTotal& total) {
  return total.phantomShare() + total.missedShare();
}

void lookFor(const Project& project, const FairFrame& own, const FairFrame& other, double now,
             std::vector<Fairer>& found) {
  for (const RoleShape& shape : own.frame->shapes) {
    if (shape.asset != own.frame->asset) continue;
    for (const FairCandidate& one :
         fairCandidates(project, own, other, *shape.role, everyRecipe(shape.role->recipe))) {
      const double unfair = one.map.phantomShare() + one.map.missedShare();
      if (unfair >= now) continue;
      found.push_back({own.frame->asset->id, shape.role->name, one.candidate.recipe, unfair});
    }
  }
}

std::vector<Edit> editsOf(const Project& project, const Fairer& fairer, const ArtSource& art) {
  const Asset* asset = findAsset(project, fairer.asset);
  std::vector<FrameRef> frames;
  for (const Frame& frame : asset->frames) frames.push_back({asset->id, frame.id});
  return fittedShapes(project, frames, fairer.role, fairer.recipe, art);
}

// The two frames at which a pair is worst, by name.
struct WorstFrames {
  AssetId a;
  AssetId b;
  std::string frameA;
  std::string frameB;
};

Result<std::vector<Edit>> fairerShape(const Project& project, const ArtSource& art,
                                      const WorstFrames& at) {
  const auto gone = [] {
    return failure(ErrorCode::UnknownTarget, "one of the two is no longer there; check again");
  };
  const Asset* a = findAsset(project, at.a);
  const Asset* b = findAsset(project, at.b);
  if (a == nullptr || b == nullptr) return gone();
  const Frame* frameA = frameNamed(*a, at.frameA);
  const Frame* frameB = frameNamed(*b, at.frameB);
  if (frameA == nullptr || frameB == nullptr) return gone();
  const auto trialA = trialFrame(project, *a, HeldShapes(*a), *frameA, art);
  const auto trialB = trialFrame(project, *b, HeldShapes(*b), *frameB, art);
  if (!trialA || !trialB) return gone();
  const FairnessMap now =
      fairnessMap({&*trialA}, {&*trialB}, countingPairs(project, *trialA, *trialB, {}, {}));
  std::vector<Fairer> found;
  const double unfair = now.phantomShare() + now.missedShare();
  lookFor(project, {&*trialA}, {&*trialB}, unfair, found);
  if (a->id != b->id) lookFor(project, {&*trialB}, {&*trialA}, unfair, found);
  std::stable_sort(found.begin(), found.end(),
                   [](const Fairer& p, const Fairer& q) { return p.unfair < q.unfair; });
  found.resize(std::min(found.size(), kMostTried));
  // What is fairer at the worst is to be fairer on all frames too.
  double least = unfairnessOf(fairnessOf(project, *a, *b, art));
  std::vector<Edit> best;
  for (const Fairer& one : found) {
    std::vector<Edit> edits = editsOf(project, one, art);
    const auto applied = withEdits(project, edits);
    if (!applied) continue;
    const double then =
        unfairnessOf(fairnessOf(applied->project, *findAsset(applied->project, at.a),
                                *findAsset(applied->project, at.b), art));
    if (then >= least) continue;
    least = then;
    best = std::move(edits);
  }
  if (!best.empty()) return best;
  return failure(ErrorCode::BadValue,
                 "no other shape of the two is fairer; draw one by hand, or raise the limit");
}

void add(const Rule& rule, const Project& project, const FairnessRow& row,
         const std::string& frameA, const std::string& frameB, std::string text,
         std::vector<Finding>& findings) {
  const Asset* a = findAsset(project, std::string_view(row.a));
  const Asset* b = findAsset(project, std::string_view(row.b));
  if (a == nullptr || b == nullptr) return;
  const Frame* frame = frameNamed(*a, frameA);
  Finding finding = findingOf(rule, {{}, a->id, {}, frame == nullptr ? FrameId{} : frame->id, {}});
  finding.subject = row.b;
  finding.text = row.a + " and " + row.b + ": " + std::move(text);
  finding.fix = "Use a fairer shape.";
  finding.remedy = {Remedy::Takes::Time, [at = WorstFrames{a->id, b->id, frameA, frameB}](
                                             const Project& now, const ArtSource& art) {
                      return fairerShape(now, art, at);
                    }};
  findings.push_back(std::move(finding));
}

}  // namespace

std::vector<Finding> fairnessFindings(const Project& project,
                                      const std::vector<FairnessRow>& rows) {
  const FairnessLimits& wishes = project.trial;
  std::vector<Finding> findings;
  for (const FairnessRow& row : rows) {
    const FairnessTotal& total = row.total;
    const bool often = wishes.phantom && total.phantomShare() > *wishes.phantom;
    const bool far = wishes.gap && total.worstPhantom && total.worstPhantom->gap > *wishes.gap;
    if (often || far) {
      const std::string gap =
          total.worstPhantom ? exactNumber(std::round(total.worstPhantom->gap * 10) / 10) : "0";
      add(rules::kTrialPhantom, project, row, row.phantomA, row.phantomB,
          percentOf(total.phantomShare()) + " of hits are phantom hits, the worst " + gap +
              " px before anything touches (" + row.phantomA + ", " + row.phantomB + ")",
          findings);
    }
    if (wishes.missed && total.missedShare() > *wishes.missed) {
      add(rules::kTrialMissed, project, row, row.missedA, row.missedB,
          percentOf(total.missedShare()) + " of overlaps are missed hits, the worst of " +
              std::to_string(total.worstMissed ? total.worstMissed->count : 0) + " px (" +
              row.missedA + ", " + row.missedB + ")",
          findings);
    }
  }
  return findings;
}

}  // namespace amber
