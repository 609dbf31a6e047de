#include "desktop/benches/layers/loom_rows.h"

#include <map>

namespace amber {
namespace {

std::string alikeKey(const Participant& participant) {
  const ParticipantSettings& s = participant.settings;
  return participant.asset->kind + '\n' + participant.role->name + '\n' + std::to_string(s.on) +
         '\n' + std::to_string(s.seeks) + '\n' + std::to_string(static_cast<int>(s.duty)) +
         std::to_string(static_cast<int>(s.motion));
}

}  // namespace

std::vector<LoomRow> loomRows(const std::vector<Participant>& participants,
                              const LoomFilter& filter, const std::set<std::string>& open) {
  std::vector<LoomRow> gathered;
  std::map<std::string, std::size_t> places;
  for (std::size_t i = 0; i < participants.size(); ++i) {
    if (!filter.all && filter.names.count(participantName(participants[i])) == 0) continue;
    const std::string key = alikeKey(participants[i]);
    const auto [place, isNew] = places.try_emplace(key, gathered.size());
    if (isNew) gathered.push_back({{}, key});
    gathered[place->second].participants.push_back(i);
  }
  std::vector<LoomRow> rows;
  for (LoomRow& row : gathered) {
    if (row.participants.size() == 1) {
      row.key = participantName(participants[row.participants.front()]);
      rows.push_back(std::move(row));
      continue;
    }
    row.gathered = true;
    row.open = open.count(row.key) != 0;
    rows.push_back(row);
    if (!row.open) continue;
    for (const std::size_t participant : row.participants) {
      rows.push_back(
          {{participant}, participantName(participants[participant]), false, false, true});
    }
  }
  return rows;
}

LoomTitle titleOf(const LoomRow& row, const std::vector<Participant>& participants) {
  const Participant& first = participants[row.participants.front()];
  if (!row.gathered) return {first.asset->name, first.role->name};
  return {std::to_string(row.participants.size()) + " x " + first.asset->kind, first.role->name};
}

}  // namespace amber
