#include <rapidcheck.h>

#include <QElapsedTimer>
#include <QTest>
#include <cmath>
#include <random>

#include "core/geometry/contact/parting.h"
#include "core/geometry/contact/pose.h"
#include "core/trial/course/course_limits.h"
#include "core/trial/course/course_setup.h"
#include "core/trial/course/try_everything.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

constexpr CourseKeys kRight{.right = true};
constexpr CourseKeys kLeap{.right = true, .jump = true};

// An asset of one frame or more, about its origin at (0,0), and a course that it runs over.
struct Runner {
  Project project = newProject("course");
  Course course;
  MoverRules rules;

  explicit Runner(std::vector<Shape> frames) {
    Asset asset;
    asset.id = AssetId{1};
    asset.name = "chr_keeper";
    asset.kind = "character";
    asset.motion = Motion::Dynamic;
    std::uint32_t id = 2;
    for (Shape& shape : frames) {
      Frame frame;
      frame.id = FrameId{id++};
      frame.name = "chr_keeper_" + std::to_string(frame.id.value);
      frame.shapes.push_back({"body", std::move(shape)});
      asset.frames.push_back(std::move(frame));
    }
    project.assets.emplace_back(std::move(asset));
    rules.rate = 10;
    rules.gravity = 0;
    rules.speed = 50;
  }

  Asset asset() const { return *project.assets.front(); }
  void put(Asset asset) { project.assets.front() = SharedValue<Asset>(std::move(asset)); }
  // Places an asset on the course, with a box in a role.
  void stand(const std::string& name, const std::string& role, Box box, GamePoint at) {
    Asset asset;
    asset.id = AssetId{100 + static_cast<std::uint32_t>(project.assets.size())};
    asset.name = name;
    asset.kind = "tile";
    Frame frame;
    frame.id = FrameId{asset.id.value + 1000};
    frame.name = name + "_1";
    frame.shapes.push_back({role, box});
    asset.frames.push_back(std::move(frame));
    project.assets.emplace_back(std::move(asset));
    course.actors.push_back({name, at});
  }
  CourseRunner runner() const {
    auto world = CourseWorld::make(project, *project.assets.front(), course, {});
    if (!world) qFatal("%s", world.error().sentence.c_str());
    return CourseRunner(*world, rules);
  }
  CourseRun run(const std::vector<CourseKeys>& keys) const {
    CourseRunner runner = this->runner();
    for (const CourseKeys& one : keys) runner.tick(one);
    return runner.ended();
  }
  CourseRun run(CourseKeys keys, int ticks) const {
    return run(std::vector<CourseKeys>(static_cast<std::size_t>(ticks), keys));
  }
};

const Box kBox{-5, -10, 10, 10};

std::vector<std::string> eventsOf(const CourseRun& run) {
  std::vector<std::string> events;
  for (const CourseEvent& one : run.events) {
    events.push_back(std::to_string(one.tick) + " " +
                     std::string(kCourseEventWords[static_cast<std::size_t>(one.kind)]));
  }
  return events;
}

using Events = std::vector<std::string>;

// The plain ways, asked of the pieces themselves.
struct Plain {
  std::vector<std::vector<ConvexPiece>> solids;
  std::vector<ConvexPiece> body;

  bool overlaps(double x, double y) const {
    return std::any_of(solids.begin(), solids.end(),
                       [&](const auto& solid) { return anyMeet(solid, moved(body, x, y)); });
  }
  void axis(double& at, double move, const double& x, const double& y, bool close,
            double& speed) const {
    const double from = at;
    const double sign = move < 0 ? -1 : 1;
    const int whole = static_cast<int>(std::floor(std::abs(move)));
    if (close) {
      for (int k = 1; k <= whole; ++k) {
        const double free = at;
        at = from + sign * k;
        if (!overlaps(x, y)) continue;
        at = free;
        speed = 0;
        return;
      }
    }
    const double free = at;
    at = from + move;
    if (!overlaps(x, y)) return;
    at = free;
    speed = 0;
  }
};

