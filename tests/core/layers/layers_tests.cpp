#include <rapidcheck.h>

#include <QTest>

#include "core/layers/fixes/fixes.h"
#include "core/layers/random_layers.h"
#include "core/layers/sentences/sentence.h"
#include "core/layers/slow_layers.h"
#include "core/layers/weaving/layer_cover.h"
#include "core/layers/weaving/weave.h"
#include "core/project/edit.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

std::set<std::string> namesOf(const ParticipantClasses& alike,
                              const std::vector<AlikePair>& pairs) {
  std::set<std::string> names;
  const auto& assets = alike.project().assets;
  for (const auto& [a, b] : pairs) {
    const ParticipantClass& first = alike.participants()[a];
    const ParticipantClass& second = alike.participants()[b];
    for (const std::size_t x : alike.assets()[first.of].assets) {
      for (const std::size_t y : alike.assets()[second.of].assets) {
        if (x == y && assets[x]->copies == Copies::One) continue;
        const std::string one = assets[x]->name + ":" + first.sample.role->name;
        const std::string two = assets[y]->name + ":" + second.sample.role->name;
        names.insert(one < two ? one + " " + two : two + " " + one);
      }
    }
  }
  return names;
}

// Whether each sentence holds, by the slow twin.
std::vector<Verdict> verdictsOf(const Project& project) {
  std::vector<Verdict> verdicts;
  for (const Expectation& one : project.expectations) {
    verdicts.push_back(slowJudged(project, one).verdict);
  }
  return verdicts;
}

std::string storyOf(const Project& project) {
  std::string text = std::to_string(static_cast<int>(project.pairing)) + "/" +
                     std::to_string(static_cast<int>(project.wakes)) + "\n";
  for (const SlowParticipant& participant : slowParticipants(project)) {
    text += participant.asset->name + " " + participant.asset->kind + " " + participant.role +
            " duty " + std::to_string(static_cast<int>(participant.duty)) + " motion " +
            std::to_string(static_cast<int>(participant.asset->motion)) + " copies " +
            std::to_string(static_cast<int>(participant.asset->copies)) + " on";
    for (const std::size_t layer : participant.on) text += " " + project.layers[layer];
    text += " seeks";
    for (const std::size_t layer : participant.seeks) text += " " + project.layers[layer];
    text += "\n";
  }
  for (const Expectation& one : project.expectations) text += sentenceOf(one) + "\n";
  return text;
}

// How many participants have another duty, motion or layers, by name.
std::uint64_t participantsChanged(const Project& before, const Project& after) {
  const auto told = [](const Project& project, const SlowParticipant& participant) {
    const auto named = [&](const std::set<std::size_t>& layers) {
      std::set<std::string> names;
      for (const std::size_t layer : layers) names.insert(project.layers[layer]);
      return names;
    };
    return std::tuple(participant.duty, participant.asset->motion, named(participant.on),
                      named(participant.seeks));
  };
  const std::vector<SlowParticipant> was = slowParticipants(before);
  const std::vector<SlowParticipant> is = slowParticipants(after);
  std::uint64_t changed = 0;
  for (std::size_t i = 0; i < was.size(); ++i) {
    changed += told(before, was[i]) != told(after, is[i]) ? 1U : 0U;
  }
  return changed;
}

// Tries every way of putting participants on so many layers and having them seek, one participant
// after the other.
class EveryLayering {
 public:
  EveryLayering(const SightDemands& demands, int layers) : demands_(demands), layers_(layers) {}

  bool any() { return next(); }

 private:
  bool sees(std::size_t a, std::size_t b) const { return (seeks_[a] & on_[b]) != 0; }

  bool allowed() const {
    const std::size_t last = on_.size() - 1;
    for (std::size_t i = 0; i <= last; ++i) {
      if (demands_.never[i].test(last) && sees(i, last)) return false;
      if (demands_.never[last].test(i) && sees(last, i)) return false;
      if (demands_.neverBoth[i].test(last) && sees(i, last) && sees(last, i)) return false;
    }
    return true;
  }

  bool met() const {
    for (const SightDemand& demand : demands_.demands) {
      bool some = false;
      for (const Sight& way : demand.any) {
        some = some || (sees(way.seer, way.seen) && (!demand.mutual || sees(way.seen, way.seer)));
      }
      if (!some) return false;
    }
    return true;
  }

  bool next() {
    if (on_.size() == demands_.never.size()) return met();
    const LayerSet all = LayerSet{1} << layers_;
    for (LayerSet on = 0; on < all; ++on) {
      for (LayerSet seeks = 0; seeks < all; ++seeks) {
        on_.push_back(on);
        seeks_.push_back(seeks);
        const bool found = allowed() && next();
        on_.pop_back();
        seeks_.pop_back();
        if (found) return true;
      }
    }
    return false;
  }

  const SightDemands& demands_;
  int layers_;
  std::vector<LayerSet> on_;
  std::vector<LayerSet> seeks_;
};

