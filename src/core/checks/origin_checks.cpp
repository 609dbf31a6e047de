#include "core/checks/origin_checks.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/base/exact_number.h"
#include "core/checks/wording.h"
#include "core/origin/anchor.h"
#include "core/origin/drift.h"
#include "core/origin/mirrored_pairs.h"
#include "core/origin/origin_edits.h"
#include "core/origin/slips.h"
#include "core/project/selection.h"

namespace amber {
namespace {

Finding originFinding(const Rule& rule, const Asset& asset, AnimationId animation,
                      const Frame& frame) {
  return findingOf(rule, {frame.sheet, asset.id, animation, frame.id, {}});
}

const Frame& frameAt(const Asset& asset, const Animation& animation, std::size_t step) {
  return *findFrame(asset, animation.steps[step].frame);
}

// A frame of the animation that stands where most do, to be the model of those that slip.
FrameId steadyFrame(const Animation& animation, const std::vector<Slip>& slips) {
  for (std::size_t step = 0; step < animation.steps.size(); ++step) {
    const FrameId frame = animation.steps[step].frame;
    const bool slipped = std::any_of(slips.begin(), slips.end(), [&](const Slip& slip) {
      return animation.steps[slip.step].frame == frame;
    });
    if (!slipped) return frame;
  }
  return {};
}

// Where a slipped frame belongs. By a rule if the feet say so exactly, so that it follows art that
// is painted over; else by hand.
SetOrigin backInPlace(const Project& project, const Asset& asset, const Frame& frame,
                      OriginPoint by, FrameId model, const ArtSource& art) {
  const FramePoint place{frame.origin.x + by.x, frame.origin.y + by.y};
  const OriginRule rule{OriginBasis::FeetOf, {}, PointSnap::Free, model};
  const auto edits = originsByRule(project, {{asset.id, frame.id}}, rule, art);
  const auto* byFeet = edits.empty() ? nullptr : std::get_if<SetOrigin>(&edits.front());
  if (byFeet != nullptr &&
      std::hypot(byFeet->origin.x - place.x, byFeet->origin.y - place.y) < 1e-6) {
    return {asset.id, frame.id, place, rule};
  }
  return {asset.id, frame.id, place, kByHand};
}

// Puts each frame that slipped back in its place.
Remedy standingRemedy(AssetId id, std::map<FrameId, Slip> slips, FrameId model) {
  return {Remedy::Takes::Moments,
          [id, slips = std::move(slips), model](const Project& project, const ArtSource& art) {
            std::vector<Edit> edits;
            const Asset* asset = findAsset(project, id);
            for (const auto& [frameId, slip] : slips) {
              const Frame* frame = asset == nullptr ? nullptr : findFrame(*asset, frameId);
              if (frame == nullptr) continue;
              edits.emplace_back(backInPlace(project, *asset, *frame, slip.by, model, art));
            }
            return edits;
          }};
}

// Stands these frames by the rule.
Remedy ruleRemedy(std::vector<FrameRef> frames, const OriginRule& rule) {
  return {Remedy::Takes::Moments,
          [frames = std::move(frames), rule](const Project& project, const ArtSource& art) {
            return originsByRule(project, frames, rule, art);
          }};
}

std::string slipText(const OriginPoint& by) {
  std::string text;
  if (by.x != 0) text = px(std::abs(by.x)) + (by.x > 0 ? " to the right" : " to the left");
  if (by.x != 0 && by.y != 0) text += " and ";
  if (by.y != 0) text += px(std::abs(by.y)) + (by.y > 0 ? " down" : " up");
  return text;
}

void checkSlips(const Asset& asset, const Animation& animation, const ArtSource& art,
                std::vector<Finding>& findings) {
  std::vector<Slip> slips = slipsOf(asset, animation, art);
  // A frame that shows twice is moved once.
  std::map<FrameId, Slip> byFrame;
  for (const Slip& slip : slips) byFrame.try_emplace(animation.steps[slip.step].frame, slip);
  if (byFrame.empty()) return;
  const Slip worst =
      *std::max_element(slips.begin(), slips.end(), [](const Slip& a, const Slip& b) {
        return std::hypot(a.by.x, a.by.y) < std::hypot(b.by.x, b.by.y);
      });
  Finding finding =
      originFinding(rules::kOriginSlip, asset, animation.id, frameAt(asset, animation, worst.step));
  const std::string where = animation.name + " " + std::to_string(worst.step + 1);
  finding.text = byFrame.size() == 1
                     ? where + " slips " + slipText(worst.by)
                     : std::to_string(byFrame.size()) + " frames of " + animation.name +
                           " slip, most " + where + ", " + slipText(worst.by);
  finding.fix = byFrame.size() == 1 ? "Move its origin by " + signedNumber(worst.by.x) + ", " +
                                          signedNumber(worst.by.y) + "."
                                    : "Stand them with the others.";
  const FrameId model = steadyFrame(animation, slips);
  finding.remedy = standingRemedy(asset.id, std::move(byFrame), model);
  findings.push_back(std::move(finding));
}

void checkDrift(const Project& project, const Asset& asset, const Animation& animation,
                const ArtSource& art, std::vector<Finding>& findings) {
  const DriftTable table = driftOf(asset, animation, art);
  if (asset.motion == Motion::Static || !table.worst || table.feet.most() <= project.origins.drift)
    return;
  Finding finding = originFinding(rules::kOriginDrift, asset, animation.id,
                                  frameAt(asset, animation, *table.worst));
  finding.text = "feet drift " + px(table.feet.most()) + " through " + animation.name +
                 ", more than " + px(project.origins.drift) + "; farthest at " +
                 std::to_string(*table.worst + 1);
  finding.fix = "Stand all as far from their feet as " + animation.name + " " +
                std::to_string(*table.steadiest + 1) + ".";
  Selection all;
  all.asset = asset.id;
  all.animation = animation.id;
  finding.remedy = ruleRemedy(
      framesIn(project, all, Scope::Animation),
      {OriginBasis::FeetOf, {}, PointSnap::Free, animation.steps[*table.steadiest].frame});
  findings.push_back(std::move(finding));
}

bool isWhole(FramePoint point) {
  return point == snapped(point, PointSnap::PixelCorner);
}

void checkHalves(const Asset& asset, std::vector<Finding>& findings) {
  std::vector<const Frame*> between;
  for (const Frame& frame : asset.frames) {
    if (!isWhole(frame.origin)) between.push_back(&frame);
  }
  if (between.empty()) return;
  Finding finding = originFinding(rules::kOriginHalf, asset, {}, *between.front());
  finding.text = framesText(between.size()) +
                 (between.size() == 1 ? " has its origin" : " have their origins") +
                 " between pixels, first " + between.front()->name + " at " +
                 exactNumber(between.front()->origin.x) + ", " +
                 exactNumber(between.front()->origin.y);
  finding.fix = "Snap to pixel corners.";
  std::vector<Edit> edits;
  for (const Frame* frame : between) {
    OriginRule rule = frame->originRule;
    rule.snap = PointSnap::PixelCorner;
    edits.emplace_back(
        SetOrigin{asset.id, frame->id, snapped(frame->origin, PointSnap::PixelCorner), rule});
  }
  finding.remedy = Remedy(std::move(edits));
  findings.push_back(std::move(finding));
}

bool isOutside(const Frame& frame, const ArtSource& art) {
  const auto sheet = frame.lost ? nullptr : art(frame.sheet);
  if (sheet == nullptr) return false;
  const auto ink = boundsOf(cropped(sheet->firm, frame.rect));
  return ink && (frame.origin.x < ink->x || frame.origin.x > ink->right() ||
                 frame.origin.y < ink->y || frame.origin.y > ink->bottom());
}

void checkOutside(const Asset& asset, const ArtSource& art, std::vector<Finding>& findings) {
  std::vector<const Frame*> outside;
  for (const Frame& frame : asset.frames) {
    if (isOutside(frame, art)) outside.push_back(&frame);
  }
  if (outside.empty()) return;
  Finding finding = originFinding(rules::kOriginOutside, asset, {}, *outside.front());
  finding.text = framesText(outside.size()) +
                 (outside.size() == 1 ? " has its origin" : " have their origins") +
                 " outside the ink, first " + outside.front()->name;
  finding.fix = "Nothing to do where the art is trimmed; else set it by the ink or the feet.";
  findings.push_back(std::move(finding));
}

// Rules of frames that stand by one of their own, with how many do.
using RuleCounts = std::vector<std::pair<OriginRule, std::size_t>>;

void count(RuleCounts& counts, const OriginRule& rule, std::size_t times) {
  for (auto& [known, number] : counts) {
    if (known == rule) {
      number += times;
      return;
    }
  }
  counts.emplace_back(rule, times);
}

bool speaks(const OriginRule& rule) {
  return rule.basis != OriginBasis::Hand && !rule.hasFrame();
}

RuleCounts rulesOf(const Asset& asset) {
  RuleCounts counts;
  for (const Frame& frame : asset.frames) {
    if (speaks(frame.originRule)) count(counts, frame.originRule, 1);
  }
  std::stable_sort(counts.begin(), counts.end(),
                   [](const auto& a, const auto& b) { return a.second > b.second; });
  return counts;
}

// The rule by which more than half of at least three assets of the kind stand.
std::optional<OriginRule> usualRule(const Project& project, const std::string& kind) {
  RuleCounts counts;
  std::size_t assets = 0;
  for (const auto& asset : project.assets) {
    if (asset->kind != kind) continue;
    const RuleCounts own = rulesOf(*asset);
    if (own.empty()) continue;
    ++assets;
    count(counts, own.front().first, 1);
  }
  for (const auto& [rule, number] : counts) {
    if (assets >= 3 && number * 2 > assets) return rule;
  }
  return std::nullopt;
}

void checkMixed(const Asset& asset, const std::optional<OriginRule>& usual,
                std::vector<Finding>& findings) {
  const RuleCounts own = rulesOf(asset);
  if (own.empty()) return;
  const OriginRule& wanted = usual ? *usual : own.front().first;
  std::vector<FrameRef> odd;
  for (const Frame& frame : asset.frames) {
    if (speaks(frame.originRule) && frame.originRule != wanted) odd.push_back({asset.id, frame.id});
  }
  if (odd.empty()) return;
  const Frame& first = *findFrame(asset, odd.front().frame);
  Finding finding = originFinding(rules::kOriginMixed, asset, {}, first);
  finding.text = (odd.size() == asset.frames.size()
                      ? "it stands"
                      : std::to_string(odd.size()) + " of its " + framesText(asset.frames.size()) +
                            (odd.size() == 1 ? " stands" : " stand")) +
                 " by " + inWords(first.originRule) + ", " +
                 (usual ? "most of kind " + asset.kind : "the others") + " by " + inWords(wanted);
  finding.fix = "Stand by " + inWords(wanted) + " too.";
  finding.remedy = ruleRemedy(odd, wanted);
  findings.push_back(std::move(finding));
}

void checkMirrors(const Project& project, const ArtSource& art, std::vector<Finding>& findings) {
  for (const MirroredPair& pair : mirroredPairs(project, art)) {
    if (pair.misses.empty()) continue;
    const Asset& asset = *pair.rightAsset;
    const Frame& first = *findFrame(asset, pair.misses.front().frame);
    Finding finding = originFinding(rules::kOriginMirror, asset, pair.right->id, first);
    const bool within = pair.leftAsset == pair.rightAsset;
    finding.text = framesText(pair.misses.size()) + " of " + pair.right->name +
                   (pair.misses.size() == 1 ? " is" : " are") + " no mirror of " +
                   (within ? pair.left->name : pair.leftAsset->name + " " + pair.left->name) +
                   ", off by up to " + px(pair.farthest);
    finding.fix =
        "Set the origins to mirror " + (within ? pair.left->name : pair.leftAsset->name) + ".";
    std::vector<Edit> edits;
    for (const MirrorMiss& miss : pair.misses) {
      edits.emplace_back(SetOrigin{miss.asset, miss.frame, miss.expected, kByHand});
    }
    finding.remedy = Remedy(std::move(edits));
    findings.push_back(std::move(finding));
  }
}

}  // namespace

std::vector<Finding> checkOrigins(const Asset& asset, const Project& project,
                                  const ArtSource& art) {
  std::vector<Finding> findings;
  for (const Animation& animation : asset.animations) {
    checkSlips(asset, animation, art, findings);
    checkDrift(project, asset, animation, art, findings);
  }
  if (project.origins.wholePixels) checkHalves(asset, findings);
  checkOutside(asset, art, findings);
  return findings;
}

std::vector<Finding> checkOriginsTogether(const Project& project, const ArtSource& art) {
  std::vector<Finding> findings;
  std::map<std::string, std::optional<OriginRule>> usual;
  for (const auto& asset : project.assets) {
    const auto [entry, isNew] = usual.try_emplace(asset->kind);
    if (isNew) entry->second = usualRule(project, asset->kind);
    checkMixed(*asset, entry->second, findings);
  }
  checkMirrors(project, art, findings);
  return findings;
}

}  // namespace amber