Shape anyShape(std::mt19937& random) {
  std::uniform_real_distribution<double> unit(-1, 1);
  const auto size = [&] { return 2 + 6 * std::abs(unit(random)); };
  switch (random() % 5) {
    case 0:
      return Box{-size(), -size(), size() + 8, size() + 8};
    case 1:
      return Circle{unit(random), unit(random), size()};
    case 2:
      return Capsule{unit(random) * 4, -6 + unit(random), unit(random) * 4, 4, size()};
    case 3:
      return Polygon{{{-6, -4}, {0, -1}, {6, -4}, {5, 5}, {0, 2}, {-5, 5}}};
    default:
      return Polygon{{{-5, -5}, {4, -7}, {6, 2}, {1, 6}, {-4, 4}}};
  }
}

Course anyCourse(std::mt19937& random, bool whole) {
  std::uniform_real_distribution<double> unit(-1, 1);
  Course course;
  for (int i = 0; i < 6; ++i) {
    double x = unit(random) * 60;
    double y = unit(random) * 60;
    if (whole) {
      x = std::round(x);
      y = std::round(y);
    }
    if (random() % 3 == 0) {
      course.solids.emplace_back(Polygon{{{x, y}, {x + 14, y + 6}, {x + 11, y + 17}}});
    } else {
      course.solids.emplace_back(Box{x, y, 4.0 + static_cast<double>(random() % 20), 7});
    }
  }
  return course;
}

// A run by any keys, compared tick by tick with the plain way.
void compareWithPlain(unsigned seed, bool close) {
  std::mt19937 random(seed);
  std::uniform_real_distribution<double> unit(-1, 1);
  Runner runner({anyShape(random)});
  runner.course = anyCourse(random, random() % 2 == 0);
  runner.rules.moves = close ? Moves::Close : Moves::Axes;
  runner.rules.speed = 10 + 200 * std::abs(unit(random));
  runner.rules.gravity = 300;
  runner.rules.fall = 200;
  Plain plain;
  plain.body = piecesOf(runner.asset().frames[0].shapes[0].geometry, {});
  for (const CourseSolid& solid : runner.course.solids) {
    plain.solids.push_back(piecesOf(std::get<Shape>(solid), {}));
  }
  CourseRunner fast = runner.runner();
  double x = 0;
  double y = 0;
  double fall = 0;
  for (int tick = 0; tick < 40; ++tick) {
    // Facing left would mirror the body, which the plain way leaves out.
    const CourseKeys keys{.right = random() % 4 != 0};
    double speed = keys.right ? runner.rules.speed : 0;
    fall = std::min(fall + 30, 200.0);
    if (speed != 0) plain.axis(x, speed / 10, x, y, close, speed);
    if (fall != 0) plain.axis(y, fall / 10, x, y, close, fall);
    fast.tick(keys);
    const CourseTick& now = fast.run().ticks.back();
    QVERIFY2(std::abs(now.place.x - x) < 1e-9 && std::abs(now.place.y - y) < 1e-9,
             qPrintable(QString("seed %1 tick %2: %3,%4 not %5,%6")
                            .arg(seed)
                            .arg(tick)
                            .arg(now.place.x)
                            .arg(now.place.y)
                            .arg(x)
                            .arg(y)));
  }
}

}  // namespace

class CourseTest : public QObject {
  Q_OBJECT
 private slots:
  void aMaskOfVeryManyRunsIsRefusedBeforeItIsTakenApart() {
    // Stripes that differ in every row: each run would be a separate piece.
    MaskShape mask{0, 0, 2000, 500, {}};
    for (int y = 0; y < mask.h; ++y) {
      for (int x = y % 2; x + 1 < mask.w + y % 2; x += 2) mask.runs.push_back({y, x, x + 1});
    }
    Runner runner({kBox});
    runner.course.solids = {Shape(mask)};
    QElapsedTimer since;
    since.start();
    const auto world =
        CourseWorld::make(runner.project, *runner.project.assets.front(), runner.course, {});
    [[maybe_unused]] const qint64 took = since.elapsed();
    QVERIFY(!world.has_value());
    QVERIFY(world.error().sentence.find("solid 1 has too many parts") == 0);
#ifndef AMBER_SANITIZED
    QVERIFY2(took < 2000, qPrintable(QString("%1 ms").arg(took)));
#endif
    // Columns that go on below each other are one piece each.
    MaskShape columns{0, 0, 200, 900, {}};
    for (int y = 0; y < columns.h; ++y) {
      for (int x = 0; x < columns.w; x += 2) columns.runs.push_back({y, x, x + 1});
    }
    columns.w = 199;
    runner.course.solids = {Shape(columns)};
    QVERIFY(CourseWorld::make(runner.project, *runner.project.assets.front(), runner.course, {}));
  }

