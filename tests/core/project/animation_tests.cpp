#include <QTest>

#include "core/project/animation_edits.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

Asset walker(std::size_t steps) {
  Asset asset;
  asset.id = {1};
  Animation walk{{50}, "walk", LoopMode::Repeat, {}};
  for (std::uint32_t i = 0; i < steps; ++i) {
    Frame frame;
    frame.id = {10 + i};
    asset.frames.push_back(frame);
    walk.steps.push_back({frame.id, 100});
  }
  asset.animations.push_back(walk);
  return asset;
}

std::string orderOf(const Asset& asset, AnimationId id = {50}) {
  std::string order;
  for (const Step& step : findAnimation(asset, id)->steps) {
    order += static_cast<char>('a' + step.frame.value - 10);
  }
  return order;
}

}  // namespace

class AnimationEditsTest : public QObject {
  Q_OBJECT

 private slots:
  void stepsAreMoved_data() {
    QTest::addColumn<QList<int>>("chosen");
    QTest::addColumn<int>("before");
    QTest::addColumn<QString>("order");
    QTest::addColumn<int>("first");
    QTest::newRow("to the front") << QList<int>{2} << 0 << "cabde" << 0;
    QTest::newRow("to the end") << QList<int>{0} << 5 << "bcdea" << 4;
    QTest::newRow("two that lie apart") << QList<int>{0, 3} << 2 << "badce" << 1;
    QTest::newRow("into itself") << QList<int>{1, 2} << 2 << "abcde" << 1;
  }
  void stepsAreMoved() {
    QFETCH(QList<int>, chosen);
    QFETCH(int, before);
    std::vector<std::size_t> steps(chosen.begin(), chosen.end());
    const MovedSteps moved =
        withStepsMoved(walker(5), {50}, steps, static_cast<std::size_t>(before));
    QTEST(QString::fromStdString(orderOf(moved.asset)), "order");
    QTEST(static_cast<int>(moved.first), "first");
  }

  void movingLosesNoStep() {
    AMBER_PROPERTY("the same steps in another order", [] {
      const auto count = static_cast<std::size_t>(*rc::gen::inRange(1, 9));
      std::vector<std::size_t> chosen;
      for (std::size_t i = 0; i < count; ++i) {
        if (*rc::gen::arbitrary<bool>()) chosen.push_back(i);
      }
      const auto before =
          static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(count) + 1));
      std::string order = orderOf(withStepsMoved(walker(count), {50}, chosen, before).asset);
      std::sort(order.begin(), order.end());
      RC_ASSERT(order == orderOf(walker(count)));
    });
  }

  void stepsAreRepeatedTimedAndTakenOut() {
    Asset asset = withStepsRepeated(walker(3), {50}, {0, 2});
    QCOMPARE(orderOf(asset), std::string("aabcc"));
    asset = withDurations(asset, {50}, {1, 4}, 250);
    QCOMPARE(findAnimation(asset, AnimationId{50})->steps[1].durationMs, 250);
    QCOMPARE(findAnimation(asset, AnimationId{50})->steps[2].durationMs, 100);
    asset = withDurations(asset, {50}, {}, 40);
    QCOMPARE(findAnimation(asset, AnimationId{50})->steps[4].durationMs, 40);
    asset = withoutSteps(asset, {50}, {0, 3});
    QCOMPARE(orderOf(asset), std::string("abc"));
    // The only animation keeps a step; an animation beside others goes with its last.
    QCOMPARE(orderOf(withoutSteps(asset, {50}, {0, 1, 2})), std::string("a"));
    asset = withCopy(asset, {50}, {60});
    asset = withoutSteps(asset, {50}, {0, 1, 2});
    QCOMPARE(asset.animations.size(), std::size_t{1});
    QCOMPARE(asset.frames.size(), std::size_t{3});
  }

  void animationsAreMadeCopiedAndPutFirst() {
    Asset asset = withAnimation(walker(3), {60}, "walk", {{12}, {10}});
    QCOMPARE(asset.animations[1].name, std::string("walk_2"));
    QCOMPARE(orderOf(asset, {60}), std::string("ca"));
    asset = withCopy(asset, {50}, {70});
    QCOMPARE(asset.animations[1].name, std::string("walk_3"));
    asset = withDefault(asset, {60});
    QCOMPARE(asset.animations.front().id, AnimationId{60});
    QCOMPARE(asset.animations[1].id, AnimationId{50});
    asset = withoutAnimation(asset, {50});
    QCOMPARE(asset.animations.size(), std::size_t{2});
  }
};
AMBER_TEST(AnimationEditsTest);

#include "animation_tests.moc"
