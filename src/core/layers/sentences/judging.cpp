#include "core/layers/sentences/judging.h"

#include <algorithm>

namespace amber {
namespace {

class Judging {
 public:
  // With `verdictOnly` it ends at the first pair that is not as wanted.
  Judging(const Expectation& expectation, const Meetings& meetings, MeantParticipants meant,
          bool verdictOnly)
      : wanted_(expectation),
        meetings_(meetings),
        verdictOnly_(verdictOnly),
        who_(std::move(meant.who)),
        whom_(std::move(meant.whom)) {}

  Judgement run() {
    if (who_.none() || whom_.none()) return {};
    if (!verdictOnly_) countPairs();
    if (wanted_.verb == Verb::Passes || !leavesRoleOpen()) {
      eachOfWho(
          [&](std::size_t who) { addBroken(who, (whom_ & meetings_.possible(who)) - as(who)); });
    } else {
      judgeOpenRoles();
    }
    if (wanted_.only) {
      eachOfWho([&](std::size_t who) { addBroken(who, as(who) - whom_); });
    }
    return finished();
  }

 private:
  template <class Visit>
  void eachOfWho(const Visit& visit) const {
    eachOf(who_, [&](std::size_t who) {
      if (!decided()) visit(who);
    });
  }

  bool decided() const { return verdictOnly_ && !broken_.empty(); }

  // A layer's participants may be several of one asset, as those of an asset may.
  bool leavesRoleOpen() const { return wanted_.who.role.empty() || wanted_.whom.role.empty(); }

  // Those with which this one of who has the outcome.
  ParticipantSet as(std::size_t who) const {
    switch (wanted_.verb) {
      case Verb::StopsAt:
        return meetings_.stopped(who);
      case Verb::Notices:
        return meetings_.noticed(who);
      case Verb::Passes:
        break;
    }
    return meetings_.passed(who);
  }

  void countPairs() {
    const ParticipantSet either = who_ | whom_;
    eachOf(either, [&](std::size_t a) {
      ParticipantSet with(either.size());
      if (who_.test(a)) with |= whom_;
      if (whom_.test(a)) with |= who_;
      eachOf(with, [&](std::size_t b) {
        if (a <= b) judgement_.pairs += meetings_.alike().pairsOf(a, b);
      });
    });
  }

  void judgeOpenRoles() {
    const ParticipantClasses& alike = meetings_.alike();
    for (const AlikeAssets& from : alike.assets()) {
      ParticipantSet reached(alike.size());
      std::vector<std::size_t> who;
      for (std::size_t i = from.first; i < from.first + from.count; ++i) {
        if (!who_.test(i)) continue;
        who.push_back(i);
        reached |= as(i);
      }
      if (who.empty()) continue;
      if (decided()) return;
      const ParticipantSet possible = meetings_.possible(who.front()) & whom_;
      for (std::size_t b = possible.find_first(); b != ParticipantSet::npos;) {
        const AlikeAssets& to = alike.assets()[alike.participants()[b].of];
        const std::size_t end = to.first + to.count;
        bool some = false;
        const std::size_t begin = b;
        for (; b != ParticipantSet::npos && b < end; b = possible.find_next(b))
          some |= reached.test(b);
        if (some) continue;
        for (std::size_t i = begin; i < end; ++i) {
          if (!possible.test(i)) continue;
          for (const std::size_t a : who) broken_.emplace_back(std::min(a, i), std::max(a, i));
        }
      }
    }
  }

  void addBroken(std::size_t who, const ParticipantSet& others) {
    eachOf(others, [&](std::size_t other) {
      broken_.emplace_back(std::min(who, other), std::max(who, other));
    });
  }

  Judgement finished() {
    std::sort(broken_.begin(), broken_.end());
    broken_.erase(std::unique(broken_.begin(), broken_.end()), broken_.end());
    for (const auto& [a, b] : broken_) judgement_.brokenPairs += meetings_.alike().pairsOf(a, b);
    judgement_.verdict = verdict();
    judgement_.broken = std::move(broken_);
    return std::move(judgement_);
  }

  // An asset without copies never meets itself, so an expectation about such pairs only has no
  // meaning.
  Verdict verdict() const {
    if (!broken_.empty()) return Verdict::Broken;
    return wanted_.only || judgement_.pairs > 0 || (verdictOnly_ && hasPair()) ? Verdict::Holds
                                                                               : Verdict::Empty;
  }

  bool hasPair() const {
    for (std::size_t a = who_.find_first(); a != ParticipantSet::npos; a = who_.find_next(a)) {
      for (std::size_t b = whom_.find_first(); b != ParticipantSet::npos; b = whom_.find_next(b)) {
        if (meetings_.alike().pairsOf(std::min(a, b), std::max(a, b)) > 0) return true;
      }
    }
    return false;
  }

  const Expectation& wanted_;
  const Meetings& meetings_;
  bool verdictOnly_;
  ParticipantSet who_;
  ParticipantSet whom_;
  std::vector<AlikePair> broken_;
  Judgement judgement_;
};

}  // namespace

MeantParticipants meantBy(const Expectation& expectation, const Meetings& meetings) {
  return {meetings.meant(expectation.who), meetings.meant(expectation.whom)};
}

bool speaksOfLayers(const Expectation& expectation) {
  return expectation.who.of == PhraseOf::Layer || expectation.whom.of == PhraseOf::Layer;
}

Judgement judged(const Expectation& expectation, const Meetings& meetings) {
  return Judging(expectation, meetings, meantBy(expectation, meetings), false).run();
}

Verdict verdictOf(const Expectation& expectation, const Meetings& meetings,
                  MeantParticipants meant) {
  return Judging(expectation, meetings, std::move(meant), true).run().verdict;
}

void addSpoken(const Expectation& expectation, const Meetings& meetings,
               std::vector<ParticipantSet>& spoken) {
  const ParticipantSet who = meetings.meant(expectation.who);
  const ParticipantSet whom = meetings.meant(expectation.whom);
  eachOf(who, [&](std::size_t i) { spoken[i] |= whom; });
  eachOf(whom, [&](std::size_t i) { spoken[i] |= who; });
}

std::vector<AlikePair> unaskedPairs(const std::vector<Expectation>& expectations,
                                    const Meetings& meetings) {
  const std::size_t count = meetings.alike().size();
  std::vector<ParticipantSet> spoken(count, ParticipantSet(count));
  for (const Expectation& one : expectations) addSpoken(one, meetings, spoken);
  std::vector<AlikePair> unasked;
  for (std::size_t a = 0; a < count; ++a) {
    eachOf(meetings.met(a) - spoken[a], [&](std::size_t b) {
      if (a <= b) unasked.emplace_back(a, b);
    });
  }
  return unasked;
}

}  // namespace amber