  void aPlaceLiesInAnObstacleWhereTheShapesMeet() {
    for (unsigned seed = 0; seed < 300; ++seed) {
      std::mt19937 random(seed);
      std::uniform_real_distribution<double> unit(-1, 1);
      const auto standing = piecesOf(anyShape(random), {});
      const auto moving = piecesOf(anyShape(random), {});
      for (const ConvexPiece& p : standing) {
        for (const ConvexPiece& q : moving) {
          const Obstacle obstacle(p, q);
          for (int i = 0; i < 12; ++i) {
            const Vertex at{unit(random) * 20, unit(random) * 20};
            const Contact contact = contactOf(p, moved({q}, at.x, at.y).front());
            QCOMPARE(obstacle.holds(at), contact.meet());
            const Obstacle::Surface surface = obstacle.surfaceAt(at);
            const double told = contact.meet() ? -contact.depth : contact.gap;
            QVERIFY2(std::abs(surface.distance - told) < 1e-9, qPrintable(QString::number(seed)));
          }
        }
      }
    }
  }

  void aMoveStopsWhereTheShapesFirstTouch() {
    int hits = 0;
    for (unsigned seed = 0; seed < 6000; ++seed) {
      std::mt19937 random(seed);
      std::uniform_real_distribution<double> unit(-1, 1);
      const ConvexPiece p = piecesOf(anyShape(random), {}).front();
      const ConvexPiece q = piecesOf(anyShape(random), {}).front();
      const Obstacle obstacle(p, q);
      const Vertex from{unit(random) * 40, unit(random) * 40};
      const Vertex move{unit(random) * 60, unit(random) * 60};
      if (obstacle.holds(from)) continue;
      const auto hit = obstacle.hitBy(from, move);
      constexpr int kSamples = 400;
      int first = -1;
      for (int i = 0; i <= kSamples && first < 0; ++i) {
        const double share = static_cast<double>(i) / kSamples;
        if (obstacle.holds({from.x + move.x * share, from.y + move.y * share})) first = i;
      }
      if (first >= 0) QVERIFY2(hit.has_value(), qPrintable(QString::number(seed)));
      if (!hit) continue;
      ++hits;
      const Vertex at{from.x + move.x * hit->share, from.y + move.y * hit->share};
      QVERIFY(std::abs(obstacle.surfaceAt(at).distance) < 1e-6);
      QVERIFY(hit->normal.x * move.x + hit->normal.y * move.y < 0);
      if (first >= 0) QVERIFY(hit->share <= static_cast<double>(first) / kSamples + 1e-9);
      if (first > 0) QVERIFY(hit->share >= static_cast<double>(first - 1) / kSamples - 1e-9);
    }
    QVERIFY(hits > 300);
  }

  void aBoxThreePxFromAWallStopsThreePxShortByAxesAndAtItByClose() {
    Runner runner({kBox});
    runner.course.solids = {Box{8, -30, 10, 60}};
    runner.rules.moves = Moves::Axes;
    CourseRun run = runner.run(kRight, 3);
    QCOMPARE(run.ticks.back().place, (GamePoint{0, 0}));
    QCOMPARE(eventsOf(run), (Events{"0 gap"}));
    QCOMPARE(run.events[0].px, 3.0);
    QCOMPARE(run.events[0].with, std::string("solid 1"));
    QCOMPARE(run.events[0].text, std::string("body is stopped 3 px short of solid 1"));
    runner.rules.moves = Moves::Close;
    run = runner.run(kRight, 3);
    QCOMPARE(run.ticks.back().place, (GamePoint{3, 0}));
    QCOMPARE(eventsOf(run), Events{});
    // The last part of a px is a separate step, and the rest of the move is dropped.
    runner.course.solids = {Box{8.5, -30, 10, 60}};
    run = runner.run(kRight, 3);
    QCOMPARE(run.ticks.back().place, (GamePoint{3, 0}));
    QCOMPARE(run.worst(CourseEventKind::Gap), 0.5);
    for (const Moves moves : {Moves::Slide, Moves::Push}) {
      runner.rules.moves = moves;
      run = runner.run(kRight, 3);
      QVERIFY(std::abs(run.ticks.back().place.x - 3.5) < 1e-9);
      QCOMPARE(eventsOf(run), Events{});
    }
  }

