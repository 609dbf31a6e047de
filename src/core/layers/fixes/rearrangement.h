#pragma once

#include <optional>
#include <string>

#include "core/layers/sentences/judging.h"
#include "core/layers/weaving/settings_edits.h"
#include "core/layers/weaving/sight_demands.h"

namespace amber {

/// A rearrangement of all layers that satisfies one more expectation.
struct Rearrangement {
  std::optional<Layering> layering;  ///< With duties and motions; nothing where there is none.
  /// Then the sentences that are in the way, by number from 0; itself where it cannot hold alone.
  Contradiction contradicts;
};

/// Looks for an arrangement in which the sentence holds, and every other that holds now; pairs that
/// none speaks of go on doing what they do, as far as their duties let them. Duties and motions of
/// the participants concerned may change.
/// Cost: bounded; for more than 160 alike participants it is not tried, and neither is found.
Rearrangement rearranged(const Meetings& meetings, const std::vector<Judgement>& judgements,
                         std::size_t sentence);

/// The edits that make it so. Requires: it has a layering.
std::vector<Edit> editsOf(const Rearrangement& arrangement, const ParticipantClasses& alike);

std::string textOf(const Rearrangement& arrangement);

}  // namespace amber
