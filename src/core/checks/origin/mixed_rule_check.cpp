#include <algorithm>

#include "core/checks/origin/origin_rules.h"
#include "core/checks/wording.h"
#include "core/origin/anchor.h"

namespace amber {
namespace {

// The rules of frames that have one, with the number of frames for each.
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

}  // namespace

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
                      ? "its origins are set"
                      : std::to_string(odd.size()) + " of its " + framesText(asset.frames.size()) +
                            (odd.size() == 1 ? " stands" : " stand")) +
                 " by " + inWords(first.originRule) + ", " +
                 (usual ? "most of kind " + asset.kind : "the others") + " by " + inWords(wanted);
  finding.fix = "Use " + inWords(wanted) + " too.";
  finding.remedy = ruleRemedy(odd, wanted);
  findings.push_back(std::move(finding));
}

}  // namespace amber