  void aThinWallIsPassedFromTheTickMoveThatGeometrySays() {
    // 10 px of box and 2 of wall: a move of 12 px goes from touching to touching.
    for (const Moves moves : {Moves::Axes, Moves::Push}) {
      for (const double move : {11.5, 12.0, 14.0}) {
        Runner runner({kBox});
        runner.rules.moves = moves;
        runner.course.solids = {Box{5, -30, 2, 60}};
        runner.rules.speed = move * 10;
        const CourseRun run = runner.run(kRight, 1);
        const bool through = run.count(CourseEventKind::Tunnel) == 1;
        QCOMPARE(through, moves == Moves::Axes ? move >= 12 : move > 6);
      }
    }
    Runner slow({kBox});
    slow.course.solids = {Box{5, -30, 2, 60}};
    slow.rules.speed = 4000;
    for (const Moves moves : {Moves::Close, Moves::Slide}) {
      slow.rules.moves = moves;
      const CourseRun run = slow.run(kRight, 1);
      QCOMPARE(run.count(CourseEventKind::Tunnel), 0);
      QCOMPARE(run.ticks.back().place.x, 0.0);
    }
  }

  void whatItWalksAlongOrOffIsNoTunnel() {
    // Up a ramp, over its top, and off its end; and out of a wall that it began in.
    for (const Moves moves : {Moves::Axes, Moves::Close, Moves::Push}) {
      Runner runner({kBox});
      runner.course.solids = {Box{-50, 0, 70, 20},
                              Polygon{{{20, 0}, {60, -24}, {60, 20}, {20, 20}}},
                              Box{60, -24, 40, 44}};
      runner.rules.moves = moves;
      runner.rules.gravity = 200;
      QCOMPARE(runner.run(kRight, 30).count(CourseEventKind::Tunnel), 0);
    }
    Runner within({kBox});
    within.rules.moves = Moves::Axes;
    within.rules.speed = 200;
    within.course.solids = {Box{2, -30, 8, 60}};
    QCOMPARE(within.run(kRight, 1).ticks.back().place.x, 20.0);
    QCOMPARE(within.run(kRight, 1).count(CourseEventKind::Tunnel), 0);
  }

  void byAxesAndCloseItGoesAsPlainlyAsAnyCaseShows() {
    for (unsigned seed = 0; seed < 150; ++seed) {
      compareWithPlain(seed, seed % 2 == 0);
      if (QTest::currentTestFailed()) return;
    }
  }

  void byPushItGoesAsPlainlyAsAnyCaseShows() {
    for (unsigned seed = 0; seed < 120; ++seed) {
      std::mt19937 random(seed);
      std::uniform_real_distribution<double> unit(-1, 1);
      Runner runner({anyShape(random)});
      runner.course = anyCourse(random, random() % 2 == 0);
      runner.rules.moves = Moves::Push;
      runner.rules.speed = 10 + 100 * std::abs(unit(random));
      runner.rules.gravity = 300;
      runner.rules.fall = 200;
      const auto body = piecesOf(runner.asset().frames[0].shapes[0].geometry, {});
      CourseRunner fast = runner.runner();
      double x = 0;
      double y = 0;
      double fall = 0;
      for (int tick = 0; tick < 30; ++tick) {
        const CourseKeys keys{.right = random() % 4 != 0};
        double across = keys.right ? runner.rules.speed : 0;
        fall = std::min(fall + 30, 200.0);
        x += across / 10;
        y += fall / 10;
        bool pushed = true;
        for (int round = 0; round < 4 && pushed; ++round) {
          pushed = false;
          for (const CourseSolid& solid : runner.course.solids) {
            const auto pieces = piecesOf(std::get<Shape>(solid), {});
            const Contact contact = partingOf(pieces, moved(body, x, y));
            if (!contact.meet()) continue;
            pushed = true;
            x += contact.normal.x * contact.depth;
            y += contact.normal.y * contact.depth;
            const double into = across * contact.normal.x + fall * contact.normal.y;
            if (into >= 0) continue;
            across -= contact.normal.x * into;
            fall -= contact.normal.y * into;
          }
        }
        fast.tick(keys);
        const CourseTick& now = fast.run().ticks.back();
        QVERIFY2(std::hypot(now.place.x - x, now.place.y - y) < 1e-6,
                 qPrintable(QString("seed %1 tick %2").arg(seed).arg(tick)));
      }
    }
  }

