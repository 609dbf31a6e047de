#include "core/checks/layers/layer_checks.h"

namespace amber {

std::vector<Finding> checkLayers(const Project& project) {
  const auto alike = AlikeParties::of(project);
  if (!alike) {
    Finding finding = findingOf(rules::kLayersMany, {});
    finding.text = "the layers were not checked: " + alike.error().sentence;
    finding.fix =
        "Let assets of a kind share its layers, in place of settings of their own, or divide the "
        "project.";
    return {finding};
  }
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

std::string partyName(const LayerView& view, std::size_t party) {
  const Party& sample = view.alike.parties()[party].sample;
  return sample.asset->name + " " + sample.role->name;
}

std::string partyText(const LayerView& view, std::size_t party) {
  const std::size_t count = view.alike.copiesOf(party);
  const std::string name = partyName(view, party);
  return count == 1 ? name : name + " (and " + std::to_string(count - 1) + " alike)";
}

}  // namespace amber
