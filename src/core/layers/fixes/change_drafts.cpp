#include "core/layers/fixes/change_drafts.h"

#include <algorithm>
#include <bit>
#include <map>

namespace amber {
namespace {

// A broken pair, who first.
struct Pair {
  std::size_t who = 0;
  std::size_t whom = 0;

  auto operator<=>(const Pair&) const = default;
};

using Parts = std::vector<ChangeDraft>;

// Both changes as one, for every two of them.
Parts combined(const Parts& first, const Parts& second) {
  Parts all;
  for (const ChangeDraft& a : first) {
    for (const ChangeDraft& b : second) {
      ChangeDraft& both = all.emplace_back(a);
      both.settings.insert(both.settings.end(), b.settings.begin(), b.settings.end());
      both.motions.insert(both.motions.end(), b.motions.begin(), b.motions.end());
      both.newLayer = a.newLayer || b.newLayer;
    }
  }
  return all;
}

class Drafting {
 public:
  Drafting(const Expectation& sentence, const Meetings& meetings)
      : sentence_(sentence),
        meetings_(meetings),
        count_(meetings.alike().size()),
        mutual_(meetings.rule().pairing == Pairing::Both),
        who_(meetings.meant(sentence.who)),
        whom_(meetings.meant(sentence.whom)) {
    const std::size_t layers = meetings.alike().project().layers.size();
    if (layers < 32) newLayer_ = LayerSet{1} << layers;
  }

  Parts run(const Judgement& judgement) {
    std::vector<Pair> wanted;   // pairs of who and whom that are not as wanted
    std::vector<Pair> outside;  // pairs of who and others that "only" rules out
    for (const AlikePair& pair : judgement.broken) sort(pair, wanted, outside);
    Parts drafts{ChangeDraft{}};
    if (!wanted.empty()) {
      drafts = combined(drafts, sentence_.verb == Verb::Passes
                                    ? partings(wanted)
                                    : meetingWays(sentence_.verb, nearest(wanted)));
    }
    if (!outside.empty()) {
      drafts = combined(drafts, sentence_.verb == Verb::Passes ? meetingWays(Verb::Passes, outside)
                                                               : outsidePartings(outside));
    }
    Parts all;
    for (ChangeDraft& draft : drafts) {
      for (const ChangeLevel level : {ChangeLevel::Asset, ChangeLevel::Kind, ChangeLevel::Role}) {
        draft.level = level;
        all.push_back(draft);
      }
    }
    return all;
  }

 private:
  const ParticipantSettings& at(std::size_t participant) const {
    return meetings_.settings(participant);
  }

  void sort(const AlikePair& pair, std::vector<Pair>& wanted, std::vector<Pair>& outside) const {
    for (const Pair one : {Pair{pair.first, pair.second}, Pair{pair.second, pair.first}}) {
      if (!who_.test(one.who)) continue;
      (whom_.test(one.whom) ? wanted : outside).push_back(one);
      if (pair.first == pair.second) break;
    }
  }

  bool asleep(const Pair& pair) const {
    return !awake(at(pair.who).motion, at(pair.whom).motion, meetings_.rule().wakes);
  }

  // How much must change until the pair does what the expectation requires.
  int distance(const Pair& pair) const {
    const bool both = at(pair.who).duty == Duty::Stops && at(pair.whom).duty == Duty::Stops;
    const int duty = sentence_.verb == Verb::Notices ? (both ? 2 : 0) : (both ? 0 : 2);
    const bool seen = sees(at(pair.who), at(pair.whom)) ||
                      (sentence_.verb != Verb::Notices && sees(at(pair.whom), at(pair.who)));
    return duty + (asleep(pair) ? 3 : 0) + (seen ? 0 : 1);
  }

  // Where roles are left open, the pair of each two assets that is nearest to what is wanted.
  std::vector<Pair> nearest(const std::vector<Pair>& wanted) const {
    if (!sentence_.who.role.empty() && !sentence_.whom.role.empty()) return wanted;
    const auto& participants = meetings_.alike().participants();
    std::map<Pair, Pair> best;
    for (const Pair& pair : wanted) {
      const Pair assets{participants[pair.who].of, participants[pair.whom].of};
      const auto [place, isNew] = best.try_emplace(assets, pair);
      if (!isNew && distance(pair) < distance(place->second)) place->second = pair;
    }
    std::vector<Pair> pairs;
    for (const auto& [assets, pair] : best) pairs.push_back(pair);
    return pairs;
  }

  ParticipantSet whoOf(const std::vector<Pair>& pairs) const {
    ParticipantSet set(count_);
    for (const Pair& pair : pairs) set.set(pair.who);
    return set;
  }

  ParticipantSet whomOf(const std::vector<Pair>& pairs) const {
    ParticipantSet set(count_);
    for (const Pair& pair : pairs) set.set(pair.whom);
    return set;
  }