  void bySlideItNeverLiesInASolidNorGoesThroughOne() {
    for (unsigned seed = 0; seed < 300; ++seed) {
      std::mt19937 random(seed);
      std::uniform_real_distribution<double> unit(-1, 1);
      Runner runner({anyShape(random)});
      runner.course = anyCourse(random, random() % 2 == 0);
      runner.course.view = random() % 3 == 0 ? CourseView::Above : CourseView::Side;
      runner.rules.moves = Moves::Slide;
      runner.rules.speed = 20 + 400 * std::abs(unit(random));
      runner.rules.gravity = 300;
      runner.rules.fall = 300;
      runner.rules.step = random() % 2 == 0 ? 4 : 0;
      CourseRunner run = runner.runner();
      const auto world =
          *CourseWorld::make(runner.project, *runner.project.assets.front(), runner.course, {});
      const FigureLook& look = world->figure().looks[0][0];
      const auto depthAt = [&](GamePoint at) {
        double deepest = 0;
        for (const Standing& one : world->standing(0)) {
          deepest = std::max(deepest, world->parting(look, {at.x, at.y}, one).contact.depth);
        }
        return deepest;
      };
      // A start in a solid is pushed out of, in rounds; then it is free.
      double before = depthAt({0, 0});
      for (int tick = 0; tick < 40; ++tick) {
        run.tick({.right = random() % 3 != 0, .down = random() % 2 == 0});
        const CourseTick& now = run.run().ticks.back();
        const double depth = depthAt(now.place);
        if (before < 1e-6) QVERIFY2(depth < 1e-6, qPrintable(QString::number(seed)));
        before = depth;
      }
    }
  }

  void aFlushRowOfTilesNeverStopsASlide() {
    for (const Shape& shape : {Shape(kBox), Shape(Capsule{0, -6, 0, -4, 4}),
                               Shape(Polygon{{{-5, -10}, {5, -10}, {5, 0}, {-5, 0}}})}) {
      Runner runner({shape});
      for (int i = -2; i < 40; ++i) runner.course.solids.emplace_back(Box{i * 7.3, 0, 7.3, 9});
      runner.rules.moves = Moves::Slide;
      runner.rules.gravity = 200;
      runner.rules.speed = 31;
      const CourseRun run = runner.run(kRight, 60);
      QVERIFY(std::abs(run.ticks.back().place.x - 60 * 3.1) < 1e-6);
      QCOMPARE(run.ground, 60);
      QCOMPARE(eventsOf(run), Events{});
    }
  }

  void aCapsuleClimbsWhatABoxCatchesOn() {
    const auto runOf = [](const Shape& shape, double step) {
      Runner runner({shape});
      runner.course.solids = {Box{-50, 0, 80, 20}, Box{30, -2, 200, 22}};
      runner.rules.moves = Moves::Slide;
      runner.rules.gravity = 200;
      runner.rules.step = step;
      return runner.run(kRight, 20);
    };
    const CourseRun box = runOf(Box{-5, -20, 10, 20}, 0);
    QCOMPARE(eventsOf(box), (Events{"5 catch"}));
    QCOMPARE(box.events[0].px, 2.0);
    QVERIFY(box.ticks.back().place.x < 30);
    const CourseRun capsule = runOf(Capsule{0, -12, 0, -8, 8}, 0);
    QCOMPARE(eventsOf(capsule), Events{});
    QVERIFY(std::abs(capsule.ticks.back().place.x - 100) < 1e-6);
    QVERIFY(std::abs(capsule.ticks.back().place.y + 2) < 1e-6);
    // A game that climbs ledges takes the box up too.
    const CourseRun climbing = runOf(Box{-5, -20, 10, 20}, 2);
    QCOMPARE(eventsOf(climbing), Events{});
    QVERIFY(climbing.ticks.back().place.x > 90);
    QCOMPARE(climbing.ground, 20);
  }

  void slopesAreWalkedUpToTheLimit() {
    for (const double limit : {30.0, 45.0, 60.0}) {
      Runner runner({Shape(Capsule{0, -12, 0, -8, 8})});
      runner.course.solids = {Box{-50, 0, 90, 20},
                              Polygon{{{40, 0}, {90, -50}, {90, 20}, {40, 20}}}};
      runner.rules.moves = Moves::Slide;
      runner.rules.gravity = 200;
      runner.rules.slope = limit;
      const CourseRun run = runner.run(kRight, 16);
      QCOMPARE(run.ticks.back().place.x > 60, limit >= 45);
      if (limit < 45) continue;
      // It keeps its speed to the side, and the ground under it.
      QVERIFY(std::abs(run.ticks.back().place.x - 80) < 1e-6);
      QCOMPARE(run.ground, 16);
      // And down again without flying off.
      std::vector<CourseKeys> keys(16, kRight);
      keys.resize(26, {.left = true});
      const CourseRun back = runner.run(keys);
      QCOMPARE(back.ground, 26);
    }
  }

