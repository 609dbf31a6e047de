#pragma once

#include <string>
#include <vector>

#include "core/layers/fixes/fixes.h"
#include "core/layers/sentences/unasked.h"

namespace amber {

/// A thread that a fix would put or take, by names.
struct LoomThread {
  std::string participant;  ///< As participantName.
  std::string layer;
  bool seeks = false;  ///< Else it is on the layer.

  auto operator<=>(const LoomThread&) const = default;
};

/// What the bench shows of one sentence.
struct SentenceFacts {
  Verdict verdict = Verdict::Empty;
  std::uint64_t pairs = 0;
  std::uint64_t brokenPairs = 0;
  std::string reason;  ///< The short reason.
  PairNames broken;    ///< Some of its broken pairs.
  std::vector<Fix> fixes;
  Contradiction contradicts;
  std::vector<std::string> concerned;  ///< Participants of the broken pairs.
};

/// A meeting that no sentence speaks of.
struct UnaskedFacts {
  std::string text;
  std::uint64_t count = 0;  ///< Of pairs.
  PairNames pairs;          ///< Some of them.
};

/// Results that are computed in the background.
struct LayerFacts {
  std::vector<SentenceFacts> sentences;
  std::vector<UnaskedFacts> unasked;
  std::string trouble;  ///< Why nothing could be found out.
};

/// Cost: as judging all sentences and looking for fixes of the broken ones.
LayerFacts layerFactsOf(const Project& project);

/// The participants that a sentence speaks of, by name; at most 400.
std::vector<std::string> participantsSpokenOf(const Project& project, const Expectation& sentence);

/// The threads that participants have after and not before.
std::vector<LoomThread> threadsAdded(const Project& before, const Project& after);

}  // namespace amber
