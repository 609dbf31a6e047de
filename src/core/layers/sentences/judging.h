#pragma once

#include <cstdint>
#include <utility>
#include <vector>

#include "core/layers/meetings.h"

namespace amber {

/// Whether an expectation holds. `Empty`: it applies to no pair.
enum class Verdict : std::uint8_t { Holds, Broken, Empty };

/// Two alike participants, by index; the first is not the larger.
using AlikePair = std::pair<std::size_t, std::size_t>;

/// What became of a sentence.
struct Judgement {
  Verdict verdict = Verdict::Empty;
  std::uint64_t pairs = 0;        ///< Pairs of participants that it speaks of.
  std::uint64_t brokenPairs = 0;  ///< Pairs that break it, including those excluded by "only".
  std::vector<AlikePair> broken;  ///< Those pairs, in order, each once.
};

/// Checks an expectation.
/// 1. For each asset of `who` and each of `whom` that can come together: if both phrases name a
///    role, that pair has the outcome; if one role is open, at least one of the pairs has it;
///    `passes` requires it of all pairs.
/// 2. `notices` requires that `who` notices: it seeks a layer of `whom`.
/// 3. With `only`, no participant outside `whom` has that outcome with `who`.
/// 4. Assets without the role or without a shape are skipped. If a phrase then means no
///    participant, or the only pairs are of an asset with itself that has no copies, the
///    expectation is Empty, unless it has `only`.
/// Cost: the participants of `who` times all participants over 64; with the broken pairs.
Judgement judged(const Expectation& expectation, const Meetings& meetings);

/// Whom the phrases of a sentence mean.
struct MeantParticipants {
  ParticipantSet who;
  ParticipantSet whom;
};
MeantParticipants meantBy(const Expectation& expectation, const Meetings& meetings);

/// Whether a sentence means others once participants are on other layers.
bool speaksOfLayers(const Expectation& expectation);

/// The verdict alone: the same, sooner. Requires: `meant` is what meantBy gives.
Verdict verdictOf(const Expectation& expectation, const Meetings& meetings,
                  MeantParticipants meant);

/// The pairs of participants that a sentence speaks of: with each of who, those of whom that it can
/// come together with. Adds them to `spoken`, which has a set for each participant.
void addSpoken(const Expectation& expectation, const Meetings& meetings,
               std::vector<ParticipantSet>& spoken);

/// Pairs that meet and that no sentence speaks of, in order.
std::vector<AlikePair> unaskedPairs(const std::vector<Expectation>& expectations,
                                    const Meetings& meetings);

}  // namespace amber