  void aNewShapePopsByThePxItGrew() {
    for (const double grown : {0.5, 2.0, 7.0}) {
      Runner runner({kBox, Shape(Box{-5, -10, 10, 10 + grown})});
      Asset asset = runner.asset();
      asset.animations = {{AnimationId{50},
                           "walk",
                           LoopMode::Repeat,
                           {{asset.frames[0].id, 300}, {asset.frames[1].id, 300}}}};
      runner.put(asset);
      runner.course.solids = {Box{-50, 0, 200, 20}};
      const CourseRun run = runner.run(kRight, 6);
      QCOMPARE(run.count(CourseEventKind::Pop), 1);
      QCOMPARE(run.events[0].tick, 3);
      QCOMPARE(run.events[0].px, grown);
      QCOMPARE(run.ticks[3].frame, std::size_t{1});
    }
  }

  void aJumpIsAsHighAsItsTicksAddUpToAndEndsOnTheGround() {
    Runner runner({kBox});
    runner.course.solids = {Box{-50, 0, 900, 20}};
    runner.rules.gravity = 200;
    runner.rules.jump = 100;
    runner.rules.fall = 500;
    std::vector<CourseKeys> keys(2, kRight);
    keys.push_back(kLeap);
    keys.resize(30, kRight);
    const CourseRun run = runner.run(keys);
    QVERIFY(run.jump.has_value());
    QCOMPARE(run.jump->height, 8.0 + 6 + 4 + 2);
    // Rises for 4 ticks, is level for one, and falls for 4.
    QCOMPARE(run.jump->length, 5.0 * 9);
    QCOMPARE(run.ground, 30 - 8);
    QCOMPARE(eventsOf(run), Events{});
  }

  void groundThatComesAndGoesOnALevelFloorFlickers() {
    Runner runner({kBox, Shape(Box{-5, -10, 10, 9.9})});
    Asset asset = runner.asset();
    asset.animations = {{AnimationId{50},
                         "walk",
                         LoopMode::Repeat,
                         {{asset.frames[0].id, 400}, {asset.frames[1].id, 100}}}};
    runner.put(asset);
    runner.course.solids = {Box{-50, 0, 900, 20}};
    // By axes the shorter shape hangs a tenth of a px above the floor for a tick.
    runner.rules.moves = Moves::Axes;
    runner.rules.gravity = 0;
    const CourseRun axes = runner.run(kRight, 12);
    QVERIFY(axes.count(CourseEventKind::Flicker) >= 1);
    QCOMPARE(axes.events.front().tick, 5);
  }

  void whatCannotMoveIsStuck() {
    Runner runner({kBox});
    runner.course.solids = {Box{-8, -14, 3, 20}, Box{5, -14, 3, 20}, Box{-8, -14, 16, 4},
                            Box{-8, 0, 16, 4}};
    const CourseRun run = runner.run(kRight, 4);
    QCOMPARE(run.count(CourseEventKind::Stuck), 1);
    QCOMPARE(run.ticks.back().place, (GamePoint{0, 0}));
    runner.course.solids.pop_back();
    QCOMPARE(runner.run(kRight, 4).count(CourseEventKind::Stuck), 0);
  }

  void participantsAreMetByTheLayers() {
    Runner runner({kBox});
    runner.stand("tile_wall", "body", {-4, -30, 8, 60}, {40, 0});
    runner.rules.moves = Moves::Close;
    QCOMPARE(runner.run(kRight, 20).ticks.back().place.x, 31.0);
    // The same on layers that pass each other.
    Asset wall = *runner.project.assets[1];
    wall.settings = {{"body", std::nullopt, LayerSet{0}, LayerSet{0}}};
    runner.project.assets[1] = SharedValue<Asset>(wall);
    QCOMPARE(runner.run(kRight, 20).ticks.back().place.x, 100.0);
    // As a solid of the course it stops regardless of the layers.
    runner.course.actors.clear();
    runner.course.solids = {StandingAsset{"tile_wall", 1, {40, 0}, false}};
    QCOMPARE(runner.run(kRight, 20).ticks.back().place.x, 31.0);
  }

