#pragma once

#include <vector>

#include "core/layers/alike.h"
#include "core/project/values/expectation.h"

namespace amber {

/// What all alike participants do with each other: each question is answered for one participant
/// and all others at once.
class Meetings {
 public:
  /// Refers to the participants, which must outlive it. Cost: participants times layers.
  explicit Meetings(const ParticipantClasses& alike);

  const ParticipantClasses& alike() const { return *alike_; }
  const MeetingRule& rule() const { return rule_; }
  const ParticipantSettings& settings(std::size_t participant) const {
    return settings_[participant];
  }

  /// Gives a participant other settings. Cost: the layers.
  void change(std::size_t participant, const ParticipantSettings& settings);

  /// The participants that it can come together with; and among these the ones that it meets, stops
  /// with, notices, and passes. Cost: layers times participants over 64.
  ParticipantSet possible(std::size_t participant) const;
  ParticipantSet met(std::size_t participant) const;
  ParticipantSet stopped(std::size_t participant) const;
  ParticipantSet noticed(std::size_t participant) const;
  ParticipantSet passed(std::size_t participant) const;

  /// Those that a phrase means. Cost: linear in the participants.
  ParticipantSet meant(const Phrase& phrase) const;

 private:
  ParticipantSet seen(std::size_t participant) const;
  ParticipantSet seeing(std::size_t participant) const;
  ParticipantSet awake(std::size_t participant) const;
  void enter(std::size_t participant, bool in);

  const ParticipantClasses* alike_;
  MeetingRule rule_;
  std::vector<ParticipantSettings> settings_;
  std::vector<ParticipantSet> on_;      // By layer: those on it.
  std::vector<ParticipantSet> seeks_;   // By layer: those that seek it.
  std::vector<ParticipantSet> motion_;  // By motion.
  ParticipantSet stops_;                // Whose duty is to stop.
};

}  // namespace amber
