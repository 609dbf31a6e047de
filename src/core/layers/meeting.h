#pragma once

#include <cstdint>
#include <optional>

#include "core/project/values/layering.h"

namespace amber {

/// The settings of a participant that decide its meetings.
struct ParticipantSettings {
  Duty duty = Duty::Stops;
  LayerSet on = 1;
  LayerSet seeks = 1;
  Motion motion = Motion::Static;

  bool operator==(const ParticipantSettings&) const = default;
};

/// The game's rule for all pairs.
struct MeetingRule {
  Pairing pairing = Pairing::Either;
  Wakes wakes = Wakes::Mover;

  bool operator==(const MeetingRule&) const = default;
};

/// What comes of two participants.
enum class Outcome : std::uint8_t { Stops, Notices, Passes };

/// Why two participants pass each other: the game's rule lets the pair sleep, neither sees the
/// other, or one sees the other where both have to.
enum class PassReason : std::uint8_t { Asleep, Unseen, OneSided };

/// Some of the two sides of a pair.
struct Sides {
  bool a = false;
  bool b = false;

  bool any() const { return a || b; }
  bool both() const { return a && b; }
  bool operator==(const Sides&) const = default;
};

/// What two participants do with each other.
struct Answer {
  Outcome outcome = Outcome::Passes;
  Sides stopped = {};                  ///< Of those that stop: what is not static.
  Sides told = {};                     ///< Of those that notice: what sees the other.
  std::optional<PassReason> why = {};  ///< Only when they pass.

  bool operator==(const Answer&) const = default;
};

/// Whether `a` sees `b`: it seeks a layer that `b` is on.
constexpr bool sees(const ParticipantSettings& a, const ParticipantSettings& b) {
  return (a.seeks & b.on) != 0;
}

/// Whether the rule lets the two meet at all.
bool awake(Motion a, Motion b, Wakes wakes);

/// What comes of the two.
/// 1. It is symmetric: with the sides changed, so is the answer.
/// 2. They meet when they are awake and, by the pairing, either or both see the other. Both duties
///    being stops they stop, else they notice; otherwise they pass, with why.
Answer answerFor(const ParticipantSettings& a, const ParticipantSettings& b,
                 const MeetingRule& rule);

/// The answer seen from the other side.
Answer swapped(Answer answer);

}  // namespace amber