  void whatNoticesIsToldFromTickToTick() {
    Runner runner({kBox});
    runner.project.roles.push_back({"reach", Duty::Notices, 1, 1});
    Asset asset = runner.asset();
    asset.frames[0].shapes.push_back({"reach", Box{-8, -10, 16, 10}});
    runner.put(asset);
    runner.stand("pick_pod", "body", {-2, -10, 4, 10}, {40, 0});
    Asset pod = *runner.project.assets[1];
    pod.settings = {{"body", Duty::Notices, std::nullopt, LayerSet{0}}};
    runner.project.assets[1] = SharedValue<Asset>(pod);
    const CourseRun run = runner.run(kRight, 20);
    // The reach lies from x - 8 to x + 8, the pod from 38 to 42: more than 30, less than 50.
    const auto reach = std::find_if(run.events.begin(), run.events.end(),
                                    [](const CourseEvent& one) { return one.role == "reach"; });
    QVERIFY(reach != run.events.end());
    QCOMPARE(reach->tick, 6);
    QCOMPARE(reach->until, 8);
    QCOMPARE(reach->with, std::string("pick_pod:body"));
    // What lasts a tick ends at that tick.
    Runner quick = runner;
    quick.rules.speed = 200;
    const CourseRun passing = quick.run(kRight, 6);
    const auto once = std::find_if(passing.events.begin(), passing.events.end(),
                                   [](const CourseEvent& one) { return one.role == "reach"; });
    QVERIFY(once != passing.events.end());
    QCOMPARE(once->tick, 1);
    QCOMPARE(once->until, 1);
    // Without anything to notice there is no fault, although an expectation requires it; with
    // something too far away there is.
    runner.project.expectations = {{{PhraseOf::Asset, "chr_keeper", "reach"},
                                    Verb::Notices,
                                    {PhraseOf::All, "", "body"},
                                    false}};
    QCOMPARE(runner.run(kRight, 20).count(CourseEventKind::Deaf), 0);
    const CourseRun shortRun = runner.run(kRight, 3);
    QCOMPARE(eventsOf(shortRun), (Events{"2 deaf"}));
    runner.course.actors.clear();
    QCOMPARE(runner.run(kRight, 3).count(CourseEventKind::Deaf), 0);
  }

  void aRunSplitAtAnyTickGoesOnAsOneWould() {
    for (const Moves moves : {Moves::Axes, Moves::Close, Moves::Slide, Moves::Push}) {
      Runner runner({kBox, Shape(Capsule{0, -12, 0, -6, 6})});
      Asset asset = runner.asset();
      asset.animations = {{AnimationId{50},
                           "walk",
                           LoopMode::Repeat,
                           {{asset.frames[0].id, 130}, {asset.frames[1].id, 170}}}};
      runner.put(asset);
      runner.rules = rulesFor({-5, -10, 5, 0});
      runner.rules.moves = moves;
      runner.course = *builtInCourse("tour", CourseView::Side, {-5, -10, 5, 0},
                                     sizesFor({-5, -10, 5, 0}, runner.rules));
      const CourseScript script = *builtInScript("jump", 400, 60);
      CourseRunner whole = runner.runner();
      std::vector<CourseRunner> copies;
      for (int tick = 0; tick < script.ticks; ++tick) {
        if (tick % 97 == 50) copies.push_back(whole);
        whole.tick(keysAt(script, tick));
      }
      for (CourseRunner& copy : copies) {
        for (int tick = static_cast<int>(copy.run().ticks.size()); tick < script.ticks; ++tick) {
          copy.tick(keysAt(script, tick));
        }
        QVERIFY(copy.run().events == whole.run().events);
        QCOMPARE(copy.run().ticks.back().place, whole.run().ticks.back().place);
      }
    }
  }

