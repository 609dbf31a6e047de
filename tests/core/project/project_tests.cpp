#include <QElapsedTimer>
#include <QTest>

#include "core/base/exact_number.h"
#include "core/project/edit.h"
#include "core/project/playback.h"
#include "core/project/selection.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;

namespace {

// Two sheets; asset 10 with frames 11 and 12 of sheet 1 and 13 of sheet 2.
Project smallProject() {
  Project project = newProject("small");
  Sheet first;
  first.id = {1};
  first.path = "a.png";
  first.size = {8, 4};
  Sheet second = first;
  second.id = {2};
  second.path = "b.png";
  Asset asset;
  asset.id = {10};
  asset.name = "chr_a";
  asset.kind = "character";
  asset.frames = {Frame{{11}, "f1", {1}, {0, 0, 4, 4}, {}, {}, {}},
                  Frame{{12}, "f2", {1}, {4, 0, 4, 4}, {}, {}, {}},
                  Frame{{13}, "f3", {2}, {0, 0, 4, 4}, {}, {}, {}}};
  asset.animations = {{{20}, "walk", LoopMode::Repeat, {{{11}, 100}, {{12}, 50}}},
                      {{21}, "idle", LoopMode::Once, {{{13}, 70}}}};
  return withEdits(project, {PutSheet{first}, PutSheet{second}, PutAsset{asset}})->project;
}

}  // namespace

class EditTest : public QObject {
  Q_OBJECT
 private slots:
  void anEditLeavesTheOldProjectAsItWas() {
    const Project before = smallProject();
    const Project copy = before;
    const auto after = withEdits(before, {Rename{{10}, {}, {11}, "other"}});
    QVERIFY(before == copy);
    QCOMPARE(after->project.assets.front()->frames[0].name, std::string("other"));
    QCOMPARE(after->touched.assets, std::vector<AssetId>{{10}});
    QVERIFY(after->touched.sheets.empty());
  }

  void whatIsNotTouchedIsShared() {
    const Project before = smallProject();
    const auto after = withEdits(before, {Rename{{10}, {}, {}, "x"}});
    QVERIFY(after->project.sheets[0].sameAs(before.sheets[0]));
    QVERIFY(!after->project.assets[0].sameAs(before.assets[0]));
  }

  void allEditsApplyOrNone() {
    const Project before = smallProject();
    const auto after =
        withEdits(before, {Rename{{10}, {}, {}, "x"}, SetOrigin{{10}, {99}, {}, {}}});
    QVERIFY(!after);
    QCOMPARE(after.error().code, ErrorCode::UnknownTarget);
  }

  void takingASheetOutTakesItsFrames() {
    const auto after = withEdits(smallProject(), {RemoveSheet{{1}}});
    const Asset& asset = *after->project.assets.front();
    QCOMPARE(asset.frames.size(), std::size_t{1});
    QCOMPARE(asset.animations.size(), std::size_t{1});
    QCOMPARE(asset.animations.front().name, std::string("idle"));
  }

  void anAssetWithoutFramesGoes() {
    const auto after = withEdits(smallProject(), {RemoveFrames{{10}, {{11}, {12}, {13}}}});
    QVERIFY(after->project.assets.empty());
  }

  void removingManyFramesOfManyTakesNoLongerThanReadingThem() {
    constexpr std::uint32_t kFrames = 100000;
    Project project = newProject("large");
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "a.png";
    sheet.size = {16, 16};
    Asset asset;
    asset.id = {2};
    asset.kind = "character";
    Animation animation{{3}, "walk", LoopMode::Repeat, {}};
    std::vector<FrameId> half;
    for (std::uint32_t i = 0; i < kFrames; ++i) {
      const FrameId id{10 + i};
      asset.frames.push_back(Frame{id, "f", {1}, {0, 0, 8, 8}, {0, 0}, kByHand, {}});
      animation.steps.push_back({id, 100});
      if (i % 2 == 1) half.push_back(id);
    }
    asset.animations = {animation};
    const auto large = withEdits(project, {PutSheet{sheet}, PutAsset{asset}});
    QVERIFY(large.has_value());
    QElapsedTimer since;
    since.start();
    const auto less = withEdits(large->project, {RemoveFrames{{2}, half}});
    [[maybe_unused]] const qint64 took = since.elapsed();
    QVERIFY(less.has_value());
    QCOMPARE(less->project.assets.front()->frames.size(), std::size_t{kFrames / 2});
    QCOMPARE(less->project.assets.front()->animations.front().steps.size(),
             std::size_t{kFrames / 2});
#ifndef AMBER_SANITIZED
    QVERIFY2(took < 1000, qPrintable(QString("%1 ms").arg(took)));
#endif
  }

