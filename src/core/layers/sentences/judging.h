#pragma once

#include <cstdint>
#include <utility>
#include <vector>

#include "core/layers/meetings.h"

namespace amber {

/// Whether what a sentence wants is so; `Empty`: it applies to no pair of parties.
enum class Verdict : std::uint8_t { Holds, Broken, Empty };

/// Two alike parties, by index; the first is not the larger.
using AlikePair = std::pair<std::size_t, std::size_t>;

/// What became of a sentence.
struct Judgement {
  Verdict verdict = Verdict::Empty;
  std::uint64_t pairs = 0;        ///< Pairs of parties that it speaks of.
  std::uint64_t brokenPairs = 0;  ///< Pairs that are not as it wants, also those of "only".
  std::vector<AlikePair> broken;  ///< Those pairs, in order, each once.
};

/// Judges a sentence.
/// 1. For each asset of who and each of whom that can come together: where each phrase names a
///    role, that pair of parties has the outcome; where one is left open, some pair of those meant
///    has it; `passes` wants it of all pairs.
/// 2. To notice is to be told: who of it sees whom.
/// 3. With `only`, no party outside whom has that outcome with a party of who.
/// 4. Assets that lack the role, or have no shape, are skipped. If a phrase then means no party, or
///    the only pairs are of an asset with itself that has no copies, the sentence is Empty, unless
///    it says `only`.
/// Cost: those of who times all parties over 64; with the broken pairs.
Judgement judged(const Expectation& expectation, const Meetings& meetings);

/// Whom the phrases of a sentence mean.
struct MeantParties {
  PartySet who;
  PartySet whom;
};
MeantParties meantBy(const Expectation& expectation, const Meetings& meetings);

/// Whether a sentence means others once parties are on other layers.
bool speaksOfLayers(const Expectation& expectation);

/// The verdict alone: the same, sooner. Requires: `meant` is what meantBy gives.
Verdict verdictOf(const Expectation& expectation, const Meetings& meetings, MeantParties meant);

/// The pairs of parties that a sentence speaks of: with each of who, those of whom that it can come
/// together with. Adds them to `spoken`, which has a set for each party.
void addSpoken(const Expectation& expectation, const Meetings& meetings,
               std::vector<PartySet>& spoken);

/// Pairs that meet and that no sentence speaks of, in order.
std::vector<AlikePair> unaskedPairs(const std::vector<Expectation>& expectations,
                                    const Meetings& meetings);

}  // namespace amber