  void everyBuiltInCourseIsSoundAndRuns() {
    for (const CourseView view : {CourseView::Side, CourseView::Above}) {
      for (const std::string_view name : kCourseNames) {
        Runner runner({kBox});
        CourseChoice choice;
        choice.course = name;
        choice.view = view;
        for (const Moves moves : {Moves::Axes, Moves::Close, Moves::Slide, Moves::Push}) {
          choice.moves = moves;
          const auto setup = courseSetup(runner.project, runner.asset(), choice);
          QVERIFY(setup.has_value());
          const auto run = courseRun(runner.project, *runner.project.assets.front(), *setup);
          QVERIFY(run.has_value());
          QCOMPARE(run->ticks.size(), static_cast<std::size_t>(setup->script.ticks));
          QVERIFY(run->ticks.back().place.x > 20);
          if (view == CourseView::Side) QVERIFY(run->ground > 20);
        }
      }
    }
  }

  void limitsAreWhatGeometrySays() {
    Runner runner({Shape(Box{-5, -20, 10, 20})});
    CourseChoice choice;
    choice.wall = 2;
    choice.moves = Moves::Axes;
    choice.numbers.rate = 50;
    const auto limitsOf = [&] {
      return *courseLimits(runner.project, runner.asset(),
                           *courseSetup(runner.project, runner.asset(), choice));
    };
    CourseLimits limits = limitsOf();
    // 10 px of box and 2 of wall, 50 times a second.
    QVERIFY(std::abs(*limits.safeSpeed - 12 * 50) <= 0.01 * 50 + 1e-9);
    QCOMPARE(limits.ceiling, std::optional(20.0));
    QCOMPARE(limits.gap, std::optional(10.0));
    QCOMPARE(limits.ledge, std::optional(0.0));
    QCOMPARE(limits.slope, std::optional(0.0));
    choice.moves = Moves::Slide;
    choice.numbers.slope = 33;
    choice.numbers.step = 6;
    limits = limitsOf();
    QVERIFY(!limits.safeSpeed);
    QCOMPARE(limits.ledge, std::optional(6.0));
    QCOMPARE(limits.slope, std::optional(33.0));
    choice.view = CourseView::Above;
    QVERIFY(!limitsOf().slope);
    QCOMPARE(limitsOf().gap, std::optional(20.0));
  }

  void everyInputIsTriedAndTheWorstIsToldWithItsKeys() {
    Runner runner({Shape(Box{-5, -20, 10, 20})});
    CourseChoice choice;
    choice.course = "steps";
    choice.moves = Moves::Axes;
    const auto setup = *courseSetup(runner.project, runner.asset(), choice);
    const auto out = tryEverything(runner.project, *runner.project.assets.front(), setup);
    QVERIFY(out.has_value());
    QVERIFY(out->runs > 50);
    const auto caught = std::find_if(
        out->worst.begin(), out->worst.end(),
        [](const WorstEvent& one) { return one.event.kind == CourseEventKind::Catch; });
    QVERIFY(caught != out->worst.end());
    // Its keys bring it about again.
    CourseSetup again = setup;
    again.script = caught->script;
    const auto run = courseRun(runner.project, *runner.project.assets.front(), again);
    QVERIFY(std::find(run->events.begin(), run->events.end(), caught->event) != run->events.end());
    const auto twice = tryEverything(runner.project, *runner.project.assets.front(), setup);
    QVERIFY(twice->worst.size() == out->worst.size());
    for (std::size_t i = 0; i < out->worst.size(); ++i) {
      QVERIFY(twice->worst[i].event == out->worst[i].event);
    }
  }

  void wrongChoicesAreRefusedWithASentence() {
    Runner runner({kBox});
    const auto sentence = [&](CourseChoice choice) {
      const auto setup = courseSetup(runner.project, runner.asset(), choice);
      return setup ? std::string() : setup.error().sentence;
    };
    QVERIFY(sentence({.course = "stairs"}).find("there are floor, steps") != std::string::npos);
    QCOMPARE(sentence({.role = "feet"}), std::string("no role has the name \"feet\""));
    QVERIFY(sentence({.script = "swim"}).find("walk, jump and dash") != std::string::npos);
    QVERIFY(sentence({.numbers = {.rate = 1, .speed = 90000}}).find("90000 px") !=
            std::string::npos);
    QVERIFY(sentence({.wall = 0.0}).find("between") != std::string::npos);
    QVERIFY(!sentence({.animations = {.walk = "swim"}}).empty());
    Asset bare = runner.asset();
    bare.frames[0].shapes.clear();
    runner.put(bare);
    QVERIFY(sentence({}).find("has no shape that stops") != std::string::npos);
  }
};

AMBER_TEST(CourseTest);

#include "course_tests.moc"
