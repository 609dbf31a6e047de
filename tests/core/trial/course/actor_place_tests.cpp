#include <QTest>
#include <cmath>

#include "core/project/project.h"
#include "core/trial/course/actor_place.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;

class ActorPlaceTest : public QObject {
  Q_OBJECT
 private slots:
  void anActorGoesToAndFroAtItsSpeed_data() {
    QTest::addColumn<double>("seconds");
    QTest::addColumn<double>("x");
    QTest::addColumn<bool>("mirrored");
    QTest::newRow("at first") << 0.0 << 10.0 << false;
    QTest::newRow("on its way") << 1.0 << 30.0 << false;
    QTest::newRow("nearly there") << 3.9 << 88.0 << false;
    QTest::newRow("on its way back") << 5.0 << 70.0 << true;
    QTest::newRow("again") << 9.0 << 30.0 << false;
  }
  void anActorGoesToAndFroAtItsSpeed() {
    QFETCH(double, seconds);
    QFETCH(double, x);
    QFETCH(bool, mirrored);
    CourseActor actor;
    actor.at = {10, 5};
    actor.to = {90, 5};
    actor.speed = 20;
    const ActorPlace place = placeOf(actor, seconds);
    QVERIFY2(std::abs(place.at.x - x) < 1e-9, qPrintable(QString::number(place.at.x)));
    QCOMPARE(place.at.y, 5.0);
    QCOMPARE(place.mirrored, mirrored);
    // The other way round it faces the other way.
    std::swap(actor.at, *actor.to);
    QCOMPARE(placeOf(actor, seconds).mirrored, !mirrored);
  }

  void ofOnePlaceItStaysThere() {
    CourseActor actor;
    actor.at = {3, 4};
    QVERIFY(placeOf(actor, 7).at.x == 3 && !placeOf(actor, 7).mirrored);
    actor.to = actor.at;
    actor.speed = 50;
    QVERIFY(placeOf(actor, 7).at.y == 4 && !placeOf(actor, 7).mirrored);
  }

  void itNeverLeavesItsWay() {
    AMBER_PROPERTY("any way and time", [] {
      const auto number = [] { return *rc::gen::inRange(-400, 400) / 4.0; };
      CourseActor actor;
      actor.at = {number(), number()};
      actor.to = {number(), number()};
      actor.speed = *rc::gen::inRange(1, 400);
      const double seconds = *rc::gen::inRange(0, 4000) / 60.0;
      const ActorPlace place = placeOf(actor, seconds);
      const double all = std::hypot(actor.to->x - actor.at.x, actor.to->y - actor.at.y);
      const double from = std::hypot(place.at.x - actor.at.x, place.at.y - actor.at.y);
      const double to = std::hypot(place.at.x - actor.to->x, place.at.y - actor.to->y);
      RC_ASSERT(std::abs(from + to - all) < 1e-6);
      // A tick later it has moved at most by its speed.
      const ActorPlace later = placeOf(actor, seconds + 1 / 60.0);
      const double moved = std::hypot(later.at.x - place.at.x, later.at.y - place.at.y);
      RC_ASSERT(moved <= actor.speed / 60.0 + 1e-6);
    });
  }

  void itsFirstAnimationIsWhatItShows() {
    Asset asset;
    for (std::uint32_t id = 1; id <= 3; ++id) {
      Frame frame;
      frame.id = {id};
      asset.frames.push_back(frame);
    }
    QCOMPARE(frameShown(asset, 1), std::size_t{0});
    Animation animation;
    animation.id = {9};
    animation.loop = LoopMode::Repeat;
    animation.steps = {{{3}, 100}, {{1}, 200}};
    asset.animations.push_back(animation);
    QCOMPARE(frameShown(asset, 0), std::size_t{2});
    QCOMPARE(frameShown(asset, 0.15), std::size_t{0});
    QCOMPARE(frameShown(asset, 0.35), std::size_t{2});
  }
};
AMBER_TEST(ActorPlaceTest);

#include "actor_place_tests.moc"
