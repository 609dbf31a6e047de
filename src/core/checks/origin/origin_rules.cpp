#include "core/checks/origin/origin_rules.h"
#include "core/origin/origin_edits.h"

namespace amber {

Finding originFinding(const Rule& rule, const Asset& asset, AnimationId animation,
                      const Frame& frame) {
  return findingOf(rule, {frame.sheet, asset.id, animation, frame.id, {}});
}

const Frame& frameAt(const Asset& asset, const Animation& animation, std::size_t step) {
  return *findFrame(asset, animation.steps[step].frame);
}

// Stands these frames by the rule.
Remedy ruleRemedy(std::vector<FrameRef> frames, const OriginRule& rule) {
  return {Remedy::Takes::Moments,
          [frames = std::move(frames), rule](const Project& project, const ArtSource& art) {
            return originsByRule(project, frames, rule, art);
          }};
}

}  // namespace amber