  static ChangeDraft draftOf(std::vector<SettingChange> settings) {
    ChangeDraft draft;
    draft.settings = std::move(settings);
    return draft;
  }

  // --- meeting

  Parts meetingWays(Verb verb, const std::vector<Pair>& pairs) const {
    return combined(combined(dutyWays(verb, pairs), wakeWays(pairs)), sightWays(verb, pairs));
  }

  Parts dutyWays(Verb verb, const std::vector<Pair>& pairs) const {
    ParticipantSet who(count_);
    ParticipantSet whom(count_);
    for (const Pair& pair : pairs) {
      const bool whoStops = at(pair.who).duty == Duty::Stops;
      const bool whomStops = at(pair.whom).duty == Duty::Stops;
      if (verb == Verb::StopsAt) {
        if (!whoStops) who.set(pair.who);
        if (!whomStops) whom.set(pair.whom);
      } else if (verb == Verb::Notices && whoStops && whomStops) {
        who.set(pair.who);
        whom.set(pair.whom);
      }
    }
    if (who.none() && whom.none()) return {ChangeDraft{}};
    const auto change = [](const ParticipantSet& participants, Duty duty) {
      SettingChange one;
      one.participants = participants;
      one.duty = duty;
      return one;
    };
    if (verb == Verb::StopsAt) return {draftOf({change(who | whom, Duty::Stops)})};
    return {draftOf({change(who, Duty::Notices)}), draftOf({change(whom, Duty::Notices)})};
  }

  Parts wakeWays(const std::vector<Pair>& pairs) const {
    std::vector<Pair> sleeping;
    std::copy_if(pairs.begin(), pairs.end(), std::back_inserter(sleeping),
                 [&](const Pair& pair) { return asleep(pair); });
    if (sleeping.empty()) return {ChangeDraft{}};
    const Motion motion =
        meetings_.rule().wakes == Wakes::Dynamic ? Motion::Dynamic : Motion::Kinematic;
    ChangeDraft first;
    first.motions = {{whoOf(sleeping), motion}};
    ChangeDraft second;
    second.motions = {{whomOf(sleeping), motion}};
    return {first, second};
  }

  Parts sightWays(Verb verb, const std::vector<Pair>& pairs) const {
    std::vector<Pair> forward;   // who does not see whom
    std::vector<Pair> backward;  // whom does not see who, turned round
    bool blind = false;          // some pair of which neither sees the other
    for (const Pair& pair : pairs) {
      const bool there = sees(at(pair.who), at(pair.whom));
      const bool back = sees(at(pair.whom), at(pair.who));
      if (!there) forward.push_back(pair);
      if (!back) backward.push_back({pair.whom, pair.who});
      blind = blind || (!there && !back);
    }
    if (mutual_) {
      return combined(forward.empty() ? Parts{ChangeDraft{}} : oneWay(forward),
                      backward.empty() ? Parts{ChangeDraft{}} : oneWay(backward));
    }
    if (verb == Verb::Notices) return forward.empty() ? Parts{ChangeDraft{}} : oneWay(forward);
    if (!blind) return {ChangeDraft{}};
    std::erase_if(forward, [&](const Pair& pair) { return sees(at(pair.whom), at(pair.who)); });
    std::vector<Pair> turned;
    for (const Pair& pair : forward) turned.push_back({pair.whom, pair.who});
    Parts ways = oneWay(forward);
    const Parts other = oneWay(turned);
    ways.insert(ways.end(), other.begin(), other.end());
    return ways;
  }

  // The first of each pair comes to see the second.
  Parts oneWay(const std::vector<Pair>& pairs) const {
    const ParticipantSet seers = whoOf(pairs);
    const ParticipantSet seen = whomOf(pairs);
    LayerSet allOn = ~LayerSet{0};
    LayerSet allSeek = ~LayerSet{0};
    LayerSet lowest = 0;  // One layer of each.
    eachOf(seen, [&](std::size_t i) {
      allOn &= at(i).on;
      lowest |= at(i).on & (~at(i).on + 1);
    });
    eachOf(seers, [&](std::size_t i) { allSeek &= at(i).seeks; });
    Parts ways;
    for (LayerSet left = allOn; left != 0; left &= left - 1) {
      ways.push_back(draftOf({seek(seers, left & (~left + 1))}));
    }
    if (allOn == 0 && lowest != 0) ways.push_back(draftOf({seek(seers, lowest)}));
    for (LayerSet left = allSeek; left != 0; left &= left - 1) {
      ways.push_back(draftOf({putOn(seen, left & (~left + 1))}));
    }
    if (newLayer_ != 0) {
      ChangeDraft& fresh =
          ways.emplace_back(draftOf({putOn(seen, newLayer_), seek(seers, newLayer_)}));
      fresh.newLayer = true;
    } else if (ways.empty()) {
      ways.emplace_back();
    }
    return ways;
  }

