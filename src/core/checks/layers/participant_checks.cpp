// Shapes that can meet no other shape, seek only empty layers, or notice each other, of
// layer_checks.h.
#include "core/checks/layers/layer_checks.h"

namespace amber {
namespace {

// Whether it seeks a layer that somebody else it could meet is on.
bool seesAnybody(const LayerView& view, std::size_t participant) {
  const ParticipantSet possible = view.meetings.possible(participant);
  for (std::size_t i = possible.find_first(); i != ParticipantSet::npos;
       i = possible.find_next(i)) {
    if (sees(view.meetings.settings(participant), view.meetings.settings(i))) return true;
  }
  return false;
}

void tellBoth(const LayerView& view, std::size_t a, std::vector<Finding>& findings) {
  const ParticipantSet told = view.meetings.noticed(a);
  for (std::size_t b = told.find_next(a); b != ParticipantSet::npos; b = told.find_next(b)) {
    if (!view.meetings.noticed(b).test(a)) continue;
    Finding finding = findingOf(rules::kLayersBoth, whereOf(view, a));
    finding.text = "both " + participantText(view, a) + " and " + participantText(view, b) +
                   " notice when they meet";
    finding.fix =
        "If the game counts meetings, remove the layer of one from the sought layers of the other.";
    findings.push_back(std::move(finding));
    return;
  }
}

}  // namespace

void checkParticipants(const LayerView& view, std::vector<Finding>& findings) {
  for (std::size_t i = 0; i < view.alike.size(); ++i) {
    if (view.meetings.possible(i).none()) continue;
    const bool notices = view.meetings.settings(i).duty == Duty::Notices;
    if (view.meetings.met(i).none()) {
      Finding finding = findingOf(rules::kLayersUnmet, whereOf(view, i));
      finding.text = participantText(view, i) + " can meet no other shape";
      finding.fix = "Put it on a layer that another shape seeks, or remove its shapes.";
      findings.push_back(std::move(finding));
    } else if (notices && view.meetings.settings(i).seeks != 0 && !seesAnybody(view, i)) {
      Finding finding = findingOf(rules::kLayersBlind, whereOf(view, i));
      finding.text =
          participantText(view, i) +
          " notices, but no shape is on the layers that it seeks, so it never notices anything";
      finding.fix = "Make it seek a layer that has shapes on it.";
      findings.push_back(std::move(finding));
    }
    tellBoth(view, i, findings);
  }
}

}  // namespace amber
