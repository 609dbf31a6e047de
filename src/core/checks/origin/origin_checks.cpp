#include "core/checks/origin/origin_checks.h"

#include <map>

#include "core/checks/origin/origin_rules.h"

namespace amber {

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
