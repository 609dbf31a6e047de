#include "core/checks/frame_checks.h"
#include "core/project/conflict_words.h"
#include "core/variant/follow.h"

namespace amber {

std::vector<Finding> checkVariant(const Asset& asset, const Project& project) {
  const Asset* first = findAsset(project, asset.variantOf);
  if (first == nullptr) return {};
  const std::string behind = behindIn(asset, *first);
  if (behind.empty()) return {};
  Finding finding = findingOf(rules::kVariantBehind, {{}, asset.id, {}, {}, {}});
  finding.text =
      asset.name + " differs from " + first->name + ", which it is a variant of: " + behind;
  finding.fix = "Apply the settings of " + first->name + ", or release the variant.";
  finding.remedy =
      Remedy(Remedy::Takes::Time, [id = asset.id](const Project& now, const ArtSource& art) {
        return followEdits(now, id, art);
      });
  return {finding};
}

std::vector<Finding> checkConflicts(const Project& project) {
  std::vector<Finding> findings;
  for (const MergeConflict& conflict : project.conflicts) {
    Finding finding = findingOf(rules::kMergeConflict, {});
    finding.subject = conflict.place;
    finding.text = conflictText(project, conflict);
    finding.fix = "Choose a version at the Pack bench, or with merge PROJECT --choose.";
    findings.push_back(std::move(finding));
  }
  return findings;
}

}  // namespace amber
