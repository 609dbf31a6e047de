#include "core/layers/alike.h"

#include <map>
#include <string>
#include <unordered_set>

namespace amber {
namespace {

constexpr std::size_t kMostParticipants = 8192;

// Everything that distinguishes assets, as comparable bytes.
std::string signatureOf(const Asset& asset, const Participant* participants, std::size_t count,
                        bool named) {
  std::string text = asset.kind;
  text += '\0';
  text += static_cast<char>(asset.copies);
  const auto add = [&](std::uint32_t value) {
    for (int shift = 0; shift < 32; shift += 8) text += static_cast<char>(value >> shift);
  };
  for (std::size_t i = 0; i < count; ++i) {
    const Participant& participant = participants[i];
    text += participant.role->name;
    text += '\0';
    add(participant.settings.on);
    add(participant.settings.seeks);
    for (const auto part :
         {static_cast<int>(participant.settings.duty),
          static_cast<int>(participant.settings.motion), static_cast<int>(participant.dutyFrom),
          static_cast<int>(participant.onFrom), static_cast<int>(participant.seeksFrom)}) {
      text += static_cast<char>(part);
    }
  }
  if (named) add(asset.id.value);
  return text;
}

std::unordered_set<std::string_view> namedAssets(const Project& project) {
  std::unordered_set<std::string_view> named;
  for (const Expectation& one : project.expectations) {
    for (const Phrase* phrase : {&one.who, &one.whom}) {
      if (phrase->of == PhraseOf::Asset) named.insert(phrase->name);
    }
  }
  return named;
}

}  // namespace

Result<ParticipantClasses> ParticipantClasses::of(const Project& project) {
  ParticipantClasses alike;
  alike.project_ = &project;
  const auto named = namedAssets(project);
  const std::vector<Participant> participants = participantsOf(project);
  std::map<std::string, std::size_t> places;
  std::size_t next = 0;
  for (std::size_t i = 0; i < project.assets.size(); ++i) {
    const Asset& asset = *project.assets[i];
    const std::size_t first = next;
    while (next < participants.size() && participants[next].asset == &asset) ++next;
    if (next == first) continue;
    const auto [place, isNew] = places.try_emplace(
        signatureOf(asset, &participants[first], next - first, named.count(asset.name) != 0),
        alike.assets_.size());
    if (isNew) {
      if (alike.participants_.size() + next - first > kMostParticipants) {
        return failure(
            ErrorCode::BadValue,
            "more than 8,192 roles of assets have different settings of layers; set them "
            "by kind or role");
      }
      alike.assets_.push_back({{}, alike.participants_.size(), next - first});
      for (std::size_t p = first; p < next; ++p) {
        alike.participants_.push_back({place->second, participants[p]});
      }
    }
    alike.assets_[place->second].assets.push_back(i);
  }
  return alike;
}

bool ParticipantClasses::canMeet(std::size_t a, std::size_t b) const {
  if (participants_[a].of != participants_[b].of) return true;
  return copiesOf(a) > 1 || participants_[a].sample.asset->copies == Copies::Many;
}

std::uint64_t ParticipantClasses::pairsOf(std::size_t a, std::size_t b) const {
  const std::uint64_t count = copiesOf(a);
  if (participants_[a].of != participants_[b].of) return count * copiesOf(b);
  const std::uint64_t own = participants_[a].sample.asset->copies == Copies::Many ? count : 0;
  const std::uint64_t others = count * (count - 1);
  return (a == b ? others / 2 : others) + own;
}

}  // namespace amber
