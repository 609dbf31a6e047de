#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/layers/judging.h"
#include "core/project/edit.h"

namespace amber {

/// Parties by the names of asset and role, which outlive a project.
using PartyName = std::pair<std::string, std::string>;
using PairNames = std::vector<std::pair<PartyName, PartyName>>;

/// The pairs of parties that two alike ones stand for; at most 1,000.
PairNames namesOf(const Meetings& meetings, const AlikePair& pair);

/// The edits that write a sentence for each of the pairs that says what they do now; who is told
/// comes first. Pairs whose names are no longer there are passed over.
std::vector<Edit> expecting(const Project& project, const PairNames& pairs);

/// The edits that write a sentence for each that they pass. What then has to be changed is for the
/// sentence's fixes to say.
std::vector<Edit> expectingToPass(const Project& project, const PairNames& pairs);

}  // namespace amber
