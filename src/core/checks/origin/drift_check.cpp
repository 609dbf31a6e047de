#include <algorithm>

#include "core/checks/origin/origin_rules.h"
#include "core/checks/wording.h"
#include "core/origin/drift.h"
#include "core/origin/ground.h"
#include "core/project/selection.h"

namespace amber {

void checkDrift(const Project& project, const Asset& asset, const Animation& animation,
                const ArtSource& art, std::vector<Finding>& findings) {
  const DriftTable table = driftOf(asset, animation, art);
  const double drift = isOnGround(asset, animation) ? table.feet.x : table.feet.most();
  if (asset.motion == Motion::Static || !table.worst || drift <= project.origins.drift) return;
  Finding finding = originFinding(rules::kOriginDrift, asset, animation.id,
                                  frameAt(asset, animation, *table.worst));
  finding.text = "feet drift " + px(drift) + " through " + animation.name + ", more than " +
                 px(project.origins.drift) + "; farthest at " + std::to_string(*table.worst + 1);
  finding.fix = "Align the feet of all frames to " + animation.name + " " +
                std::to_string(*table.steadiest + 1) + ".";
  Selection all;
  all.asset = asset.id;
  all.animation = animation.id;
  finding.remedy = ruleRemedy(
      framesIn(project, all, Scope::Animation),
      {OriginBasis::FeetOf, {}, PointSnap::Free, animation.steps[*table.steadiest].frame});
  findings.push_back(std::move(finding));
}

}  // namespace amber
