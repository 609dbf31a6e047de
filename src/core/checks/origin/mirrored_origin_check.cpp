#include "core/checks/origin/origin_rules.h"
#include "core/checks/wording.h"
#include "core/origin/mirrored_pairs.h"

namespace amber {

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

}  // namespace amber
