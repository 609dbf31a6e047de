// Parties that meet nobody, see nobody, or are told as well as tell, of layer_checks.h.
#include "core/checks/layers/layer_checks.h"

namespace amber {
namespace {

// Whether it seeks a layer that somebody else it could meet is on.
bool seesAnybody(const LayerView& view, std::size_t party) {
  const PartySet possible = view.meetings.possible(party);
  for (std::size_t i = possible.find_first(); i != PartySet::npos; i = possible.find_next(i)) {
    if (sees(view.meetings.settings(party), view.meetings.settings(i))) return true;
  }
  return false;
}

void tellBoth(const LayerView& view, std::size_t a, std::vector<Finding>& findings) {
  const PartySet told = view.meetings.noticed(a);
  for (std::size_t b = told.find_next(a); b != PartySet::npos; b = told.find_next(b)) {
    if (!view.meetings.noticed(b).test(a)) continue;
    Finding finding = findingOf(rules::kLayersBoth, whereOf(view, a));
    finding.text =
        "both " + partyText(view, a) + " and " + partyText(view, b) + " are told when they meet";
    finding.fix = "Let one of them no longer seek the other, if the game counts meetings.";
    findings.push_back(std::move(finding));
    return;
  }
}

}  // namespace

void checkParties(const LayerView& view, std::vector<Finding>& findings) {
  for (std::size_t i = 0; i < view.alike.size(); ++i) {
    if (view.meetings.possible(i).none()) continue;
    const bool notices = view.meetings.settings(i).duty == Duty::Notices;
    if (view.meetings.met(i).none()) {
      Finding finding = findingOf(rules::kLayersUnmet, whereOf(view, i));
      finding.text = partyText(view, i) + " can meet nobody";
      finding.fix = "Put it on a layer that somebody seeks, or take its shapes away.";
      findings.push_back(std::move(finding));
    } else if (notices && view.meetings.settings(i).seeks != 0 && !seesAnybody(view, i)) {
      Finding finding = findingOf(rules::kLayersBlind, whereOf(view, i));
      finding.text = partyText(view, i) +
                     " notices, but nobody is on the layers that it seeks: it is told of nothing";
      finding.fix = "Let it seek a layer that somebody is on.";
      findings.push_back(std::move(finding));
    }
    tellBoth(view, i, findings);
  }
}

}  // namespace amber
