#include <rapidcheck.h>

#include <QTest>

#include "core/project/conflict_words.h"
#include "core/project/validation/valid_project.h"
#include "files/project/project_file.h"
#include "files/project/project_merge.h"
#include "support/random_edits.h"
#include "support/registry.h"
#include "support/two_frames.h"

using namespace amber;
using namespace amber::test;

// Two people's work on one project, put together.
class ProjectMergeTest : public QObject {
  Q_OBJECT

  static Project after(Project project, RandomEdits& edits, int steps) {
    for (int i = 0; i < steps; ++i) {
      if (const auto applied = withEdits(project, {edits.any(project)})) project = applied->project;
    }
    return project;
  }

  static Project with(const Project& project, const std::vector<Edit>& edits) {
    return withEdits(project, edits)->project;
  }

 private slots:
  // 1. With an unchanged side it is the other side. 2. In the other order it is the same.
  void theLawsHoldOverRandomWork() {
    int merged = 0;
    int conflicts = 0;
    const bool holds = rc::check("three random versions", [&](std::uint64_t seed) {
      RandomEdits edits(seed);
      Project base = newProject("law");
      for (int i = 0; i < 3; ++i) base = withEdits(base, {edits.sensible(i)})->project;
      base = after(base, edits, 20);
      base.conflicts.clear();
      RandomEdits first(seed + 1);
      RandomEdits second(seed + 2);
      const Project ours = after(base, first, 6);
      const Project theirs = after(base, second, 6);
      RC_ASSERT(*mergedProject(base, base, theirs) == theirs);
      RC_ASSERT(*mergedProject(base, ours, base) == ours);
      RC_ASSERT(*mergedProject(base, ours, ours) == ours);
      const auto both = mergedProject(base, ours, theirs);
      const auto swapped = mergedProject(base, theirs, ours);
      RC_ASSERT(both.has_value() == swapped.has_value());
      if (!both) {
        RC_ASSERT(!both.error().sentence.empty());
        return;
      }
      ++merged;
      RC_ASSERT(validated(*both).has_value());
      Project back = *swapped;
      for (MergeConflict& one : back.conflicts) std::swap(one.ours, one.theirs);
      RC_ASSERT(back == *both);
      conflicts += both->conflicts.empty() ? 0 : 1;
      RC_ASSERT(*projectFrom(projectText(*both), "again") == *both);
    });
    QVERIFY(holds);
    QVERIFY2(merged > 60 && conflicts > 10,
             qPrintable(QString("%1 merged, %2 with conflicts").arg(merged).arg(conflicts)));
  }

  // 3. Every change of either side is in the result.
  void whatEachDidIsThere() {
    const Project base = twoFrames();
    Asset moth = *base.assets.front();
    moth.id = {base.nextId};
    moth.name = "chr_moth";
    moth.frames = {Frame{{base.nextId + 1}, "m", {1}, {0, 0, 4, 3}, {}, kByHand, {}}};
    Asset snail = moth;
    snail.name = "chr_snail";
    snail.frames.front().name = "s";
    const Project ours =
        with(base, {SetOrigin{{2}, {3}, {1, 2}, kByHand}, PutAsset{moth}, AddLayer{"pests"}});
    const Project theirs =
        with(base, {SetOrigin{{2}, {4}, {2, 1}, kByHand}, PutAsset{snail},
                    SetShape{{2}, {3}, {"body", Box{0, 0, 2, 2}}}, Rename{{2}, {}, {}, "chr_x"}});
    const Project merged = *mergedProject(base, ours, theirs);
    QVERIFY(merged.conflicts.empty());
    const Asset& asset = *findAsset(merged, AssetId{2});
    QCOMPARE(asset.name, std::string("chr_x"));
    QCOMPARE(asset.frames[0].origin, (FramePoint{1, 2}));
    QCOMPARE(asset.frames[1].origin, (FramePoint{2, 1}));
    QCOMPARE(asset.frames[0].shapes.size(), std::size_t{1});
    // Both gave the same id to a new asset: both assets are there, under two.
    const Asset* one = findAsset(merged, std::string_view("chr_moth"));
    const Asset* other = findAsset(merged, std::string_view("chr_snail"));
    QVERIFY(one != nullptr && other != nullptr && one->id != other->id);
    QVERIFY(std::find(merged.layers.begin(), merged.layers.end(), "pests") != merged.layers.end());
  }

  void whatBothChangedIsLeftToChoose() {
    const Project base = with(twoFrames(), {Rename{{2}, {}, {}, "chr_a"}});
    const Project ours = with(base, {SetOrigin{{2}, {3}, {1, 2}, kByHand}});
    const Project theirs = with(base, {SetOrigin{{2}, {3}, {3, 0}, kByHand}});
    const Project merged = *mergedProject(base, ours, theirs);
    QCOMPARE(merged.conflicts.size(), std::size_t{1});
    QCOMPARE(conflictText(merged, merged.conflicts.front()),
             std::string("assets chr_a frames a origin: changed in both versions"));
    QCOMPARE(findAsset(merged, AssetId{2})->frames[0].origin, FramePoint{});
    QVERIFY(*withChoice(merged, 0, MergeSide::Ours) == ours);
    QVERIFY(*withChoice(merged, 0, MergeSide::Theirs) == theirs);
  }

  void whatOneTookAwayAndTheOtherChangedIsLeftToChoose() {
    const Project base = with(twoFrames(), {Rename{{2}, {}, {}, "chr_a"}});
    const Project ours = with(base, {RemoveAsset{{2}}});
    const Project theirs = with(base, {SetScale{{2}, 3}});
    const Project merged = *mergedProject(base, ours, theirs);
    QCOMPARE(merged.conflicts.size(), std::size_t{1});
    QVERIFY(merged.conflicts.front().ours.empty());
    QVERIFY(withChoice(merged, 0, MergeSide::Ours)->assets.empty());
    QCOMPARE(findAsset(*withChoice(merged, 0, MergeSide::Theirs), AssetId{2})->scale, 3.0);
  }

  void whatTheOtherNeedsStays() {
    const Project base = twoFrames();
    const Project ours = with(base, {RemoveSheet{{1}}});
    Asset more;
    more.id = {base.nextId};
    more.name = "more";
    more.kind = "character";
    more.frames = {Frame{{base.nextId + 1}, "n", {1}, {0, 0, 2, 2}, {}, kByHand, {}}};
    const Project theirs = with(base, {PutAsset{more}});
    const Project merged = *mergedProject(base, ours, theirs);
    QVERIFY(findSheet(merged, SheetId{1}) != nullptr);
    QVERIFY(findAsset(merged, std::string_view("more")) != nullptr);
  }

  void aChoiceOfWhatIsGoneIsRefused() {
    Project project = twoFrames();
    project.conflicts = {{"/assets/99/name", "\"a\"", "\"b\""}, {"/assets/2/name", "no json", ""}};
    QVERIFY(withChoice(project, 0, MergeSide::Ours).error().sentence.find("no longer exists") !=
            std::string::npos);
    QVERIFY(!withChoice(project, 1, MergeSide::Ours));
    QVERIFY(!withChoice(project, 1, MergeSide::Theirs));
  }
};
AMBER_TEST(ProjectMergeTest);

#include "project_merge_tests.moc"
