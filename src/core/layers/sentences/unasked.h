#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/layers/sentences/judging.h"
#include "core/project/edit.h"

namespace amber {

/// Participants by the names of asset and role, which outlive a project.
using ParticipantName = std::pair<std::string, std::string>;
using PairNames = std::vector<std::pair<ParticipantName, ParticipantName>>;

/// The most pairs that are named at once.
inline constexpr std::size_t kMostPairsNamed = 1000;

/// The pairs that two equivalence classes stand for, at most `most`.
PairNames namesOf(const Meetings& meetings, const AlikePair& pair,
                  std::size_t most = kMostPairsNamed);

/// All pairs that meet unasked as this one does: those of participants that are alike. Empty where
/// it does not.
PairNames unaskedLike(const Project& project,
                      const std::pair<ParticipantName, ParticipantName>& pair);

/// The edits that add an expectation of the current outcome for each pair, with the side that
/// notices first. Pairs with names that no longer exist are skipped.
std::vector<Edit> expecting(const Project& project, const PairNames& pairs);

/// The edits that add an expectation that each pair passes. The fixes of the expectations then
/// change the settings.
std::vector<Edit> expectingToPass(const Project& project, const PairNames& pairs);

}  // namespace amber
