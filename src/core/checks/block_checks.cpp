#include "core/checks/block_checks.h"

#include <algorithm>
#include <unordered_map>

#include "core/layers/participants.h"

namespace amber {
namespace {

// Whether a participant of the zone stops or notices any other, or is noticed by it.
bool meetsAny(const Asset& zone, const std::vector<Participant>& all, const MeetingRule& rule) {
  const auto own = [&](const Participant& one) { return one.asset == &zone; };
  return std::any_of(all.begin(), all.end(), [&](const Participant& one) {
    return own(one) && std::any_of(all.begin(), all.end(), [&](const Participant& other) {
             return canMeet(one, other) &&
                    answerFor(one.settings, other.settings, rule).outcome != Outcome::Passes;
           });
  });
}

Finding idle(const Asset& zone) {
  Finding finding = findingOf(rules::kZoneIdle, {{}, zone.id, {}, {}, {}});
  finding.text = "the zone " + zone.name + " meets nothing";
  finding.fix = "Change its layers, or what its shapes seek.";
  return finding;
}

Finding placeholder(const Asset& block, const std::string& profile) {
  Finding finding = findingOf(rules::kBlockPlaceholder, {{}, block.id, {}, {}, {}});
  finding.subject = profile;
  finding.text =
      block.name + " is a block in place of art, which the profile " + profile + " reports";
  finding.fix = "Give it art: Replace by sheets.";
  return finding;
}

}  // namespace

std::vector<Finding> checkBlocks(const Project& project) {
  std::unordered_map<SheetId, const Sheet*> rectangles;
  for (const auto& sheet : project.sheets) {
    if (sheet->rectangle) rectangles.emplace(sheet->id, &*sheet);
  }
  std::vector<Finding> findings;
  if (rectangles.empty()) return findings;
  const std::vector<Participant> all = participantsOf(project);
  for (const auto& asset : project.assets) {
    const auto found =
        asset->frames.size() == 1 ? rectangles.find(asset->frames.front().sheet) : rectangles.end();
    if (found == rectangles.end()) continue;
    if (found->second->rectangle->isZone()) {
      const bool shaped = !asset->frames.front().shapes.empty();
      if (shaped && !meetsAny(*asset, all, ruleOf(project))) findings.push_back(idle(*asset));
      continue;
    }
    for (const PackProfile& profile : project.profiles) {
      if (profile.blocks != Blocks::Reported) continue;
      findings.push_back(placeholder(*asset, profile.name));
    }
  }
  return findings;
}

}  // namespace amber
