#include <QTest>
#include <algorithm>

#include "core/layers/meetings.h"
#include "core/layers/random_layers.h"
#include "core/layers/weaving/settings_edits.h"
#include "core/project/edit.h"
#include "core/project/validation/valid_project.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

constexpr std::uint64_t kProjects = 150;

Project projectOf(std::uint64_t seed) {
  RandomLayers random(seed);
  return random.project(2 + random.below(6), random.below(5));
}

bool isOf(const ParticipantSet& set, std::size_t participant) {
  return set.test(participant);
}

}  // namespace

class ParticipantClassesTest : public QObject {
  Q_OBJECT
 private slots:
  void everyParticipantIsStoodForOnceByOneThatIsLikeIt() {
    for (std::uint64_t seed = 1; seed <= kProjects; ++seed) {
      const Project project = projectOf(seed);
      const auto alike = ParticipantClasses::of(project);
      QVERIFY(alike.has_value());
      // An asset is of one sort, and its participants are those of its sort.
      std::vector<int> sorts(project.assets.size());
      std::size_t participants = 0;
      for (const AlikeAssets& sort : alike->assets()) {
        for (const std::size_t asset : sort.assets) ++sorts[asset];
        participants += sort.assets.size() * sort.count;
        for (std::size_t i = 0; i < sort.count; ++i) {
          const ParticipantClass& one = alike->participants()[sort.first + i];
          for (const std::size_t asset : sort.assets) {
            const Participant own =
                participantOf(project, *project.assets[asset], *one.sample.role);
            QVERIFY(own.settings == one.sample.settings);
          }
          QCOMPARE(alike->copiesOf(sort.first + i), sort.assets.size());
        }
      }
      // One without any shape is of none.
      QVERIFY(std::all_of(sorts.begin(), sorts.end(), [](int count) { return count <= 1; }));
      QCOMPARE(participants, participantsOf(project).size());
    }
  }

  void pairsAreCountedAsTheyWouldBeOneByOne() {
    for (std::uint64_t seed = 1; seed <= kProjects; ++seed) {
      const Project project = projectOf(seed);
      const auto alike = ParticipantClasses::of(project);
      const std::vector<Participant> all = participantsOf(project);
      const auto sortOf = [&](const Participant& participant) {
        for (std::size_t i = 0; i < alike->size(); ++i) {
          const ParticipantClass& one = alike->participants()[i];
          if (one.sample.role != participant.role) continue;
          for (const std::size_t asset : alike->assets()[one.of].assets) {
            if (&*project.assets[asset] == participant.asset) return i;
          }
        }
        return alike->size();
      };
      std::vector<std::uint64_t> pairs(alike->size() * alike->size());
      for (std::size_t i = 0; i < all.size(); ++i) {
        for (std::size_t k = i; k < all.size(); ++k) {
          if (!canMeet(all[i], all[k])) continue;
          const std::size_t a = sortOf(all[i]);
          const std::size_t b = sortOf(all[k]);
          ++pairs[a * alike->size() + b];
          if (a != b) ++pairs[b * alike->size() + a];
        }
      }
      for (std::size_t a = 0; a < alike->size(); ++a) {
        for (std::size_t b = 0; b < alike->size(); ++b) {
          QCOMPARE(alike->pairsOf(a, b), pairs[a * alike->size() + b]);
          QCOMPARE(alike->canMeet(a, b), pairs[a * alike->size() + b] > 0);
        }
      }
    }
  }

