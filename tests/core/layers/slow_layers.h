#pragma once

#include <set>
#include <string>
#include <vector>

#include "core/layers/sentences/judging.h"

namespace amber::test {

/// The meaning of layers, implemented as slowly and plainly as it is defined: every instance in the
/// game, every pair of them, every rule.

struct SlowParticipant {
  const Asset* asset;
  std::string role;
  Duty duty;
  std::set<std::size_t> on;
  std::set<std::size_t> seeks;
};

inline std::set<std::size_t> slowLayers(const Project& project, LayerSet bits) {
  std::set<std::size_t> layers;
  for (std::size_t i = 0; i < project.layers.size(); ++i) {
    if ((bits & (LayerSet{1} << i)) != 0) layers.insert(i);
  }
  return layers;
}

inline std::vector<SlowParticipant> slowParticipants(const Project& project) {
  std::vector<SlowParticipant> participants;
  for (const auto& asset : project.assets) {
    for (const Role& role : project.roles) {
      bool has = false;
      for (const Frame& frame : asset->frames) {
        for (const FrameShape& shape : frame.shapes) has = has || shape.role == role.name;
      }
      if (!has) continue;
      Duty duty = role.duty;
      LayerSet on = role.on;
      LayerSet seeks = role.seeks;
      for (const Kind& kind : project.kinds) {
        if (kind.name != asset->kind) continue;
        for (const RoleSetting& one : kind.settings) {
          if (one.role != role.name) continue;
          if (one.duty) duty = *one.duty;
          if (one.on) on = *one.on;
          if (one.seeks) seeks = *one.seeks;
        }
      }
      for (const RoleSetting& one : asset->settings) {
        if (one.role != role.name) continue;
        if (one.duty) duty = *one.duty;
        if (one.on) on = *one.on;
        if (one.seeks) seeks = *one.seeks;
      }
      participants.push_back(
          {&*asset, role.name, duty, slowLayers(project, on), slowLayers(project, seeks)});
    }
  }
  return participants;
}

/// One copy of an asset in the game.
struct Instance {
  const Asset* asset;
  int copy;
};

inline std::vector<Instance> slowInstances(const Project& project) {
  std::vector<Instance> all;
  for (const auto& asset : project.assets) {
    all.push_back({&*asset, 0});
    if (asset->copies == Copies::Many) all.push_back({&*asset, 1});
  }
  return all;
}

inline bool slowSees(const SlowParticipant& a, const SlowParticipant& b) {
  for (const std::size_t layer : a.seeks) {
    if (b.on.count(layer) != 0) return true;
  }
  return false;
}

struct SlowAnswer {
  Outcome outcome = Outcome::Passes;
  bool firstTold = false;
  bool secondTold = false;
  bool firstStopped = false;
  bool secondStopped = false;
};

inline SlowAnswer slowAnswer(const Project& project, const SlowParticipant& a,
                             const SlowParticipant& b) {
  const auto moves = [](const SlowParticipant& p) { return p.asset->motion != Motion::Static; };
  const auto dynamic = [](const SlowParticipant& p) { return p.asset->motion == Motion::Dynamic; };
  const bool awake = project.wakes == Wakes::Any ||
                     (project.wakes == Wakes::Mover && (moves(a) || moves(b))) ||
                     (project.wakes == Wakes::Dynamic && (dynamic(a) || dynamic(b)));
  const bool there = slowSees(a, b);
  const bool back = slowSees(b, a);
  const bool meets = awake && (project.pairing == Pairing::Either ? there || back : there && back);
  SlowAnswer answer;
  if (!meets) return answer;
  if (a.duty == Duty::Stops && b.duty == Duty::Stops) {
    answer.outcome = Outcome::Stops;
    answer.firstStopped = moves(a);
    answer.secondStopped = moves(b);
  } else {
    answer.outcome = Outcome::Notices;
    answer.firstTold = there;
    answer.secondTold = back;
  }
  return answer;
}

inline bool slowMeans(const Project& project, const Phrase& phrase,
                      const SlowParticipant& participant) {
  if (!phrase.role.empty() && phrase.role != participant.role) return false;
  switch (phrase.of) {
    case PhraseOf::Asset:
      return participant.asset->name == phrase.name;
    case PhraseOf::Kind:
      return participant.asset->kind == phrase.name;
    case PhraseOf::Layer:
      for (const std::size_t layer : participant.on) {
        if (project.layers[layer] == phrase.name) return true;
      }
      return false;
    case PhraseOf::All:
      return true;
  }
  return false;
}

/// Whether the first and the second have the outcome of the verb.
inline bool slowDoes(const Project& project, Verb verb, const SlowParticipant& a,
                     const SlowParticipant& b) {
  const SlowAnswer answer = slowAnswer(project, a, b);
  switch (verb) {
    case Verb::StopsAt:
      return answer.outcome == Outcome::Stops;
    case Verb::Notices:
      return answer.outcome == Outcome::Notices && answer.firstTold;
    case Verb::Passes:
      return answer.outcome == Outcome::Passes;
  }
  return false;
}

/// A pair of participants as text, the same from both sides.
inline std::string slowPair(const SlowParticipant& a, const SlowParticipant& b) {
  const std::string first = a.asset->name + ":" + a.role;
  const std::string second = b.asset->name + ":" + b.role;
  return first < second ? first + " " + second : second + " " + first;
}

struct SlowJudgement {
  Verdict verdict = Verdict::Empty;
  std::set<std::string> pairs;
  std::set<std::string> broken;
};

inline SlowJudgement slowJudged(const Project& project, const Expectation& wanted) {
  SlowJudgement result;
  const std::vector<SlowParticipant> participants = slowParticipants(project);
  bool anyWho = false;
  bool anyWhom = false;
  for (const SlowParticipant& participant : participants) {
    anyWho = anyWho || slowMeans(project, wanted.who, participant);
    anyWhom = anyWhom || slowMeans(project, wanted.whom, participant);
  }
  if (!anyWho || !anyWhom) return result;
  const bool open = wanted.who.role.empty() || wanted.whom.role.empty();
  for (const Instance& from : slowInstances(project)) {
    for (const Instance& to : slowInstances(project)) {
      if (from.asset == to.asset && from.copy == to.copy) continue;
      std::set<std::string> pairs;
      std::set<std::string> wrong;
      bool some = false;
      for (const SlowParticipant& a : participants) {
        if (a.asset != from.asset || !slowMeans(project, wanted.who, a)) continue;
        for (const SlowParticipant& b : participants) {
          if (b.asset != to.asset) continue;
          const bool does = slowDoes(project, wanted.verb, a, b);
          if (!slowMeans(project, wanted.whom, b)) {
            if (wanted.only && does) result.broken.insert(slowPair(a, b));
            continue;
          }
          pairs.insert(slowPair(a, b));
          some = some || does;
          if (!does) wrong.insert(slowPair(a, b));
        }
      }
      result.pairs.insert(pairs.begin(), pairs.end());
      if (open && wanted.verb != Verb::Passes && some) continue;
      result.broken.insert(wrong.begin(), wrong.end());
    }
  }
  const bool applies = wanted.only || !result.pairs.empty();
  result.verdict = !result.broken.empty() ? Verdict::Broken
                   : applies              ? Verdict::Holds
                                          : Verdict::Empty;
  return result;
}

/// Pairs that meet and that no sentence speaks of.
inline std::set<std::string> slowUnasked(const Project& project) {
  std::set<std::string> asked;
  for (const Expectation& one : project.expectations) {
    const SlowJudgement judged = slowJudged(project, one);
    asked.insert(judged.pairs.begin(), judged.pairs.end());
  }
  std::set<std::string> unasked;
  const std::vector<SlowParticipant> participants = slowParticipants(project);
  for (const Instance& from : slowInstances(project)) {
    for (const Instance& to : slowInstances(project)) {
      if (from.asset == to.asset && from.copy == to.copy) continue;
      for (const SlowParticipant& a : participants) {
        for (const SlowParticipant& b : participants) {
          if (a.asset != from.asset || b.asset != to.asset) continue;
          if (slowAnswer(project, a, b).outcome == Outcome::Passes) continue;
          if (asked.count(slowPair(a, b)) == 0) unasked.insert(slowPair(a, b));
        }
      }
    }
  }
  return unasked;
}

}  // namespace amber::test
