// The pieces of a course on its stage: put, seen chosen, sent to and fro, let go of; what the stage
// shows of the run; and what is written of it.
#include <QComboBox>
#include <QLabel>
#include <QTest>

#include "desktop/benches/trial/course_panel.h"
#include "desktop/benches/trial/course_stage.h"
#include "desktop/theme.h"
#include "files/image/image_file.h"
#include "support/registry.h"
#include "support/window_driver.h"

using namespace amber;
using namespace amber::test;

namespace {

// The keeper on a course of the demo.
class OnCourse {
 public:
  explicit OnCourse(const char* course = "floor") {
    const Asset* keeper = findAsset(open.project(), std::string("chr_keeper"));
    open.window.session().selectFrame(keeper->id, keeper->animations.front().id,
                                      keeper->frames.front().id);
    goTo(open.window, Bench::Trial);
    click(open.window, "toCourse");
    pick("course", course);
  }
  // An entry of a list, by its words.
  void pick(const char* list, const char* words) {
    auto* box = open.find<QComboBox>(list);
    box->setCurrentIndex(box->findText(words));
    emit box->activated(box->currentIndex());
    open.settle();
  }
  CourseStage* stage() { return open.find<CourseStage>("courseStage"); }
  CourseTimeline* timeline() { return open.find<CourseTimeline>("courseTimeline"); }
  const Course& course() { return open.project().courses.front(); }
  // Without the line of the focus, which comes and goes.
  QImage seen() {
    stage()->clearFocus();
    return stage()->grab().toImage();
  }

  OpenWindow open;
};

}  // namespace

class CoursePiecesTest : public QObject {
  Q_OBJECT

 private slots:
  void initTestCase() { useTheme(*qApp, paperTheme()); }

  void aRampAndAWallArePutAndMoved() {
    OnCourse on;
    on.pick("addPiece", "ramp");
    const Polygon ramp = std::get<Polygon>(std::get<Shape>(on.course().solids.back()));
    QCOMPARE(ramp.points.size(), std::size_t{3});
    // Gripped within its box.
    const Vertex a = ramp.points[0];
    const Vertex top = ramp.points[1];
    QVERIFY(top.y < a.y && top.x > a.x);
    const QPointF inside((a.x + top.x) / 2, (a.y + top.y) / 2 + 2);
    const double scale = on.stage()->view().scale;
    const QPoint from = onStage(on.stage(), inside.x(), inside.y());
    const QPoint to = from + QPointF(-12 * scale, 7 * scale).toPoint();
    QTest::mousePress(on.stage(), Qt::LeftButton, {}, from);
    QTest::mouseMove(on.stage(), to);
    QTest::mouseRelease(on.stage(), Qt::LeftButton, {}, to);
    on.open.settle();
    const Polygon moved = std::get<Polygon>(std::get<Shape>(on.course().solids.back()));
    for (std::size_t i = 0; i < 3; ++i) {
      QCOMPARE(moved.points[i].x, ramp.points[i].x - 12);
      QCOMPARE(moved.points[i].y, ramp.points[i].y + 7);
    }
    on.pick("addPiece", "wall");
    const Box wall = std::get<Box>(std::get<Shape>(on.course().solids.back()));
    QVERIFY(wall.h > 4 * wall.w);
    // One course of the project receives everything that is placed.
    QCOMPARE(on.open.project().courses.size(), std::size_t{1});
    QCOMPARE(on.open.history().undoText(), QString("Put a piece on the course"));
  }

  void anotherCopyOfACourseHasANameOfItsOwn() {
    OnCourse on;
    on.pick("addPiece", "block");
    on.pick("course", "floor");
    on.pick("addPiece", "block");
    QCOMPARE(on.open.project().courses.size(), std::size_t{2});
    QCOMPARE(on.open.project().courses[1].name, std::string("my floor 2"));
  }

  void whatIsChosenIsSeenAndADragIsLetGoOfByEscape() {
    OnCourse on;
    on.pick("addPiece", "tile_glasshouse");
    const auto standing = std::get<StandingAsset>(on.course().solids.back());
    const Frame& frame =
        findAsset(on.open.project(), std::string("tile_glasshouse"))->frames.front();
    const QPointF middle(standing.at.x - frame.origin.x + frame.rect.w / 2.0,
                         standing.at.y - frame.origin.y + frame.rect.h / 2.0);
    const Project before = on.open.project();
    const QImage plain = on.seen();
    QTest::mouseClick(on.stage(), Qt::LeftButton, {}, onStage(on.stage(), middle.x(), middle.y()));
    const QImage chosen = on.seen();
    QVERIFY(chosen != plain);
    const QPoint from = onStage(on.stage(), middle.x(), middle.y());
    QTest::mousePress(on.stage(), Qt::LeftButton, {}, from);
    QTest::mouseMove(on.stage(), from + QPoint(60, 0));
    QVERIFY2(on.seen() != chosen, "it is seen while it is dragged");
    QTest::keyClick(on.stage(), Qt::Key_Escape);
    QTest::mouseRelease(on.stage(), Qt::LeftButton, {}, from + QPoint(60, 0));
    on.open.settle();
    QVERIFY(on.open.project() == before);
    // Beside all pieces none is chosen.
    QTest::mouseClick(on.stage(), Qt::LeftButton, {}, QPoint(on.stage()->width() - 4, 4));
    QVERIFY(on.seen() == plain);
  }