  static SettingChange seek(const ParticipantSet& participants, LayerSet layers) {
    SettingChange change;
    change.participants = participants;
    change.seeksMore = layers;
    return change;
  }

  static SettingChange putOn(const ParticipantSet& participants, LayerSet layers) {
    SettingChange change;
    change.participants = participants;
    change.onMore = layers;
    return change;
  }

  // --- parting

  // The first of each pair no longer sees the second, by its own seeking or by where that is.
  std::vector<SettingChange> blind(const std::vector<Pair>& pairs, bool bySeeking) const {
    std::map<std::size_t, LayerSet> less;
    for (const Pair& pair : pairs) {
      const LayerSet shared = at(pair.who).seeks & at(pair.whom).on;
      if (shared != 0) less[bySeeking ? pair.who : pair.whom] |= shared;
    }
    std::map<LayerSet, ParticipantSet> byLayers;
    for (const auto& [participant, layers] : less) {
      byLayers.try_emplace(layers, ParticipantSet(count_)).first->second.set(participant);
    }
    std::vector<SettingChange> changes;
    for (const auto& [layers, participants] : byLayers) {
      SettingChange& change = changes.emplace_back();
      change.participants = participants;
      (bySeeking ? change.seeksLess : change.onLess) = layers;
    }
    return changes;
  }

  static std::vector<Pair> turned(const std::vector<Pair>& pairs) {
    std::vector<Pair> back;
    for (const Pair& pair : pairs) back.push_back({pair.whom, pair.who});
    return back;
  }

  Parts partings(const std::vector<Pair>& pairs) const {
    const std::vector<Pair> back = turned(pairs);
    Parts forward{draftOf(blind(pairs, true)), draftOf(blind(pairs, false))};
    Parts backward{draftOf(blind(back, true)), draftOf(blind(back, false))};
    Parts ways;
    if (mutual_) {
      ways = forward;
      ways.insert(ways.end(), backward.begin(), backward.end());
    } else {
      ways = combined(forward, backward);
    }
    if (newLayer_ != 0) addSplits(pairs, back, ways);
    if (meetings_.rule().wakes != Wakes::Any) {
      ChangeDraft& still = ways.emplace_back();
      still.motions = {{whoOf(pairs), Motion::Static}};
    }
    return ways;
  }

  // The seen participants move to a new layer, sought by all that sought them there, except those
  // that must not see them. The layers they were seen on before are no longer used for this.
  void addSplits(const std::vector<Pair>& pairs, const std::vector<Pair>& back, Parts& ways) const {
    for (const auto& [there, other] : {std::pair(&pairs, &back), std::pair(&back, &pairs)}) {
      LayerSet shared = 0;
      for (const Pair& pair : *there) shared |= at(pair.who).seeks & at(pair.whom).on;
      if (shared == 0) continue;
      const ParticipantSet seen = whomOf(*there);
      SettingChange away = putOn(seen, newLayer_);
      away.onLess = shared;
      SettingChange follow = seek(ParticipantSet(count_), newLayer_);
      const ParticipantSet blinded = whoOf(*there);
      for (std::size_t i = 0; i < count_; ++i) {
        bool saw = false;
        eachOf(seen, [&](std::size_t k) { saw = saw || (at(i).seeks & at(k).on & shared) != 0; });
        if (saw && !blinded.test(i)) follow.participants.set(i);
      }
      ChangeDraft split = draftOf({away, follow});
      split.newLayer = true;
      if (mutual_) {
        ways.push_back(split);
        continue;
      }
      for (const bool bySeeking : {true, false}) {
        const Parts both = combined({split}, {draftOf(blind(*other, bySeeking))});
        ways.insert(ways.end(), both.begin(), both.end());
      }
    }
  }

  // What "only" excludes: the pair passes, or at least does not notice, or only notices.
  Parts outsidePartings(const std::vector<Pair>& pairs) const {
    Parts ways = partings(pairs);
    if (sentence_.verb == Verb::Notices) {
      ways.push_back(draftOf(blind(pairs, true)));
      ways.push_back(draftOf(blind(pairs, false)));
    } else {
      SettingChange notice;
      notice.participants = whomOf(pairs);
      notice.duty = Duty::Notices;
      ways.push_back(draftOf({notice}));
    }
    return ways;
  }

  const Expectation& sentence_;
  const Meetings& meetings_;
  std::size_t count_;
  bool mutual_;
  ParticipantSet who_;
  ParticipantSet whom_;
  LayerSet newLayer_ = 0;  // 0 where there can be no more.
};

}  // namespace

std::vector<ChangeDraft> draftsFor(const Expectation& sentence, const Judgement& judgement,
                                   const Meetings& meetings) {
  return Drafting(sentence, meetings).run(judgement);
}

}  // namespace amber