  void whatOneMeetsIsWhatTheAnswersSay() {
    for (std::uint64_t seed = 1; seed <= kProjects; ++seed) {
      const Project project = projectOf(seed);
      const auto alike = ParticipantClasses::of(project);
      Meetings meetings(*alike);
      const auto check = [&] {
        for (std::size_t a = 0; a < alike->size(); ++a) {
          const ParticipantSet possible = meetings.possible(a);
          const ParticipantSet met = meetings.met(a);
          const ParticipantSet stopped = meetings.stopped(a);
          const ParticipantSet noticed = meetings.noticed(a);
          const ParticipantSet passed = meetings.passed(a);
          for (std::size_t b = 0; b < alike->size(); ++b) {
            QCOMPARE(isOf(possible, b), alike->canMeet(a, b));
            const Answer answer =
                answerFor(meetings.settings(a), meetings.settings(b), meetings.rule());
            const bool can = isOf(possible, b);
            QCOMPARE(isOf(met, b), can && answer.outcome != Outcome::Passes);
            QCOMPARE(isOf(stopped, b), can && answer.outcome == Outcome::Stops);
            QCOMPARE(isOf(noticed, b), can && answer.outcome == Outcome::Notices && answer.told.a);
            QCOMPARE(isOf(passed, b), can && answer.outcome == Outcome::Passes);
          }
        }
      };
      check();
      if (alike->size() == 0) continue;
      // Also once a participant has other settings.
      RandomLayers random(seed + 1000);
      const auto participant =
          static_cast<std::size_t>(random.below(static_cast<int>(alike->size())));
      ParticipantSettings settings = meetings.settings(participant);
      settings.on = static_cast<LayerSet>(random.below(32)) & layersOf(project.settings());
      settings.seeks = static_cast<LayerSet>(random.below(32)) & layersOf(project.settings());
      settings.duty = settings.duty == Duty::Stops ? Duty::Notices : Duty::Stops;
      settings.motion = static_cast<Motion>(random.below(3));
      meetings.change(participant, settings);
      QVERIFY(meetings.settings(participant) == settings);
      check();
    }
  }

  void anAnswerIsTheSameFromBothSides() {
    RandomLayers random(7);
    for (int i = 0; i < 2000; ++i) {
      const auto settings = [&] {
        return ParticipantSettings{
            static_cast<Duty>(random.below(2)), static_cast<LayerSet>(random.below(8)),
            static_cast<LayerSet>(random.below(8)), static_cast<Motion>(random.below(3))};
      };
      const ParticipantSettings a = settings();
      const ParticipantSettings b = settings();
      const MeetingRule rule{static_cast<Pairing>(random.below(2)),
                             static_cast<Wakes>(random.below(3))};
      const Answer answer = answerFor(a, b, rule);
      QVERIFY(answerFor(b, a, rule) == swapped(answer));
      QVERIFY(swapped(swapped(answer)) == answer);
      // Only pairs that pass have a reason; stops and notices always have an effect.
      QCOMPARE(answer.why.has_value(), answer.outcome == Outcome::Passes);
      QCOMPARE(answer.told.any(), answer.outcome == Outcome::Notices);
      if (answer.outcome == Outcome::Stops) {
        QCOMPARE(answer.stopped.a, a.motion != Motion::Static);
        QCOMPARE(answer.stopped.b, b.motion != Motion::Static);
      }
      if (answer.why == PassReason::Asleep) QVERIFY(!awake(a.motion, b.motion, rule.wakes));
      if (answer.why == PassReason::Unseen) QVERIFY(!sees(a, b) && !sees(b, a));
      if (answer.why == PassReason::OneSided) QVERIFY(sees(a, b) != sees(b, a));
    }
  }

  void layersGivenAsAWholeAreThoseThatEveryParticipantGets() {
    for (std::uint64_t seed = 1; seed <= kProjects; ++seed) {
      const Project project = projectOf(seed);
      const auto alike = ParticipantClasses::of(project);
      RandomLayers random(seed + 5000);
      Layering layering;
      const int count = 1 + random.below(4);
      for (int i = 0; i < count; ++i) layering.layers.push_back("new" + std::to_string(i));
      for (std::size_t i = 0; i < alike->size(); ++i) {
        ParticipantSettings settings = alike->participants()[i].sample.settings;
        settings.on = static_cast<LayerSet>(random.below(1 << count));
        settings.seeks = static_cast<LayerSet>(random.below(1 << count));
        layering.settings.push_back(settings);
      }
      const auto applied = withEdits(project, editsFor(*alike, layering));
      QVERIFY2(applied.has_value(), applied ? "" : applied.error().sentence.c_str());
      const Project& next = applied->project;
      QVERIFY(validated(next).has_value());
      QCOMPARE(next.layers.size(), layering.layers.size());
      for (std::size_t i = 0; i < alike->size(); ++i) {
        for (const std::size_t at : alike->assets()[alike->participants()[i].of].assets) {
          const Participant own = participantOf(
              next, *next.assets[at], *findRole(next, alike->participants()[i].sample.role->name));
          QVERIFY(own.settings.on == layering.settings[i].on);
          QVERIFY(own.settings.seeks == layering.settings[i].seeks);
          QVERIFY(own.settings.duty == alike->participants()[i].sample.settings.duty);
        }
      }
    }
  }
};
AMBER_TEST(ParticipantClassesTest);

#include "alike_tests.moc"
