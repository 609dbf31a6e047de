#include "core/layers/fixes/fixes.h"

#include <algorithm>
#include <map>
#include <set>

#include "core/layers/fixes/change_drafts.h"
#include "core/layers/fixes/rearrangement.h"

namespace amber {
namespace {

constexpr std::size_t kMostFixes = 8;

using Changes = std::vector<std::pair<std::size_t, ParticipantSettings>>;

Meetings changed(const Meetings& meetings, const Changes& changes) {
  Meetings after = meetings;
  for (const auto& [participant, settings] : changes) after.change(participant, settings);
  return after;
}

// How many pairs of participants do something else afterwards.
std::uint64_t pairsChanged(const Meetings& before, const Meetings& after, const Changes& changes) {
  const ParticipantClasses& alike = before.alike();
  ParticipantSet done(alike.size());
  std::uint64_t count = 0;
  for (const auto& [i, settings] : changes) {
    for (std::size_t k = 0; k < alike.size(); ++k) {
      if (done.test(k) || !alike.canMeet(i, k)) continue;
      Answer then = answerFor(before.settings(i), before.settings(k), before.rule());
      Answer now = answerFor(settings, after.settings(k), after.rule());
      then.why.reset();
      now.why.reset();
      if (!(then == now)) count += alike.pairsOf(i, k);
    }
    done.set(i);
  }
  return count;
}

// How many participants have another duty, motion or layers; layers by name, for their bits may
// move.
std::uint64_t participantsChanged(const Project& before, const Project& after) {
  const auto told = [](const Project& project, const Participant& participant) {
    const auto named = [&](LayerSet set) {
      std::set<std::string> names;
      for (std::size_t bit = 0; bit < project.layers.size(); ++bit) {
        if ((set & (LayerSet{1} << bit)) != 0) names.insert(project.layers[bit]);
      }
      return names;
    };
    const ParticipantSettings& settings = participant.settings;
    return std::tuple(settings.duty, settings.motion, named(settings.on), named(settings.seeks));
  };
  const std::vector<Participant> was = participantsOf(before);
  const std::vector<Participant> is = participantsOf(after);
  std::uint64_t changed = 0;
  for (std::size_t i = 0; i < std::min(was.size(), is.size()); ++i) {
    changed += told(before, was[i]) != told(after, is[i]) ? 1U : 0U;
  }
  return changed;
}

// A fix and what makes it; its edits and words are worked out once it is among the best.
struct Candidate {
  Fix fix;
  ChangeDraft draft;
  bool written = false;
};

bool better(const Candidate& one, const Candidate& other) {
  const auto rank = [](const Candidate& candidate) {
    const Fix& fix = candidate.fix;
    return std::tuple(fix.breaks.size(), -static_cast<long>(fix.mends.size()), fix.pairs,
                      fix.participants);
  };
  return rank(one) < rank(other);
}

// Gathers the fixes of one sentence.
class Gathering {
 public:
  Gathering(const Meetings& meetings, const std::vector<Judgement>& judgements,
            const std::vector<MeantParticipants>& meant, std::size_t sentence)
      : meetings_(meetings),
        sentences_(meetings.alike().project().expectations),
        judgements_(judgements),
        meant_(meant),
        sentence_(sentence) {
    for (std::size_t k = 0; k < sentences_.size(); ++k) {
      concerned_.push_back(meant[k].who | meant[k].whom);
      if (sentences_[k].only || speaksOfLayers(sentences_[k])) concerned_.back().set();
    }
  }

  void consider(const ChangeDraft& draft) {
    const Changes changes = outcomeOf(draft, meetings_);
    if (changes.empty() || std::find(seen_.begin(), seen_.end(), changes) != seen_.end()) return;
    seen_.push_back(changes);
    const Meetings after = changed(meetings_, changes);
    if (verdictAfter(sentence_, after) != Verdict::Holds) return;
    Fix fix;
    for (const auto& [participant, settings] : changes) {
      fix.participants += meetings_.alike().copiesOf(participant);
    }
    for (std::size_t k = 0; k < sentences_.size(); ++k) {
      const bool touched = std::any_of(changes.begin(), changes.end(), [&](const auto& change) {
        return concerned_[k].test(change.first);
      });
      if (touched) note(k, verdictAfter(k, after), fix);
    }
    fix.pairs = pairsChanged(meetings_, after, changes);
    fixes_.push_back({std::move(fix), draft});
  }

