#include <QTest>
#include <random>

#include "core/project/edit.h"
#include "core/trial/course/course_setup.h"
#include "support/registry.h"

using namespace amber;

// Tiles that the game makes one floor of.
class MergedTilesTest : public QObject {
  Q_OBJECT

  std::mt19937 random_{3};
  int below(int end) { return static_cast<int>(random_() % static_cast<unsigned>(end)); }

  // A runner, and a tile of 16 px with this shape.
  static Project project(const Shape& tileShape) {
    Project project = newProject("tiles");
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "sheet.png";
    sheet.size = {64, 32};
    Asset runner;
    runner.id = {2};
    runner.name = "runner";
    runner.kind = "character";
    runner.motion = Motion::Dynamic;
    runner.frames = {Frame{{3}, "runner", {1}, {0, 0, 12, 20}, {6, 20}, {}, {}}};
    runner.frames[0].shapes = {FrameShape{"body", Capsule{6, 6, 6, 14, 6}}};
    Asset tile;
    tile.id = {4};
    tile.name = "tile";
    tile.kind = "tile";
    tile.copies = Copies::Many;
    tile.frames = {Frame{{5}, "tile", {1}, {16, 0, 16, 16}, {0, 0}, {}, {}}};
    tile.frames[0].shapes = {FrameShape{"body", tileShape}};
    project.nextId = 6;
    return withEdits(project, {PutSheet{sheet}, PutAsset{runner}, PutAsset{tile}})->project;
  }

  static CourseRun run(const Project& project, const Course& course, Moves moves) {
    CourseChoice choice;
    choice.moves = moves;
    choice.ticks = 240;
    const Asset& runner = *findAsset(project, std::string_view("runner"));
    const auto setup = courseSetup(project, runner, choice, course);
    return *courseRun(project, runner, *setup);
  }

 private slots:
  // Whatever order they are placed in, a run over the tiles is the run over one box in their place.
  void fittingTilesAreOneFloor() {
    Project tiles = project(Box{0, 0, 16, 16});
    tiles.mergedTiles = true;
    for (int round = 0; round < 12; ++round) {
      Course apart;
      apart.name = "floor";
      for (int i = -2; i < 30; ++i) {
        const StandingAsset one{"tile", 1, {16.0 * i, 0}, false};
        apart.solids.insert(apart.solids.begin() + below(static_cast<int>(apart.solids.size()) + 1),
                            one);
      }
      Course whole;
      whole.name = "floor";
      whole.solids = {Shape(Box{-32, 0, 16 * 32, 16})};
      for (const Moves moves : {Moves::Slide, Moves::Push, Moves::Close}) {
        const CourseRun over = run(tiles, apart, moves);
        const CourseRun plain = run(tiles, whole, moves);
        QCOMPARE(over.ticks.size(), plain.ticks.size());
        for (std::size_t i = 0; i < over.ticks.size(); ++i) {
          QCOMPARE(over.ticks[i].place.x, plain.ticks[i].place.x);
          QCOMPARE(over.ticks[i].place.y, plain.ticks[i].place.y);
        }
        QCOMPARE(over.count(CourseEventKind::Catch), 0);
      }
    }
  }

  void tilesThatDoNotFitStayApart() {
    // Every second tile is moved down by 2 px: these steps are there in either game.
    Course steps;
    steps.name = "steps";
    for (int i = 0; i < 20; ++i) {
      steps.solids.push_back(StandingAsset{"tile", 1, {16.0 * i, i % 2 * 2.0}, false});
    }
    Project apart = project(Box{0, 0, 16, 16});
    Project merged = apart;
    merged.mergedTiles = true;
    const CourseRun a = run(apart, steps, Moves::Close);
    const CourseRun b = run(merged, steps, Moves::Close);
    QCOMPARE(a.events.size(), b.events.size());
    QVERIFY(std::any_of(a.ticks.begin(), a.ticks.end(),
                        [](const CourseTick& tick) { return tick.place.y > 1; }));
    QCOMPARE(a.reached, b.reached);
  }

  void aValleyIsNoOneShape() {
    // A tile that rises to the right beside a flat one would fill the air above it.
    Project slopes = project(Polygon{{{0, 16}, {16, 8}, {16, 16}}});
    slopes.mergedTiles = true;
    Course course;
    course.name = "valley";
    course.solids = {StandingAsset{"tile", 1, {0, 0}, false},
                     StandingAsset{"tile", 1, {32, 0}, true},
                     StandingAsset{"tile", 1, {32, 0}, false}};
    const Asset& runner = *findAsset(slopes, std::string_view("runner"));
    const auto world = CourseWorld::make(slopes, runner, course, {});
    QVERIFY(world);
    // The first two are a roof, convex together; the third stands apart.
    QCOMPARE((*world)->standing(0).size(), std::size_t{2});
  }
};
AMBER_TEST(MergedTilesTest);

#include "merged_tiles_tests.moc"
