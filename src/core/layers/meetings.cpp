#include "core/layers/meetings.h"

#include <algorithm>

namespace amber {

Meetings::Meetings(const ParticipantClasses& alike)
    : alike_(&alike),
      rule_(ruleOf(alike.project())),
      on_(alike.project().layers.size() + 1, ParticipantSet(alike.size())),
      seeks_(on_),
      motion_(3, ParticipantSet(alike.size())),
      stops_(alike.size()) {
  on_.resize(32, ParticipantSet(alike.size()));
  seeks_.resize(32, ParticipantSet(alike.size()));
  for (const ParticipantClass& participant : alike.participants())
    settings_.push_back(participant.sample.settings);
  for (std::size_t i = 0; i < settings_.size(); ++i) enter(i, true);
}

void Meetings::enter(std::size_t participant, bool in) {
  const ParticipantSettings& settings = settings_[participant];
  for (std::size_t layer = 0; layer < on_.size(); ++layer) {
    if ((settings.on >> layer & 1) != 0) on_[layer].set(participant, in);
    if ((settings.seeks >> layer & 1) != 0) seeks_[layer].set(participant, in);
  }
  motion_[static_cast<std::size_t>(settings.motion)].set(participant, in);
  if (settings.duty == Duty::Stops) stops_.set(participant, in);
}

void Meetings::change(std::size_t participant, const ParticipantSettings& settings) {
  enter(participant, false);
  settings_[participant] = settings;
  enter(participant, true);
}

ParticipantSet Meetings::possible(std::size_t participant) const {
  ParticipantSet all(alike_->size());
  all.set();
  if (alike_->canMeet(participant, participant)) return all;
  const AlikeAssets& own = alike_->assets()[alike_->participants()[participant].of];
  for (std::size_t i = 0; i < own.count; ++i) all.reset(own.first + i);
  return all;
}

ParticipantSet Meetings::seen(std::size_t participant) const {
  ParticipantSet all(alike_->size());
  for (LayerSet left = settings_[participant].seeks; left != 0; left &= left - 1) {
    all |= on_[static_cast<std::size_t>(std::countr_zero(left))];
  }
  return all;
}

ParticipantSet Meetings::seeing(std::size_t participant) const {
  ParticipantSet all(alike_->size());
  for (LayerSet left = settings_[participant].on; left != 0; left &= left - 1) {
    all |= seeks_[static_cast<std::size_t>(std::countr_zero(left))];
  }
  return all;
}

ParticipantSet Meetings::awake(std::size_t participant) const {
  const Motion own = settings_[participant].motion;
  const ParticipantSet& movedByPhysics = motion_[static_cast<std::size_t>(Motion::Dynamic)];
  if (rule_.wakes == Wakes::Mover && own == Motion::Static) {
    return movedByPhysics | motion_[static_cast<std::size_t>(Motion::Kinematic)];
  }
  if (rule_.wakes == Wakes::Dynamic && own != Motion::Dynamic) return movedByPhysics;
  ParticipantSet all(alike_->size());
  return all.set();
}

ParticipantSet Meetings::met(std::size_t participant) const {
  ParticipantSet sight = seen(participant);
  if (rule_.pairing == Pairing::Either) {
    sight |= seeing(participant);
  } else {
    sight &= seeing(participant);
  }
  return sight & awake(participant) & possible(participant);
}

ParticipantSet Meetings::stopped(std::size_t participant) const {
  if (settings_[participant].duty != Duty::Stops) return ParticipantSet(alike_->size());
  return met(participant) & stops_;
}

ParticipantSet Meetings::noticed(std::size_t participant) const {
  ParticipantSet told = met(participant) & seen(participant);
  if (settings_[participant].duty == Duty::Stops) told -= stops_;
  return told;
}

ParticipantSet Meetings::passed(std::size_t participant) const {
  return possible(participant) - met(participant);
}

ParticipantSet Meetings::meant(const Phrase& phrase) const {
  ParticipantSet all(alike_->size());
  LayerSet layer = 0;
  if (phrase.of == PhraseOf::Layer) {
    const auto& layers = alike_->project().layers;
    const auto found = std::find(layers.begin(), layers.end(), phrase.name);
    if (found == layers.end()) return all;
    layer = LayerSet{1} << (found - layers.begin());
  }
  for (std::size_t i = 0; i < settings_.size(); ++i) {
    const Participant& participant = alike_->participants()[i].sample;
    if (!phrase.role.empty() && participant.role->name != phrase.role) continue;
    const bool means = phrase.of == PhraseOf::All ||
                       (phrase.of == PhraseOf::Asset && participant.asset->name == phrase.name) ||
                       (phrase.of == PhraseOf::Kind && participant.asset->kind == phrase.name) ||
                       (phrase.of == PhraseOf::Layer && (settings_[i].on & layer) != 0);
    if (means) all.set(i);
  }
  return all;
}

}  // namespace amber
