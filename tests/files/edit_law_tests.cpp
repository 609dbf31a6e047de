#include <rapidcheck.h>

#include <QTest>

#include "core/project/edit.h"
#include "core/project/project_differences.h"
#include "core/project/validation/valid_project.h"
#include "files/project/project_file.h"
#include "support/random_edits.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

class EditLawTest : public QObject {
  Q_OBJECT

  // Changes are listed if there are any, and the reverse comparison has as many.
  static void checkChanges(const Project& before, const Project& after) {
    Project same = after;
    same.nextId = before.nextId;
    const std::vector<ProjectDifference> changes = differencesBetween(before, after);
    RC_ASSERT(changes.empty() == (same == before));
    RC_ASSERT(differencesBetween(after, after).empty());
    const std::vector<ProjectDifference> back = differencesBetween(after, before);
    RC_ASSERT(back.size() == changes.size());
    const auto count = [](const std::vector<ProjectDifference>& list, ChangeKind kind) {
      return std::count_if(list.begin(), list.end(),
                           [&](const ProjectDifference& one) { return one.kind == kind; });
    };
    RC_ASSERT(count(changes, ChangeKind::Added) == count(back, ChangeKind::Gone));
    RC_ASSERT(count(changes, ChangeKind::Gone) == count(back, ChangeKind::Added));
    for (const ProjectDifference& one : changes) RC_ASSERT(!lineOf(one).empty());
  }

 private slots:
  // 1. Whatever sequence of edits is accepted, its text gives the same project back.
  void whateverIsAcceptedCanBeWrittenAndReadAgain() {
    int accepted = 0;
    int refused = 0;
    std::set<std::size_t> sorts;
    const bool holds = rc::check("text and back", [&](std::uint64_t seed) {
      RandomEdits edits(seed);
      Project project = newProject("law");
      for (int i = 0; i < 45; ++i) {
        const Edit edit = i < 3 ? edits.sensible(i) : edits.any(project);
        const auto applied = withEdits(project, {edit});
        if (!applied) {
          ++refused;
          RC_ASSERT(!applied.error().sentence.empty());
          continue;
        }
        ++accepted;
        sorts.insert(edit.index());
        checkChanges(project, applied->project);
        project = applied->project;
        RC_ASSERT(validated(project).has_value());
        const auto again = projectFrom(projectText(project), "again");
        if (!again) RC_FAIL(describe(again.error()));
        RC_ASSERT(*again == project);
      }
    });
    QVERIFY(holds);
    QCOMPARE(sorts.size(), std::variant_size_v<Edit>);
    QVERIFY2(accepted > 300 && refused > 300,
             qPrintable(QString("%1 accepted, %2 refused").arg(accepted).arg(refused)));
  }

  // 2. Comparing only what is not shared gives the same result as comparing everything.
  void whatIsSharedNeedsNoSecondLook() {
    QVERIFY(rc::check("after edits", [](std::uint64_t seed) {
      RandomEdits edits(seed);
      Project before = newProject("law");
      for (int i = 0; i < 20; ++i) {
        const Edit edit = i < 3 ? edits.sensible(i) : edits.any(before);
        if (const auto applied = withEdits(before, {edit})) before = applied->project;
      }
      // A change behind the edits' back, as a broken edit would make it.
      Project after = before;
      if (after.assets.empty()) return;
      Asset broken = *after.assets.front();
      const int what = static_cast<int>(seed % 4);
      if (what == 0 && !broken.frames.empty()) broken.frames[0].origin.x = 40000;
      if (what == 1) broken.kind = "no such kind";
      if (what == 2) broken.id = {1};
      if (what == 3 && !broken.animations.empty()) {
        broken.animations.push_back(broken.animations.front());
      }
      after.assets.front() = SharedValue<Asset>(std::move(broken));
      RC_ASSERT(validatedAfter(before, after).has_value() == validated(after).has_value());
      if (what == 1) RC_ASSERT(!validated(after).has_value());
    }));
  }

  void anEditThatNothingCouldReadIsRefusedWithASentence() {
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "a.png";
    sheet.size = {8, 8};
    Asset asset;
    asset.id = {2};
    asset.name = "chr_a";
    asset.kind = "character";
    asset.frames = {Frame{{3}, "chr_a_1", {1}, {0, 0, 8, 8}, {32768, 0}, kByHand, {}}};
    const auto made = withEdits(newProject("n"), {PutSheet{sheet}, PutAsset{asset}});
    QVERIFY(made.has_value());
    const auto nudged = withEdits(made->project, {SetOrigin{{2}, {3}, {32769, 0}, kByHand}});
    QCOMPARE(
        nudged.error().sentence,
        std::string(
            "chr_a: chr_a_1: is more than 32768 px away, or not a number; nothing was changed"));
  }
};
AMBER_TEST(EditLawTest);

#include "edit_law_tests.moc"
