#include "core/pack/parcel_meetings.h"

#include <map>
#include <tuple>

#include "core/layers/participants.h"

namespace amber {
namespace {

constexpr std::size_t kMostGroups = 2048;

}  // namespace

Result<void> addMeetings(const Project& project, Parcel& parcel) {
  parcel.rule = ruleOf(project);
  std::map<std::tuple<Duty, LayerSet, LayerSet, Motion>, std::size_t> places;
  for (const Participant& participant : participantsOf(project)) {
    const ParticipantSettings& settings = participant.settings;
    const auto [place, isNew] = places.try_emplace(
        {settings.duty, settings.on, settings.seeks, settings.motion}, parcel.groups.size());
    if (isNew) parcel.groups.push_back({{}, settings});
    parcel.groups[place->second].participants.push_back(participantName(participant));
  }
  if (parcel.groups.size() > kMostGroups) {
    return failure(ErrorCode::BadValue,
                   "the roles of the assets have more than 2,048 different settings of layers; set "
                   "them by kind or role");
  }
  for (std::size_t a = 0; a < parcel.groups.size(); ++a) {
    for (std::size_t b = a; b < parcel.groups.size(); ++b) {
      const Answer answer =
          answerFor(parcel.groups[a].settings, parcel.groups[b].settings, parcel.rule);
      if (answer.outcome == Outcome::Passes) continue;
      parcel.meetings.push_back(
          {static_cast<int>(a), static_cast<int>(b), answer.outcome, answer.stopped, answer.told});
    }
  }
  return {};
}

}  // namespace amber
