#pragma once

#include <set>
#include <string>
#include <vector>

#include "core/layers/participants.h"

namespace amber {

/// A row of the loom: a participant, or several that are set alike, which open when they are
/// wanted.
struct LoomRow {
  std::vector<std::size_t>
      participants;       ///< Indices of the participants; all have the same settings.
  std::string key;        ///< Identifies the row, also after an edit elsewhere.
  bool gathered = false;  ///< The row represents several participants.
  bool open = false;      ///< Its participants follow, a row each.
  bool within = false;    ///< One of those.

  bool operator==(const LoomRow&) const = default;
};

/// Which participants the loom shows.
struct LoomFilter {
  bool all = true;
  std::set<std::string> names;  ///< Else those of these names (see participantName).
};

/// The rows: in the order of the participants, those of one kind and role that are set alike
/// gathered where the first of them stands. `open` holds the keys of gathered rows that are open.
/// Cost: linear in the participants, with a logarithm.
std::vector<LoomRow> loomRows(const std::vector<Participant>& participants,
                              const LoomFilter& filter, const std::set<std::string>& open);

/// The text of a row: "chr_keeper" and "body", or "3 x tile" and "body".
struct LoomTitle {
  std::string who;
  std::string role;
};
LoomTitle titleOf(const LoomRow& row, const std::vector<Participant>& participants);

}  // namespace amber