  void anActorIsSentToAndFroAndStopped() {
    OnCourse on;
    on.pick("addPiece", "chr_moth");
    QCOMPARE(on.course().actors.size(), std::size_t{1});
    QVERIFY(!on.course().actors.front().to);
    const auto middle = [&] {
      const Asset* moth = findAsset(on.open.project(), std::string("chr_moth"));
      const GamePoint at = on.course().actors.front().at;
      const Frame& frame = moth->frames.front();
      return onStage(on.stage(), at.x - frame.origin.x + frame.rect.w / 2.0,
                     at.y - frame.origin.y + frame.rect.h / 2.0);
    };
    const double scale = on.stage()->view().scale;
    const GamePoint at = on.course().actors.front().at;
    QTest::mousePress(on.stage(), Qt::LeftButton, Qt::ShiftModifier, middle());
    const QImage still = on.seen();
    const QPoint to = middle() + QPoint(static_cast<int>(40 * scale), 0);
    QTest::mouseMove(on.stage(), to);
    QVERIFY2(on.seen() != still, "the way is seen while it is drawn");
    QTest::mouseRelease(on.stage(), Qt::LeftButton, Qt::ShiftModifier, to);
    on.open.settle();
    QVERIFY(on.course().actors.front().to.has_value());
    QCOMPARE(on.course().actors.front().to->x, at.x + 40);
    QCOMPARE(on.course().actors.front().at.x, at.x);
    // It is another place at another tick.
    QTest::keyClick(on.timeline(), Qt::Key_Home);
    const QImage first = on.seen();
    click(on.open.window, "tickOn");
    for (int i = 0; i < 20; ++i) click(on.open.window, "tickOn");
    QVERIFY(on.seen() != first);
    // Shift and a click without a drag: it stays where it is.
    QTest::keyClick(on.timeline(), Qt::Key_Home);
    QTest::mouseClick(on.stage(), Qt::LeftButton, Qt::ShiftModifier, middle());
    on.open.settle();
    QVERIFY(!on.course().actors.front().to);
    // And is dragged and taken off like any piece.
    const QPoint here = middle();
    QTest::mousePress(on.stage(), Qt::LeftButton, {}, here);
    QTest::mouseMove(on.stage(), here + QPoint(0, static_cast<int>(8 * scale)));
    QTest::mouseRelease(on.stage(), Qt::LeftButton, {},
                        here + QPoint(0, static_cast<int>(8 * scale)));
    on.open.settle();
    QCOMPARE(on.course().actors.front().at.y, at.y + 8);
    QTest::keyClick(on.stage(), Qt::Key_Delete);
    on.open.settle();
    QVERIFY(on.course().actors.empty());
  }

  void aFlagGoesToItsTick() {
    OnCourse on("steps");
    click(on.open.window, "moves_slide");
    type(on.open.window, "slope", "65");
    type(on.open.window, "step", "3");
    on.open.settle();
    click(on.open.window, "nextEvent");
    const int caught = on.timeline()->tick();
    QVERIFY(caught > 0);
    click(on.open.window, "courseStart");
    QCOMPARE(on.timeline()->tick(), -1);
    on.seen();
    // The flag is in the top rows; only the picture shows where.
    QPoint flag;
    for (flag.ry() = 16; flag.y() < 100 && on.timeline()->tick() < 0; flag.ry() += 22) {
      for (flag.rx() = 2; flag.x() < on.stage()->width(); flag.rx() += 20) {
        QTest::mouseClick(on.stage(), Qt::LeftButton, {}, flag);
        if (on.timeline()->tick() > 0) break;
      }
      if (on.timeline()->tick() > 0) break;
    }
    QVERIFY2(on.timeline()->tick() > 0, "no flag was met");
    // Without the trail there are no flags.
    click(on.open.window, "courseTrail");
    click(on.open.window, "courseStart");
    QTest::mouseClick(on.stage(), Qt::LeftButton, {}, flag);
    QCOMPARE(on.timeline()->tick(), -1);
  }

  void shapesAndTrailAreShownWhenWanted() {
    OnCourse on;
    QTest::keyClick(on.timeline(), Qt::Key_End);
    const QImage all = on.seen();
    click(on.open.window, "courseShapes");
    const QImage noShapes = on.seen();
    QVERIFY(noShapes != all);
    click(on.open.window, "courseTrail");
    const QImage bare = on.seen();
    QVERIFY(bare != noShapes);
    click(on.open.window, "courseTrail");
    click(on.open.window, "courseShapes");
    QVERIFY(on.seen() == all);
  }

  void theRunIsSavedAsAStripAndTheCourseKept() {
    OnCourse on;
    FileDialogAnswers answers({"", on.open.scratch.qpath("run.png")});
    doByFinder(on.open.window, "save the run");
    on.open.settle();
    QVERIFY(!QFile::exists(on.open.scratch.qpath("run.png")));
    doByFinder(on.open.window, "save the run");
    on.open.settle();
    QVERIFY(answers.allUsed());
    const auto strip = readImage(on.open.scratch.path("run.png"));
    QVERIFY(strip.has_value());
    QVERIFY(strip->image.width() > 6 * 48);
    QVERIFY(on.open.find<QLabel>("notice")->text().contains("run.png"));
    doByFinder(on.open.window, "keep the course with");
    on.open.settle();
    QCOMPARE(on.course().name, std::string("my floor"));
    // Kept again, it is the same one.
    doByFinder(on.open.window, "keep the course with");
    QCOMPARE(on.open.project().courses.size(), std::size_t{1});
  }
};
AMBER_TEST(CoursePiecesTest);

#include "course_pieces_tests.moc"
