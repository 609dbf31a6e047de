#include <algorithm>
#include <cmath>

#include "core/checks/origin/origin_rules.h"
#include "core/checks/wording.h"
#include "core/origin/origin_edits.h"
#include "core/origin/slips.h"

namespace amber {
namespace {

// A frame whose position matches most frames of the animation: the model for those that slip.
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

// The right origin of a slipped frame. It is set by a rule if the feet determine it exactly, so
// that it follows repainted art; otherwise by hand.
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

std::string slipText(const OriginPoint& by) {
  std::string text;
  if (by.x != 0) text = px(std::abs(by.x)) + (by.x > 0 ? " to the right" : " to the left");
  if (by.x != 0 && by.y != 0) text += " and ";
  if (by.y != 0) text += px(std::abs(by.y)) + (by.y > 0 ? " down" : " up");
  return text;
}

}  // namespace

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
                                    : "Align them with the other frames.";
  const FrameId model = steadyFrame(animation, slips);
  finding.remedy = standingRemedy(asset.id, std::move(byFrame), model);
  findings.push_back(std::move(finding));
}

}  // namespace amber
