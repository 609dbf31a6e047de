#include "core/checks/layers/layer_checks.h"

namespace amber {

std::vector<Finding> checkLayers(const Project& project) {
  const auto alike = AlikeParties::of(project);
  if (!alike) return {};
  const Meetings meetings(*alike);
  const FixSearch search(meetings);
  const LayerView view{project, *alike, meetings, search.judgements()};
  std::vector<Finding> findings;
  if (!project.expectations.empty()) {
    checkExpectations(view, search, findings);
    checkUnasked(view, findings);
    checkParties(view, findings);
    checkCovered(view, findings);
  }
  if (project.layers.size() > 1) checkLayerUse(view, findings);
  return findings;
}

Where whereOf(const LayerView& view, std::size_t party) {
  const Party& sample = view.alike.parties()[party].sample;
  Where where;
  where.asset = sample.asset->id;
  where.role = sample.role->name;
  if (!sample.asset->frames.empty()) {
    where.frame = sample.asset->frames.front().id;
    where.sheet = sample.asset->frames.front().sheet;
  }
  return where;
}

std::string partyText(const LayerView& view, std::size_t party) {
  const Party& sample = view.alike.parties()[party].sample;
  const std::size_t count = view.alike.copiesOf(party);
  const std::string name = sample.asset->name + " " + sample.role->name;
  return count == 1 ? name : name + " (and " + std::to_string(count - 1) + " alike)";
}

}  // namespace amber
