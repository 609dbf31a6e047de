#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/layers/sentences/judging.h"
#include "core/project/edit.h"

namespace amber {

/// Parties by the names of asset and role, which outlive a project.
using PartyName = std::pair<std::string, std::string>;
using PairNames = std::vector<std::pair<PartyName, PartyName>>;

/// The most pairs that are named at once.
inline constexpr std::size_t kMostPairsNamed = 1000;

/// The pairs of parties that two alike ones stand for; at most so many.
PairNames namesOf(const Meetings& meetings, const AlikePair& pair,
                  std::size_t most = kMostPairsNamed);

/// All pairs that meet unasked as this one does: those of parties that are alike. Empty where it
/// does not.
PairNames unaskedLike(const Project& project, const std::pair<PartyName, PartyName>& pair);

/// The edits that write a sentence for each of the pairs that says what they do now; who is told
/// comes first. Pairs whose names are no longer there are passed over.
std::vector<Edit> expecting(const Project& project, const PairNames& pairs);

/// The edits that write a sentence for each that they pass. What then has to be changed is for the
/// sentence's fixes to say.
std::vector<Edit> expectingToPass(const Project& project, const PairNames& pairs);

}  // namespace amber
