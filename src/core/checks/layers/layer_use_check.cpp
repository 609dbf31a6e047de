// Layers that are unused, have the same users, or similar names, of layer_checks.h.
#include <algorithm>

#include "core/base/nearest_word.h"
#include "core/checks/layers/layer_checks.h"

namespace amber {
namespace {

bool isNamed(const Project& project, const std::string& layer) {
  return std::any_of(project.expectations.begin(), project.expectations.end(),
                     [&](const Expectation& one) {
                       return (one.who.of == PhraseOf::Layer && one.who.name == layer) ||
                              (one.whom.of == PhraseOf::Layer && one.whom.name == layer);
                     });
}

Remedy removing(const std::string& layer) {
  return Remedy(std::vector<Edit>{RemoveLayer{layer}});
}

}  // namespace

void checkLayerUse(const LayerView& view, std::vector<Finding>& findings) {
  const std::vector<std::string>& layers = view.project.layers;
  std::vector<ParticipantSet> on(layers.size(), ParticipantSet(view.alike.size()));
  std::vector<ParticipantSet> sought = on;
  for (std::size_t i = 0; i < view.alike.size(); ++i) {
    for (std::size_t bit = 0; bit < layers.size(); ++bit) {
      if ((view.meetings.settings(i).on >> bit & 1) != 0) on[bit].set(i);
      if ((view.meetings.settings(i).seeks >> bit & 1) != 0) sought[bit].set(i);
    }
  }
  for (std::size_t bit = 0; bit < layers.size(); ++bit) {
    if (on[bit].none() || sought[bit].none()) {
      Finding finding = findingOf(rules::kLayersUnused, {});
      finding.subject = layers[bit];
      finding.text = std::string("nobody ") +
                     (on[bit].any()       ? "seeks"
                      : sought[bit].any() ? "is on"
                                          : "is on or seeks") +
                     " the layer " + layers[bit];
      finding.fix = "Remove the layer.";
      if (!isNamed(view.project, layers[bit])) finding.remedy = removing(layers[bit]);
      findings.push_back(std::move(finding));
      continue;
    }
    for (std::size_t other = 0; other < bit; ++other) {
      if (on[other] != on[bit] || sought[other] != sought[bit]) continue;
      Finding finding = findingOf(rules::kLayersSame, {});
      finding.subject = layers[bit];
      finding.text = "the layers " + layers[other] + " and " + layers[bit] +
                     " have the same users, so one layer is enough";
      finding.fix = "Remove " + layers[bit] + ".";
      if (!isNamed(view.project, layers[bit])) finding.remedy = removing(layers[bit]);
      findings.push_back(std::move(finding));
      break;
    }
  }
  for (std::size_t a = 0; a < layers.size(); ++a) {
    for (std::size_t b = a + 1; b < layers.size(); ++b) {
      if (layers[a].size() < 4 || editDistance(layers[a], layers[b]) > 1) continue;
      Finding finding = findingOf(rules::kLayersAlike, {});
      finding.subject = layers[a] + "/" + layers[b];
      finding.text = "the layers " + layers[a] + " and " + layers[b] + " are easily confused";
      finding.fix = "Rename one of them.";
      findings.push_back(std::move(finding));
    }
  }
}

}  // namespace amber
