// Whatever a valid project holds is written and read again, up to the limits.
#include <QTest>
#include <nlohmann/json.hpp>

#include "core/project/edit.h"
#include "core/project/validation/file_size.h"
#include "core/project/validation/valid_project.h"
#include "files/json/json_text.h"
#include "files/project/project_file.h"
#include "files/project/project_merge.h"
#include "glasshouse_project.h"
#include "support/random_edits.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;

namespace {

std::uint64_t valuesIn(const Json& json) {
  std::uint64_t count = 1;
  if (json.is_structured()) {
    for (const Json& part : json) count += valuesIn(part);
  }
  return count;
}

// A mask of the finest stripes that one may hold: a million runs.
MaskShape stripes() {
  MaskShape mask{0, 0, 1999, 1000, {}};
  for (int y = 0; y < mask.h; ++y) {
    for (int x = 0; x < mask.w; x += 2) mask.runs.push_back({y, x, x + 1});
  }
  return mask;
}

Project projectWithFrames(std::uint32_t frames) {
  Project project = newProject("stripes");
  Sheet sheet;
  sheet.id = {1};
  sheet.path = "stripes.png";
  sheet.size = {2000, 1000};
  Asset asset;
  asset.id = {2};
  asset.name = "chr_stripes";
  asset.kind = "character";
  for (std::uint32_t i = 0; i < frames; ++i) {
    asset.frames.push_back(
        Frame{{10 + i}, "f" + std::to_string(i), {1}, {0, 0, 2000, 1000}, {0, 0}, kByHand, {}});
  }
  asset.animations = {{{3}, "idle", LoopMode::Repeat, {{{10}, 100}}}};
  return withEdits(project, {PutSheet{sheet}, PutAsset{asset}})->project;
}

}  // namespace

class FileSizeTest : public QObject {
  Q_OBJECT
 private slots:
  void theTextIsNoLargerThanItsBound() {
    AMBER_PROPERTY("bounds of any project", [] {
      RandomEdits edits(*rc::gen::arbitrary<std::uint64_t>());
      Project project = newProject("any");
      for (int step = 0; step < 40; ++step) {
        const Edit edit = step < 3 ? edits.sensible(step) : edits.any(project);
        if (auto applied = withEdits(project, {edit})) project = std::move(applied->project);
      }
      const std::string text = projectText(project);
      const FileSize size = fileSizeOf(project);
      RC_ASSERT(text.size() <= size.bytes);
      const auto json = jsonFrom(text, {});
      RC_ASSERT(json.has_value());
      RC_ASSERT(valuesIn(*json) <= size.values);
    });
  }

  void theBoundIsNotFarFromTheTruth() {
    const Scratch scratch;
    const auto project = glasshouse::makeProject(scratch.path() + "/demo");
    QVERIFY(project.has_value());
    const std::string text = projectText(*project);
    const FileSize size = fileSizeOf(*project);
    QVERIFY(size.values < 3 * valuesIn(*jsonFrom(text, {})));
  }

  void masksAreAcceptedAsLongAsTheirProjectCanBeOpenedAgain() {
    const Scratch scratch;
    Project project = projectWithFrames(6);
    const MaskShape mask = stripes();
    int accepted = 0;
    for (std::uint32_t i = 0; i < 6; ++i) {
      const SetShape put{{2}, {10 + i}, {"body", mask, std::nullopt}};
      const auto applied = withEdits(project, {put});
      if (!applied) {
        QVERIFY2(applied.error().sentence.find("could not be opened again") != std::string::npos,
                 applied.error().sentence.c_str());
        QVERIFY(applied.error().sentence.find("nothing was changed") != std::string::npos);
        break;
      }
      project = applied->project;
      ++accepted;
    }
    // Two, of 1,000,000 runs each, were saved and could not be read: one is all that a file holds.
    QCOMPARE(accepted, 1);
    QVERIFY(validated(project));
    const std::string path = scratch.path() + "/stripes.amber";
    QVERIFY(writeProject(path, project));
    const auto read = readProject(path);
    QVERIFY2(read, read ? "" : describe(read.error()).c_str());
    QVERIFY(*read == project);
    // What takes nothing away and adds nothing is still accepted.
    QVERIFY(withEdits(project, {SetOrigin{{2}, {10}, {1, 1}, kByHand}}));
    QVERIFY(withEdits(project, {DropShape{{2}, {10}, "body"}}));
  }

  void whatIsTooLargeCannotBeMergedAndSaysSo() {
    const Project base = projectWithFrames(2);
    Project huge = base;
    Course course;
    course.name = "wall of stripes";
    course.solids.assign(5, Shape(stripes()));
    huge.courses = {course};
    QVERIFY(!validated(huge));
    const auto other = withEdits(base, {SetScale{{2}, 2}})->project;
    const auto merged = mergedProject(base, huge, other);
    QVERIFY(!merged.has_value());
  }
};
AMBER_TEST(FileSizeTest);

#include "file_size_tests.moc"
