#include "desktop/benches/layers/loom_rows.h"

#include <map>

namespace amber {
namespace {

std::string alikeKey(const Party& party) {
  const PartySettings& s = party.settings;
  return party.asset->kind + '\n' + party.role->name + '\n' + std::to_string(s.on) + '\n' +
         std::to_string(s.seeks) + '\n' + std::to_string(static_cast<int>(s.duty)) +
         std::to_string(static_cast<int>(s.motion));
}

}  // namespace

std::vector<LoomRow> loomRows(const std::vector<Party>& parties, const LoomFilter& filter,
                              const std::set<std::string>& open) {
  std::vector<LoomRow> gathered;
  std::map<std::string, std::size_t> places;
  for (std::size_t i = 0; i < parties.size(); ++i) {
    if (!filter.all && filter.names.count(partyName(parties[i])) == 0) continue;
    const std::string key = alikeKey(parties[i]);
    const auto [place, isNew] = places.try_emplace(key, gathered.size());
    if (isNew) gathered.push_back({{}, key});
    gathered[place->second].parties.push_back(i);
  }
  std::vector<LoomRow> rows;
  for (LoomRow& row : gathered) {
    if (row.parties.size() == 1) {
      row.key = partyName(parties[row.parties.front()]);
      rows.push_back(std::move(row));
      continue;
    }
    row.gathered = true;
    row.open = open.count(row.key) != 0;
    rows.push_back(row);
    if (!row.open) continue;
    for (const std::size_t party : row.parties) {
      rows.push_back({{party}, partyName(parties[party]), false, false, true});
    }
  }
  return rows;
}

LoomTitle titleOf(const LoomRow& row, const std::vector<Party>& parties) {
  const Party& first = parties[row.parties.front()];
  if (!row.gathered) return {first.asset->name, first.role->name};
  return {std::to_string(row.parties.size()) + " x " + first.asset->kind, first.role->name};
}

}  // namespace amber