// Assets left0, right0, left1 ..., of which each left one is to stop at the right one of its number
// and at nothing else.
Project pairsThatStop(int pairs) {
  Project project = newProject("pairs");
  project.roles = {{"body", Duty::Stops, 0, 0}};
  for (Kind& kind : project.kinds) kind.settings.clear();
  project.layers = {"only"};
  const auto add = [&](const std::string& name) {
    Asset asset;
    asset.id = {project.nextId++};
    asset.name = name;
    asset.kind = project.kinds.front().name;
    asset.motion = Motion::Dynamic;
    asset.copies = Copies::One;
    Frame frame;
    frame.id = {project.nextId++};
    frame.rect = {0, 0, 16, 16};
    frame.shapes.push_back({"body", Box{0, 0, 8, 8}});
    asset.frames.push_back(frame);
    project.assets.emplace_back(std::move(asset));
  };
  for (int i = 0; i < pairs; ++i) {
    const std::string number = std::to_string(i);
    add("left" + number);
    add("right" + number);
    project.expectations.push_back({{PhraseOf::Asset, "left" + number, "body"},
                                    Verb::StopsAt,
                                    {PhraseOf::Asset, "right" + number, "body"},
                                    false});
  }
  return project;
}

}  // namespace

class LayerLogicTest : public QObject {
  Q_OBJECT

 private slots:
  void verdictsPairsAndUnaskedMeetingsAreThoseOfTheSlowTwin() {
    for (std::uint64_t seed = 0; seed < 6000; ++seed) {
      RandomLayers random(seed);
      const Project project = random.project(1 + random.below(7), random.below(6));
      const auto alike = ParticipantClasses::of(project);
      QVERIFY(alike.has_value());
      const Meetings meetings(*alike);
      const std::string story = std::to_string(seed) + "\n" + storyOf(project);
      for (const Expectation& one : project.expectations) {
        const Judgement fast = judged(one, meetings);
        const SlowJudgement slow = slowJudged(project, one);
        QVERIFY2(fast.verdict == slow.verdict, story.c_str());
        QVERIFY2(fast.pairs == slow.pairs.size(), story.c_str());
        QVERIFY2(fast.brokenPairs == slow.broken.size(), story.c_str());
        QVERIFY2(namesOf(*alike, fast.broken) == slow.broken, story.c_str());
      }
      QVERIFY2(
          namesOf(*alike, unaskedPairs(project.expectations, meetings)) == slowUnasked(project),
          story.c_str());
    }
  }

  void theAnswerOfAPairIsThatOfTheSlowTwin() {
    rc::check([](std::uint64_t seed) {
      RandomLayers random(seed);
      const Project project = random.project(3, 0);
      const std::vector<Participant> participants = participantsOf(project);
      const std::vector<SlowParticipant> slow = slowParticipants(project);
      RC_ASSERT(participants.size() == slow.size());
      for (std::size_t a = 0; a < participants.size(); ++a) {
        for (std::size_t b = 0; b < participants.size(); ++b) {
          const Answer fast =
              answerFor(participants[a].settings, participants[b].settings, ruleOf(project));
          const SlowAnswer wanted = slowAnswer(project, slow[a], slow[b]);
          RC_ASSERT(fast.outcome == wanted.outcome);
          RC_ASSERT(fast.told == (Sides{wanted.firstTold, wanted.secondTold}));
          RC_ASSERT(fast.stopped == (Sides{wanted.firstStopped, wanted.secondStopped}));
          RC_ASSERT(fast.why.has_value() == (fast.outcome == Outcome::Passes));
          RC_ASSERT(swapped(fast) ==
                    answerFor(participants[b].settings, participants[a].settings, ruleOf(project)));
        }
      }
    });
  }

  void fixesDoWhatTheySay() {
    int broken = 0;
    int mended = 0;
    int contradicted = 0;
    int neither = 0;
    for (std::uint64_t seed = 0; seed < 1500; ++seed) {
      RandomLayers random(seed);
      const Project project = random.project(2 + random.below(4), 1 + random.below(4));
      const auto alike = ParticipantClasses::of(project);
      const Meetings meetings(*alike);
      const FixSearch search(meetings);
      const std::vector<Verdict> before = verdictsOf(project);
      for (std::size_t k = 0; k < project.expectations.size(); ++k) {
        if (before[k] != Verdict::Broken) continue;
        ++broken;
        const Fixes fixes = search.fixesFor(k);
        bool breaksNone = false;
        for (const Fix& fix : fixes.list) {
          const auto applied = withEdits(project, fix.edits);
          QVERIFY2(applied.has_value(), applied ? "" : applied.error().sentence.c_str());
          const std::vector<Verdict> after = verdictsOf(applied->project);
          const std::string story = storyOf(project) + std::to_string(k + 1) + ": " + fix.text;
          QVERIFY2(after[k] == Verdict::Holds, story.c_str());
          if (fix.text.find("arrange the layers") != std::string::npos) {
            QVERIFY2(fix.participants == participantsChanged(project, applied->project),
                     story.c_str());
          }
          for (std::size_t i = 0; i < after.size(); ++i) {
            const auto told = [&](const std::vector<std::size_t>& list) {
              return std::find(list.begin(), list.end(), i) != list.end();
            };
            if (i == k) continue;
            QVERIFY2(
                told(fix.breaks) == (before[i] == Verdict::Holds && after[i] != Verdict::Holds),
                story.c_str());
            QVERIFY2(
                told(fix.mends) == (before[i] == Verdict::Broken && after[i] == Verdict::Holds),
                story.c_str());
          }
          breaksNone = breaksNone || fix.breaks.empty();
        }
        if (breaksNone) {
          ++mended;
          QVERIFY(fixes.list.front().breaks.empty());
        } else if (!fixes.contradicts.empty()) {
          ++contradicted;
        } else {
          ++neither;
          if (neither < 6) qInfo("%s", (storyOf(project) + std::to_string(k + 1)).c_str());
        }
      }
    }
    qInfo("%d broken, %d with a fix that breaks none, %d contradicted, %d neither", broken, mended,
          contradicted, neither);
    QVERIFY(mended > broken / 3);
  }

