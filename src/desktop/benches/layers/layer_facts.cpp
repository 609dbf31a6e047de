#include "desktop/benches/layers/layer_facts.h"

#include <algorithm>
#include <set>

#include "core/layers/reasons.h"

namespace amber {
namespace {

constexpr std::size_t kMostPairs = 20;
constexpr std::size_t kMostFixed = 60;
constexpr std::size_t kMostUnasked = 200;
constexpr std::size_t kMostConcerned = 400;

std::set<LoomThread> threadsOf(const Project& project) {
  std::set<LoomThread> threads;
  for (const Participant& participant : participantsOf(project)) {
    for (std::size_t bit = 0; bit < project.layers.size(); ++bit) {
      const std::string& layer = project.layers[bit];
      if ((participant.settings.on >> bit & 1) != 0)
        threads.insert({participantName(participant), layer, false});
      if ((participant.settings.seeks >> bit & 1) != 0)
        threads.insert({participantName(participant), layer, true});
    }
  }
  return threads;
}

void addNames(const Meetings& meetings, const ParticipantSet& set,
              std::vector<std::string>& names) {
  const ParticipantClasses& alike = meetings.alike();
  for (std::size_t i = set.find_first(); i != ParticipantSet::npos; i = set.find_next(i)) {
    const ParticipantClass& participant = alike.participants()[i];
    for (const std::size_t at : alike.assets()[participant.of].assets) {
      if (names.size() == kMostConcerned) return;
      names.push_back(alike.project().assets[at]->name + ":" + participant.sample.role->name);
    }
  }
}

SentenceFacts factsOf(const Meetings& meetings, const FixSearch& search, std::size_t k,
                      bool findFixes) {
  const Project& project = meetings.alike().project();
  const Judgement& judgement = search.judgements()[k];
  const Expectation& sentence = project.expectations[k];
  SentenceFacts facts{
      judgement.verdict, judgement.pairs, judgement.brokenPairs, {}, {}, {}, {}, {}};
  ParticipantSet concerned(meetings.alike().size());
  switch (judgement.verdict) {
    case Verdict::Empty:
      facts.reason = emptyReason(meetings, sentence);
      break;
    case Verdict::Holds:
      break;
    case Verdict::Broken:
      facts.reason =
          shortAnswer(meetings, judgement.broken.front().first, judgement.broken.front().second);
      for (const AlikePair& pair : judgement.broken) {
        concerned.set(pair.first);
        concerned.set(pair.second);
        if (facts.broken.size() >= kMostPairs) continue;
        const PairNames names = namesOf(meetings, pair, kMostPairs);
        facts.broken.insert(facts.broken.end(), names.begin(), names.end());
      }
      break;
  }
  addNames(meetings, concerned, facts.concerned);
  if (judgement.verdict != Verdict::Broken || !findFixes) return facts;
  Fixes fixes = search.fixesFor(k);
  facts.contradicts = fixes.contradicts;
  facts.fixes = std::move(fixes.list);
  return facts;
}

}  // namespace

LayerFacts layerFactsOf(const Project& project) {
  LayerFacts facts;
  const auto alike = ParticipantClasses::of(project);
  if (!alike) {
    facts.trouble = alike.error().sentence;
    return facts;
  }
  const Meetings meetings(*alike);
  const FixSearch search(meetings);
  std::size_t fixed = 0;
  for (std::size_t k = 0; k < search.judgements().size(); ++k) {
    const bool broken = search.judgements()[k].verdict == Verdict::Broken;
    facts.sentences.push_back(factsOf(meetings, search, k, broken && fixed++ < kMostFixed));
  }
  for (const AlikePair& pair : unaskedPairs(project.expectations, meetings)) {
    if (facts.unasked.size() == kMostUnasked) break;
    facts.unasked.push_back({shortAnswer(meetings, pair.first, pair.second),
                             alike->pairsOf(pair.first, pair.second),
                             namesOf(meetings, pair, kMostPairs)});
  }
  return facts;
}

std::vector<std::string> participantsSpokenOf(const Project& project, const Expectation& sentence) {
  std::vector<std::string> names;
  const auto alike = ParticipantClasses::of(project);
  if (!alike) return names;
  const Meetings meetings(*alike);
  addNames(meetings, meetings.meant(sentence.who) | meetings.meant(sentence.whom), names);
  return names;
}

std::vector<LoomThread> threadsAdded(const Project& before, const Project& after) {
  const std::set<LoomThread> old = threadsOf(before);
  std::vector<LoomThread> added;
  for (const LoomThread& thread : threadsOf(after)) {
    if (old.count(thread) == 0) added.push_back(thread);
  }
  return added;
}

}  // namespace amber
