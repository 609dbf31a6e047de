#include "core/checks/layers/layer_checks.h"

namespace amber {

std::vector<Finding> checkLayers(const Project& project) {
  const auto alike = ParticipantClasses::of(project);
  if (!alike) {
    Finding finding = findingOf(rules::kLayersMany, {});
    finding.text = "the layers were not checked: " + alike.error().sentence;
    finding.fix = "Set layers for the kind instead of each asset, or divide the project.";
    return {finding};
  }
  const Meetings meetings(*alike);
  const FixSearch search(meetings);
  const LayerView view{project, *alike, meetings, search.judgements()};
  std::vector<Finding> findings;
  if (!project.expectations.empty()) {
    checkExpectations(view, search, findings);
    checkUnasked(view, findings);
    checkParticipants(view, findings);
    checkCovered(view, findings);
  }
  if (project.layers.size() > 1) checkLayerUse(view, findings);
  return findings;
}

Where whereOf(const LayerView& view, std::size_t participant) {
  const Participant& sample = view.alike.participants()[participant].sample;
  Where where;
  where.asset = sample.asset->id;
  where.role = sample.role->name;
  if (!sample.asset->frames.empty()) {
    where.frame = sample.asset->frames.front().id;
    where.sheet = sample.asset->frames.front().sheet;
  }
  return where;
}

std::string participantName(const LayerView& view, std::size_t participant) {
  const Participant& sample = view.alike.participants()[participant].sample;
  return sample.asset->name + " " + sample.role->name;
}

std::string participantText(const LayerView& view, std::size_t participant) {
  const std::size_t count = view.alike.copiesOf(participant);
  const std::string name = participantName(view, participant);
  return count == 1 ? name : name + " (and " + std::to_string(count - 1) + " alike)";
}

}  // namespace amber
