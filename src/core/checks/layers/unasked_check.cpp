// Meetings that no expectation speaks of, of layer_checks.h.
#include "core/checks/layers/layer_checks.h"
#include "core/layers/reasons.h"
#include "core/layers/sentences/unasked.h"

namespace amber {
namespace {

constexpr std::size_t kMostTold = 50;

}  // namespace

void checkUnasked(const LayerView& view, std::vector<Finding>& findings) {
  const std::vector<AlikePair> pairs = unaskedPairs(view.project.expectations, view.meetings);
  for (std::size_t i = 0; i < pairs.size() && i < kMostTold; ++i) {
    const auto [a, b] = pairs[i];
    Finding finding = findingOf(rules::kLayersUnasked, whereOf(view, a));
    finding.subject = participantName(view, b);
    finding.text = shortAnswer(view.meetings, a, b) + ", and no expectation covers this";
    finding.fix = "Expect it.";
    const PairNames names = namesOf(view.meetings, pairs[i]);
    finding.remedy = {Remedy::Takes::Moments, [names](const Project& project, const ArtSource&) {
                        return expecting(project, names);
                      }};
    findings.push_back(std::move(finding));
  }
  if (pairs.size() > kMostTold) {
    Finding& last = findings.back();
    last.text += " (and " + std::to_string(pairs.size() - kMostTold) + " more such meetings)";
  }
}

}  // namespace amber
