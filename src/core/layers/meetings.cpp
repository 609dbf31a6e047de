#include "core/layers/meetings.h"

#include <algorithm>

namespace amber {

Meetings::Meetings(const AlikeParties& alike)
    : alike_(&alike),
      rule_(ruleOf(alike.project())),
      on_(alike.project().layers.size() + 1, PartySet(alike.size())),
      seeks_(on_),
      motion_(3, PartySet(alike.size())),
      stops_(alike.size()) {
  on_.resize(32, PartySet(alike.size()));
  seeks_.resize(32, PartySet(alike.size()));
  for (const AlikeParty& party : alike.parties()) settings_.push_back(party.sample.settings);
  for (std::size_t i = 0; i < settings_.size(); ++i) enter(i, true);
}

void Meetings::enter(std::size_t party, bool in) {
  const PartySettings& settings = settings_[party];
  for (std::size_t layer = 0; layer < on_.size(); ++layer) {
    if ((settings.on >> layer & 1) != 0) on_[layer].set(party, in);
    if ((settings.seeks >> layer & 1) != 0) seeks_[layer].set(party, in);
  }
  motion_[static_cast<std::size_t>(settings.motion)].set(party, in);
  if (settings.duty == Duty::Stops) stops_.set(party, in);
}

void Meetings::change(std::size_t party, const PartySettings& settings) {
  enter(party, false);
  settings_[party] = settings;
  enter(party, true);
}

PartySet Meetings::possible(std::size_t party) const {
  PartySet all(alike_->size());
  all.set();
  if (alike_->canMeet(party, party)) return all;
  const AlikeAssets& own = alike_->assets()[alike_->parties()[party].of];
  for (std::size_t i = 0; i < own.count; ++i) all.reset(own.first + i);
  return all;
}

PartySet Meetings::seen(std::size_t party) const {
  PartySet all(alike_->size());
  for (LayerSet left = settings_[party].seeks; left != 0; left &= left - 1) {
    all |= on_[static_cast<std::size_t>(std::countr_zero(left))];
  }
  return all;
}

PartySet Meetings::seeing(std::size_t party) const {
  PartySet all(alike_->size());
  for (LayerSet left = settings_[party].on; left != 0; left &= left - 1) {
    all |= seeks_[static_cast<std::size_t>(std::countr_zero(left))];
  }
  return all;
}

PartySet Meetings::awake(std::size_t party) const {
  const Motion own = settings_[party].motion;
  const PartySet& movedByPhysics = motion_[static_cast<std::size_t>(Motion::Dynamic)];
  if (rule_.wakes == Wakes::Mover && own == Motion::Static) {
    return movedByPhysics | motion_[static_cast<std::size_t>(Motion::Kinematic)];
  }
  if (rule_.wakes == Wakes::Dynamic && own != Motion::Dynamic) return movedByPhysics;
  PartySet all(alike_->size());
  return all.set();
}

PartySet Meetings::met(std::size_t party) const {
  PartySet sight = seen(party);
  if (rule_.pairing == Pairing::Either) {
    sight |= seeing(party);
  } else {
    sight &= seeing(party);
  }
  return sight & awake(party) & possible(party);
}

PartySet Meetings::stopped(std::size_t party) const {
  if (settings_[party].duty != Duty::Stops) return PartySet(alike_->size());
  return met(party) & stops_;
}

PartySet Meetings::noticed(std::size_t party) const {
  PartySet told = met(party) & seen(party);
  if (settings_[party].duty == Duty::Stops) told -= stops_;
  return told;
}

PartySet Meetings::passed(std::size_t party) const {
  return possible(party) - met(party);
}

PartySet Meetings::meant(const Phrase& phrase) const {
  PartySet all(alike_->size());
  LayerSet layer = 0;
  if (phrase.of == PhraseOf::Layer) {
    const auto& layers = alike_->project().layers;
    const auto found = std::find(layers.begin(), layers.end(), phrase.name);
    if (found == layers.end()) return all;
    layer = LayerSet{1} << (found - layers.begin());
  }
  for (std::size_t i = 0; i < settings_.size(); ++i) {
    const Party& party = alike_->parties()[i].sample;
    if (!phrase.role.empty() && party.role->name != phrase.role) continue;
    const bool means = phrase.of == PhraseOf::All ||
                       (phrase.of == PhraseOf::Asset && party.asset->name == phrase.name) ||
                       (phrase.of == PhraseOf::Kind && party.asset->kind == phrase.name) ||
                       (phrase.of == PhraseOf::Layer && (settings_[i].on & layer) != 0);
    if (means) all.set(i);
  }
  return all;
}

}  // namespace amber
