#include "core/layers/weaving/sight_demands.h"

#include <algorithm>
#include <optional>

namespace amber {
namespace {

template <class Visit>
void each(const ParticipantSet& set, const Visit& visit) {
  for (std::size_t i = set.find_first(); i != ParticipantSet::npos; i = set.find_next(i)) visit(i);
}

class Demanding {
 public:
  Demanding(const std::vector<Expectation>& sentences, const Meetings& meetings)
      : sentences_(sentences),
        meetings_(meetings),
        count_(meetings.alike().size()),
        mutual_(meetings.rule().pairing == Pairing::Both),
        asked_(count_, ParticipantSet(count_)) {
    result_.never.assign(count_, ParticipantSet(count_));
    result_.neverBoth = result_.never;
    met_ = result_.never;
    for (const Expectation& one : sentences) {
      who_.push_back(meetings.meant(one.who));
      whom_.push_back(meetings.meant(one.whom));
    }
  }

  tl::expected<SightDemands, SightRefusal> run(Unspoken unspoken) {
    for (std::size_t k = 0; k < sentences_.size(); ++k) {
      if (who_[k].none() || whom_[k].none()) continue;
      take(k);
      if (failed_) return tl::unexpected(*failed_);
    }
    takeUnspoken(unspoken);
    // Demands that only keep the current state have lower priority.
    std::erase_if(result_.demands, [&](SightDemand& demand) {
      return demand.sentence == sentences_.size() && !possible(demand);
    });
    for (SightDemand& demand : result_.demands) {
      if (!possible(demand)) return tl::unexpected(SightRefusal{contradictionOf(demand), {}});
    }
    return std::move(result_);
  }

 private:
  bool awake(std::size_t a, std::size_t b) const {
    return amber::awake(meetings_.settings(a).motion, meetings_.settings(b).motion,
                        meetings_.rule().wakes);
  }

  bool bothStop(std::size_t a, std::size_t b) const {
    return meetings_.settings(a).duty == Duty::Stops && meetings_.settings(b).duty == Duty::Stops;
  }

  void forbid(std::size_t a, std::size_t b) {
    if (!awake(a, b)) return;
    if (mutual_) {
      result_.neverBoth[a].set(b);
      result_.neverBoth[b].set(a);
    } else {
      result_.never[a].set(b);
      result_.never[b].set(a);
    }
  }

  // The ways in which these two can have the outcome; none if they cannot.
  void addWays(Verb verb, std::size_t who, std::size_t whom, std::vector<Sight>& ways) const {
    const bool able = awake(who, whom) &&
                      (verb == Verb::Passes || bothStop(who, whom) == (verb == Verb::StopsAt));
    if (!able) return;
    ways.push_back({who, whom});
    // To notice is to see; for the others it is enough that they meet.
    if (!mutual_ && verb != Verb::Notices) ways.push_back({whom, who});
  }

  void demand(std::size_t sentence, std::vector<Sight> ways,
              const std::vector<std::pair<std::size_t, std::size_t>>& pairs) {
    if (ways.empty()) {
      if (!failed_) failed_ = SightRefusal{{sentence}, pairs};
      return;
    }
    result_.demands.push_back({std::move(ways), mutual_, sentence});
  }

  void take(std::size_t k) {
    const Expectation& one = sentences_[k];
    each(who_[k], [&](std::size_t who) {
      asked_[who] |= whom_[k];
      each(whom_[k] & meetings_.possible(who), [&](std::size_t whom) { asked_[whom].set(who); });
    });
    if (one.verb == Verb::Passes) {
      each(who_[k], [&](std::size_t who) {
        each(whom_[k] & meetings_.possible(who), [&](std::size_t whom) { forbid(who, whom); });
      });
    } else if (one.who.role.empty() || one.whom.role.empty()) {
      takeOpen(k);
    } else {
      each(who_[k], [&](std::size_t who) {
        each(whom_[k] & meetings_.possible(who), [&](std::size_t whom) {
          std::vector<Sight> ways;
          addWays(one.verb, who, whom, ways);
          demand(k, std::move(ways), {{who, whom}});
        });
      });
    }
    if (one.only) takeOnly(k);
  }

