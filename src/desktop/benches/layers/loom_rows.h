#pragma once

#include <set>
#include <string>
#include <vector>

#include "core/layers/parties.h"

namespace amber {

/// A row of the loom: a party, or several that are set alike, which open when they are wanted.
struct LoomRow {
  std::vector<std::size_t> parties;  ///< Indices of the parties; all have the same settings.
  std::string key;                   ///< Tells it from other rows, also after an edit elsewhere.
  bool gathered = false;             ///< Stands for several.
  bool open = false;                 ///< Its parties follow, a row each.
  bool within = false;               ///< One of those.

  bool operator==(const LoomRow&) const = default;
};

/// Which parties the loom shows.
struct LoomFilter {
  bool all = true;
  std::set<std::string> names;  ///< Else those of these names (see partyName).
};

/// The rows: in the order of the parties, those of one kind and role that are set alike gathered
/// where the first of them stands. `open` holds the keys of gathered rows that are open.
/// Cost: linear in the parties, with a logarithm.
std::vector<LoomRow> loomRows(const std::vector<Party>& parties, const LoomFilter& filter,
                              const std::set<std::string>& open);

/// What stands on a row: "chr_keeper" and "body", or "3 x tile" and "body".
struct LoomTitle {
  std::string who;
  std::string role;
};
LoomTitle titleOf(const LoomRow& row, const std::vector<Party>& parties);

}  // namespace amber
