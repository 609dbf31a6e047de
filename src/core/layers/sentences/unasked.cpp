#include "core/layers/sentences/unasked.h"

#include <algorithm>
#include <unordered_set>

namespace amber {
namespace {

Phrase phraseOf(const ParticipantName& name) {
  return {PhraseOf::Asset, name.first, name.second};
}

// A key that is different for different expectations.
std::string keyOf(const Expectation& one) {
  std::string key;
  for (const Phrase* phrase : {&one.who, &one.whom}) {
    key += std::to_string(static_cast<int>(phrase->of)) + phrase->name + '\n' + phrase->role + '\n';
  }
  return key + std::to_string(static_cast<int>(one.verb)) + (one.only ? "o" : "");
}

// More than a project may hold are refused by whoever applies the edit, so that none are looked at
// beyond that.
std::vector<Edit> adding(const Project& project, std::vector<Expectation> sentences) {
  std::vector<Expectation> all = project.expectations;
  std::unordered_set<std::string> known;
  for (const Expectation& one : all) known.insert(keyOf(one));
  for (Expectation& one : sentences) {
    if (all.size() > kMostExpectations) break;
    if (known.insert(keyOf(one)).second) all.push_back(std::move(one));
  }
  return {SetExpectations{std::move(all)}};
}

}  // namespace

PairNames namesOf(const Meetings& meetings, const AlikePair& pair, std::size_t most) {
  const ParticipantClasses& alike = meetings.alike();
  const auto& assets = alike.project().assets;
  const ParticipantClass& a = alike.participants()[pair.first];
  const ParticipantClass& b = alike.participants()[pair.second];
  PairNames names;
  for (const std::size_t x : alike.assets()[a.of].assets) {
    for (const std::size_t y : alike.assets()[b.of].assets) {
      if (x == y && assets[x]->copies == Copies::One) continue;
      // Of one alike participant with itself, each two once.
      if (pair.first == pair.second && y < x) continue;
      if (names.size() == most) return names;
      names.push_back(
          {{assets[x]->name, a.sample.role->name}, {assets[y]->name, b.sample.role->name}});
    }
  }
  return names;
}

PairNames unaskedLike(const Project& project,
                      const std::pair<ParticipantName, ParticipantName>& pair) {
  const auto alike = ParticipantClasses::of(project);
  if (!alike) return {};
  const Meetings meetings(*alike);
  for (const AlikePair& one : unaskedPairs(project.expectations, meetings)) {
    PairNames names = namesOf(meetings, one);
    if (std::find(names.begin(), names.end(), pair) != names.end()) return names;
  }
  return {};
}

std::vector<Edit> expecting(const Project& project, const PairNames& pairs) {
  std::vector<Expectation> sentences;
  for (const auto& [a, b] : pairs) {
    if (sentences.size() > kMostExpectations) break;
    const Asset* first = findAsset(project, a.first);
    const Asset* second = findAsset(project, b.first);
    const Role* firstRole = findRole(project, a.second);
    const Role* secondRole = findRole(project, b.second);
    if (first == nullptr || second == nullptr || firstRole == nullptr || secondRole == nullptr) {
      continue;
    }
    const Answer answer =
        answerFor(participantOf(project, *first, *firstRole).settings,
                  participantOf(project, *second, *secondRole).settings, ruleOf(project));
    Expectation one{phraseOf(a), Verb::StopsAt, phraseOf(b)};
    if (answer.outcome == Outcome::Passes) one.verb = Verb::Passes;
    if (answer.outcome == Outcome::Notices) {
      one.verb = Verb::Notices;
      if (!answer.told.a) std::swap(one.who, one.whom);
    }
    sentences.push_back(std::move(one));
  }
  return adding(project, std::move(sentences));
}

std::vector<Edit> expectingToPass(const Project& project, const PairNames& pairs) {
  std::vector<Expectation> sentences;
  for (const auto& [a, b] : pairs) sentences.push_back({phraseOf(a), Verb::Passes, phraseOf(b)});
  return adding(project, std::move(sentences));
}

}  // namespace amber
