#pragma once

#include <vector>

#include "core/layers/alike.h"
#include "core/project/values/expectation.h"

namespace amber {

/// What all alike parties do with each other: each question is answered for one party and all
/// others at once.
class Meetings {
 public:
  /// Refers to the parties, which must outlive it. Cost: parties times layers.
  explicit Meetings(const AlikeParties& alike);

  const AlikeParties& alike() const { return *alike_; }
  const MeetingRule& rule() const { return rule_; }
  const PartySettings& settings(std::size_t party) const { return settings_[party]; }

  /// Gives a party other settings. Cost: the layers.
  void change(std::size_t party, const PartySettings& settings);

  /// Those that it can come together with, and of them those that it meets; that it stops with;
  /// that it notices and is told of; that it passes. Cost: layers times parties over 64.
  PartySet possible(std::size_t party) const;
  PartySet met(std::size_t party) const;
  PartySet stopped(std::size_t party) const;
  PartySet noticed(std::size_t party) const;
  PartySet passed(std::size_t party) const;

  /// Those that a phrase means. Cost: linear in the parties.
  PartySet meant(const Phrase& phrase) const;

 private:
  PartySet seen(std::size_t party) const;
  PartySet seeing(std::size_t party) const;
  PartySet awake(std::size_t party) const;
  void enter(std::size_t party, bool in);

  const AlikeParties* alike_;
  MeetingRule rule_;
  std::vector<PartySettings> settings_;
  std::vector<PartySet> on_;      // By layer: those on it.
  std::vector<PartySet> seeks_;   // By layer: those that seek it.
  std::vector<PartySet> motion_;  // By motion.
  PartySet stops_;                // Whose duty is to stop.
};

}  // namespace amber