  void aShapeOfTheSameRoleIsReplaced() {
    const FrameShape one{"body", Box{0, 0, 2, 2}, Recipe{}};
    const FrameShape two{"body", Box{1, 1, 2, 2}, std::nullopt};
    const auto after =
        withEdits(smallProject(), {SetShape{{10}, {11}, one}, SetShape{{10}, {11}, two}});
    const Frame& frame = after->project.assets.front()->frames[0];
    QCOMPARE(frame.shapes.size(), std::size_t{1});
    QCOMPARE(frame.shapes.front(), two);
  }

  void idsAreNeverUsedAgain() {
    const Project project = smallProject();
    QCOMPARE(project.nextId, 22U);
    QCOMPARE(withEdits(project, {RemoveAsset{{10}}})->project.nextId, 22U);
  }
};
AMBER_TEST(EditTest);

class SelectionTest : public QObject {
  Q_OBJECT
 private slots:
  void scopesName_data() {
    QTest::addColumn<int>("scope");
    QTest::addColumn<int>("count");
    QTest::newRow("frame") << static_cast<int>(Scope::Frame) << 1;
    QTest::newRow("animation") << static_cast<int>(Scope::Animation) << 2;
    QTest::newRow("asset") << static_cast<int>(Scope::Asset) << 3;
    QTest::newRow("selected") << static_cast<int>(Scope::SelectedAssets) << 3;
  }
  void scopesName() {
    QFETCH(int, scope);
    QFETCH(int, count);
    const Project project = smallProject();
    const Selection selection = repaired(project, {});
    QCOMPARE(static_cast<int>(framesIn(project, selection, static_cast<Scope>(scope)).size()),
             count);
  }

  void aSelectionOfWhatIsGoneMovesToWhatIsLeft() {
    const Project project = smallProject();
    const Selection valid = repaired(project, {{7}, {8}, {9}, {3}, {}, {{8}}});
    QCOMPARE(valid, (Selection{{1}, {10}, {20}, {11}, {{11}}, {{10}}, "body"}));
    QCOMPARE(repaired(newProject("empty"), valid), (Selection{{}, {}, {}, {}, {}, {}, "body"}));
  }

  void aFrameOutsideTheAnimationGivesWayToItsFirst() {
    const Selection valid = repaired(smallProject(), {{1}, {10}, {21}, {11}, {}, {{10}}});
    QCOMPARE(valid.frame, FrameId{13});
  }
};
AMBER_TEST(SelectionTest);

class PlaybackTest : public QObject {
  Q_OBJECT

  static Animation threeSteps(LoopMode loop) {
    return {{1}, "a", loop, {{{1}, 100}, {{2}, 50}, {{3}, 200}}};
  }

 private slots:
  void stepsFollowTheirDurations_data() {
    QTest::addColumn<int>("loop");
    QTest::addColumn<QList<int>>("times");
    QTest::addColumn<QList<int>>("steps");
    QTest::newRow("once") << 0 << QList<int>{0, 99, 100, 149, 150, 349, 350, 5000}
                          << QList<int>{0, 0, 1, 1, 2, 2, 2, 2};
    QTest::newRow("repeat") << 1 << QList<int>{0, 349, 350, 450} << QList<int>{0, 2, 0, 1};
    QTest::newRow("Back and forth")
        << 2 << QList<int>{150, 349, 350, 399, 400} << QList<int>{2, 2, 1, 1, 0};
  }
  void stepsFollowTheirDurations() {
    QFETCH(int, loop);
    QFETCH(QList<int>, times);
    QFETCH(QList<int>, steps);
    for (qsizetype i = 0; i < times.size(); ++i) {
      QCOMPARE(static_cast<int>(stepAt(threeSteps(static_cast<LoopMode>(loop)), times[i])),
               steps[i]);
    }
  }

  void oneStepBackAndForthIsOneStep() {
    const Animation one{{1}, "a", LoopMode::BackAndForth, {{{1}, 100}}};
    QCOMPARE(runLength(one), 100);
    QCOMPARE(stepAt(one, 12345), std::size_t{0});
  }

  void durationsAreWholeMilliseconds() {
    QCOMPARE(durationAt(12), 83);
    QCOMPARE(durationAt(10), 100);
    QCOMPARE(durationAt(1e9), 1);
    QCOMPARE(durationAt(1e-9), 60000);
  }
};
AMBER_TEST(PlaybackTest);

class ExactNumberTest : public QObject {
  Q_OBJECT
 private slots:
  void numbersAreShortAndReadBack() {
    QCOMPARE(exactNumber(0.1), std::string("0.1"));
    QCOMPARE(exactNumber(3), std::string("3"));
    QCOMPARE(exactNumber(-0.0), std::string("0"));
    QCOMPARE(exactNumber(123456), std::string("123456"));
    AMBER_PROPERTY("the text reads back as the same number", [] {
      const double value = *rc::gen::arbitrary<double>();
      RC_PRE(std::isfinite(value));
      RC_ASSERT(std::stod(exactNumber(value)) == value);
    });
  }
};
AMBER_TEST(ExactNumberTest);

#include "project_tests.moc"
