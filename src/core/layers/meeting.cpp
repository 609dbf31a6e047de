#include "core/layers/meeting.h"

#include <utility>

namespace amber {

bool awake(Motion a, Motion b, Wakes wakes) {
  switch (wakes) {
    case Wakes::Any:
      return true;
    case Wakes::Mover:
      return a != Motion::Static || b != Motion::Static;
    case Wakes::Dynamic:
      return a == Motion::Dynamic || b == Motion::Dynamic;
  }
  return false;
}

Answer answerFor(const ParticipantSettings& a, const ParticipantSettings& b,
                 const MeetingRule& rule) {
  if (!awake(a.motion, b.motion, rule.wakes)) return {.why = PassReason::Asleep};
  const Sides seeing{sees(a, b), sees(b, a)};
  if (!seeing.any()) return {.why = PassReason::Unseen};
  if (rule.pairing == Pairing::Both && !seeing.both()) return {.why = PassReason::OneSided};
  if (a.duty == Duty::Stops && b.duty == Duty::Stops) {
    return {Outcome::Stops, {a.motion != Motion::Static, b.motion != Motion::Static}, {}, {}};
  }
  return {Outcome::Notices, {}, seeing, {}};
}

Answer swapped(Answer answer) {
  std::swap(answer.stopped.a, answer.stopped.b);
  std::swap(answer.told.a, answer.told.b);
  return answer;
}

}  // namespace amber