  void takeOpen(std::size_t k) {
    const ParticipantClasses& alike = meetings_.alike();
    for (const AlikeAssets& from : alike.assets()) {
      for (const AlikeAssets& to : alike.assets()) {
        std::vector<Sight> ways;
        std::vector<std::pair<std::size_t, std::size_t>> pairs;
        for (std::size_t a = from.first; a < from.first + from.count; ++a) {
          if (!who_[k].test(a)) continue;
          for (std::size_t b = to.first; b < to.first + to.count; ++b) {
            if (!whom_[k].test(b) || !alike.canMeet(a, b)) continue;
            pairs.emplace_back(a, b);
            addWays(sentences_[k].verb, a, b, ways);
          }
        }
        if (!pairs.empty()) demand(k, std::move(ways), pairs);
      }
    }
  }

  void takeOnly(std::size_t k) {
    each(who_[k], [&](std::size_t who) {
      each(meetings_.possible(who) - whom_[k], [&](std::size_t other) {
        switch (sentences_[k].verb) {
          case Verb::StopsAt:
            if (bothStop(who, other)) forbid(who, other);
            break;
          case Verb::Notices:
            if (bothStop(who, other)) break;
            if (mutual_) {
              forbid(who, other);
            } else if (awake(who, other)) {
              result_.never[who].set(other);
            }
            break;
          case Verb::Passes:
            met_[who].set(other);
            met_[other].set(who);
            std::vector<Sight> ways;
            addWays(Verb::Passes, who, other, ways);
            demand(k, std::move(ways), {{who, other}});
            break;
        }
      });
    });
  }

  void takeUnspoken(Unspoken unspoken) {
    for (std::size_t a = 0; a < count_; ++a) {
      const ParticipantSet met = meetings_.met(a);
      const ParticipantSet kept = unspoken == Unspoken::Kept ? met_[a] : ParticipantSet(count_);
      each(meetings_.possible(a) - asked_[a] - kept, [&](std::size_t b) {
        if (unspoken == Unspoken::Parted || !met.test(b)) {
          if (a <= b) forbid(a, b);
        } else if (sees(meetings_.settings(a), meetings_.settings(b))) {
          result_.demands.push_back({{{a, b}}, mutual_, sentences_.size()});
        } else if (!mutual_) {
          result_.never[a].set(b);
        }
      });
    }
  }

  // Leaves out the ways that are forbidden; whether any is left.
  bool possible(SightDemand& demand) const {
    std::erase_if(demand.any, [&](const Sight& one) {
      return result_.never[one.seer].test(one.seen) ||
             (demand.mutual && (result_.never[one.seen].test(one.seer) ||
                                result_.neverBoth[one.seer].test(one.seen)));
    });
    return !demand.any.empty();
  }

  // The demand's sentence, and those that forbid its pairs.
  Contradiction contradictionOf(const SightDemand& demand) const {
    Contradiction all{demand.sentence};
    for (std::size_t k = 0; k < sentences_.size(); ++k) {
      if (k == demand.sentence || who_[k].none() || whom_[k].none()) continue;
      Demanding alone(sentences_, meetings_);
      alone.take(k);
      if (forbidsAny(alone.result_, demand.sentence)) all.push_back(k);
    }
    std::sort(all.begin(), all.end());
    return all;
  }

  // Whether a pair that the sentence speaks of is forbidden there.
  bool forbidsAny(const SightDemands& there, std::size_t sentence) const {
    bool any = false;
    each(who_[sentence], [&](std::size_t who) {
      const ParticipantSet forbidden = there.never[who] | there.neverBoth[who];
      any =
          any || forbidden.intersects(sentences_[sentence].verb == Verb::Passes ? ~whom_[sentence]
                                                                                : whom_[sentence]);
    });
    return any;
  }

  const std::vector<Expectation>& sentences_;
  const Meetings& meetings_;
  std::size_t count_;
  bool mutual_;
  std::vector<ParticipantSet> who_;
  std::vector<ParticipantSet> whom_;
  std::vector<ParticipantSet> asked_;  // By participant: those with which a sentence speaks of it.
  std::vector<ParticipantSet>
      met_;  // By participant: those it meets because another passes nobody else.
  SightDemands result_;
  std::optional<SightRefusal> failed_;
};

}  // namespace

tl::expected<SightDemands, SightRefusal> sightDemands(const std::vector<Expectation>& sentences,
                                                      const Meetings& meetings, Unspoken unspoken) {
  return Demanding(sentences, meetings).run(unspoken);
}

}  // namespace amber