  // Its layers are others, so it is judged as the project that it makes.
  void consider(const Rearrangement& arrangement) {
    const Project& project = meetings_.alike().project();
    Fix fix;
    fix.edits = editsOf(arrangement, meetings_.alike());
    fix.text = textOf(arrangement);
    const auto applied = withEdits(project, fix.edits);
    const auto alike = applied ? ParticipantClasses::of(applied->project)
                               : Result<ParticipantClasses>(tl::unexpected(applied.error()));
    if (!alike) return;
    const Meetings after(*alike);
    if (judged(sentences_[sentence_], after).verdict != Verdict::Holds) return;
    for (std::size_t k = 0; k < sentences_.size(); ++k) {
      note(k, judged(sentences_[k], after).verdict, fix);
    }
    Changes changes;
    for (std::size_t i = 0; i < arrangement.layering->settings.size(); ++i) {
      changes.emplace_back(i, arrangement.layering->settings[i]);
    }
    fix.participants = participantsChanged(project, applied->project);
    fix.pairs = pairsChanged(meetings_, changed(meetings_, changes), changes);
    fixes_.push_back({std::move(fix), {}, true});
  }

  bool hasHarmless() const {
    return std::any_of(fixes_.begin(), fixes_.end(),
                       [](const Candidate& one) { return one.fix.breaks.empty(); });
  }

  std::vector<Fix> finished() {
    std::stable_sort(fixes_.begin(), fixes_.end(), better);
    if (fixes_.size() > kMostFixes) fixes_.resize(kMostFixes);
    std::vector<Fix> fixes;
    for (Candidate& one : fixes_) {
      if (!one.written) {
        one.fix.edits = editsOf(one.draft, meetings_);
        one.fix.text = textOf(one.draft, meetings_);
      }
      fixes.push_back(std::move(one.fix));
    }
    return fixes;
  }

 private:
  // With other settings of the same participants.
  Verdict verdictAfter(std::size_t k, const Meetings& after) const {
    return verdictOf(sentences_[k], after,
                     speaksOfLayers(sentences_[k]) ? meantBy(sentences_[k], after) : meant_[k]);
  }

  void note(std::size_t k, Verdict now, Fix& fix) const {
    const Verdict before = judgements_[k].verdict;
    if (k == sentence_) return;
    if (before == Verdict::Holds && now != Verdict::Holds) fix.breaks.push_back(k);
    if (before == Verdict::Broken && now == Verdict::Holds) fix.mends.push_back(k);
  }

  const Meetings& meetings_;
  const std::vector<Expectation>& sentences_;
  const std::vector<Judgement>& judgements_;
  const std::vector<MeantParticipants>& meant_;
  std::size_t sentence_;
  std::vector<ParticipantSet>
      concerned_;  // By sentence: those of whom a change may change its verdict.
  std::vector<Changes> seen_;
  std::vector<Candidate> fixes_;
};

}  // namespace

FixSearch::FixSearch(const Meetings& meetings) : meetings_(meetings) {
  for (const Expectation& one : meetings.alike().project().expectations) {
    judgements_.push_back(judged(one, meetings));
    meant_.push_back(meantBy(one, meetings));
  }
}

Fixes FixSearch::fixesFor(std::size_t sentence) const {
  Fixes fixes;
  if (judgements_[sentence].verdict != Verdict::Broken) return fixes;
  const Expectation& wanted = meetings_.alike().project().expectations[sentence];
  Gathering gathering(meetings_, judgements_, meant_, sentence);
  for (const ChangeDraft& draft : draftsFor(wanted, judgements_[sentence], meetings_)) {
    gathering.consider(draft);
  }
  if (!gathering.hasHarmless()) {
    const Rearrangement found = rearranged(meetings_, judgements_, sentence);
    fixes.contradicts = found.contradicts;
    if (found.layering) gathering.consider(found);
  }
  fixes.list = gathering.finished();
  return fixes;
}

}  // namespace amber