  void fewerLayersAreSeldomPossibleAndNeverTwoFewer() {
    int compared = 0;
    int fewest = 0;
    for (std::uint64_t seed = 0; seed < 6000 && compared < 400; ++seed) {
      RandomLayers random(seed);
      Project project = random.project(2 + random.below(3), 1 + random.below(4));
      const auto alike = ParticipantClasses::of(project);
      if (alike->size() < 3 || alike->size() > 6) continue;
      const Meetings meetings(*alike);
      const auto demands = sightDemands(project.expectations, meetings, Unspoken::Parted);
      if (!demands) continue;
      const auto count = static_cast<int>(layersFor(*demands, {}).size());
      if (count < 2 || (count > 3 && alike->size() > 5)) continue;
      ++compared;
      if (!EveryLayering(*demands, count - 1).any()) {
        ++fewest;
      } else {
        QVERIFY2(!EveryLayering(*demands, count - 2).any(), storyOf(project).c_str());
      }
    }
    qInfo("of %d, %d have as few layers as there can be", compared, fewest);
    QVERIFY(compared > 100);
    QVERIFY(fewest * 100 >= compared * 95);
  }

  void whatIsWovenHoldsAndLeavesNothingUnasked() {
    int wove = 0;
    for (std::uint64_t seed = 0; seed < 4000; ++seed) {
      RandomLayers random(seed);
      const Project project = random.project(2 + random.below(5), 1 + random.below(5));
      const auto result = woven(project);
      if (!result) continue;
      ++wove;
      const auto applied = withEdits(project, result->edits);
      QVERIFY2(applied.has_value(), applied ? "" : applied.error().sentence.c_str());
      const std::string story =
          std::to_string(seed) + "\n" + storyOf(project) + "-->\n" + storyOf(applied->project);
      const std::vector<Verdict> before = verdictsOf(project);
      const std::vector<Verdict> after = verdictsOf(applied->project);
      for (std::size_t i = 0; i < after.size(); ++i) {
        QVERIFY2(after[i] == (before[i] == Verdict::Empty ? Verdict::Empty : Verdict::Holds),
                 story.c_str());
      }
      QVERIFY2(slowUnasked(applied->project).empty(), story.c_str());
    }
    qInfo("%d of 4000 could be woven", wove);
    QVERIFY(wove > 400);
  }

  void tooManyLayersAreRefusedWithTheSentencesThatNeedThem() {
    const Project project = pairsThatStop(40);
    const auto result = woven(project);
    QVERIFY(!result);
    const std::string& text = result.error().text;
    QVERIFY2(text.find("The expectations need 40 layers, and a project can have 32.") == 0,
             text.c_str());
    QVERIFY2(text.find("1 (left0 body stops at right0 body)") != std::string::npos, text.c_str());
    QVERIFY2(text.find("and 32 more") != std::string::npos, text.c_str());
    QCOMPARE(result.error().sentences.size(), std::size_t{40});
    QVERIFY(woven(pairsThatStop(32)).has_value());
  }

  void aSentenceAboutAnAssetWithoutCopiesAndItselfAppliesToNothing() {
    Project project = pairsThatStop(1);
    project.expectations = {{{PhraseOf::Asset, "left0", "body"},
                             Verb::Passes,
                             {PhraseOf::Asset, "left0", "body"},
                             false}};
    const auto verdict = [&] {
      const auto alike = ParticipantClasses::of(project);
      return judged(project.expectations.front(), Meetings(*alike)).verdict;
    };
    QVERIFY(verdict() == Verdict::Empty);
    Asset many = *project.assets.front();
    many.copies = Copies::Many;
    project.assets.front() = SharedValue<Asset>(many);
    QVERIFY(verdict() != Verdict::Empty);
  }
};
AMBER_TEST(LayerLogicTest);

#include "layers_tests.moc"
