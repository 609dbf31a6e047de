#include <rapidcheck.h>

#include <QFile>
#include <QTest>
#include <nlohmann/json.hpp>

#include "core/project/edit.h"
#include "files/project/course_file.h"
#include "files/project/project_file.h"
#include "support/registry.h"
#include "support/schema.h"

using namespace amber;
using namespace amber::test;

namespace {

Course courseOfEverything() {
  Course course;
  course.name = "terraces";
  course.view = CourseView::Above;
  course.start = {0.1, -1.0 / 3};
  course.solids = {Box{-4, 0.25, 100, 16},
                   Polygon{{{0, 0}, {8, -4}, {8, 0}}},
                   Circle{12, -40, 6.5},
                   Capsule{0, -9, 30, -9, 2},
                   MaskShape{5, -3, 2, 1, {{0, 0, 2}}},
                   StandingAsset{"tile_floor", 2, {40, -8}, true}};
  course.actors = {{"pest_moth", {5, -20}, GamePoint{9, -20}, 12.5}, {"pick_pod", {1, 2}}};
  CourseDemand demand{"chr_keeper", Moves::Slide, "jump"};
  demand.numbers.slope = 65;
  course.mustPass = {demand, {"chr_snail"}};
  return course;
}

}  // namespace

class CourseFileTest : public QObject {
  Q_OBJECT
 private slots:
  void aCourseReadsBackAsItWasWritten() {
    const Course course = courseOfEverything();
    const std::string text = courseText(course);
    const auto read = courseFromText(text, "course.json");
    QVERIFY2(read, read ? "" : read.error().sentence.c_str());
    QVERIFY(*read == course);
    QCOMPARE(schemaComplaint("amber-course-1.schema.json", text), std::string());
  }

  void aProjectKeepsItsCoursesAndWishes() {
    const Project project = newProject("garden");
    Course course = courseOfEverything();
    const auto kept =
        withEdits(project, {SetCourses{{course}}, SetFairnessLimits{{0.25, std::nullopt, 3.5}}});
    QVERIFY(kept.has_value());
    const std::string text = projectText(kept->project);
    QVERIFY(*projectFrom(text, "garden.amber") == kept->project);
    QCOMPARE(schemaComplaint("amber-project-1.schema.json", text), std::string());
    // Without any they leave no trace, so that older files stay as they were.
    QVERIFY(projectText(project).find("courses") == std::string::npos);
    QVERIFY(projectText(project).find("trial") == std::string::npos);
    // Two of one name, or one that makes no sense, are refused whole.
    QVERIFY(!withEdits(project, {SetCourses{{course, course}}}));
    course.solids.emplace_back(Box{0, 0, -4, 4});
    QVERIFY(!withEdits(project, {SetCourses{{course}}}));
    QVERIFY(!withEdits(project, {SetFairnessLimits{{1.5, std::nullopt, std::nullopt}}}));
  }

  void polygonsMayGoEitherWayRound() {
    const auto read =
        courseFromText(R"({"format":"amber-course","version":1,"start":[0,0],"solids":[)"
                       R"({"kind":"polygon","points":[[0,0],[8,0],[8,-4]]}]})",
                       "course.json");
    QVERIFY(read.has_value());
    QVERIFY(twiceArea(std::get<Polygon>(std::get<Shape>(read->solids[0])).points) > 0);
  }

  void scriptsReadBackAndAreOrdered() {
    const CourseScript script{
        90, {{0, {.right = true}}, {12, {.right = true, .jump = true}}, {20, {}}}};
    QVERIFY(*scriptFromText(scriptText(script), "keys.json") == script);
    const auto mixed = scriptFromText(
        R"({"ticks":9,"keys":[{"from":5,"down":["jump"]},{"from":0,"down":["left","up"]}]})",
        "keys.json");
    QCOMPARE(mixed->keys[0].from, 0);
    QVERIFY(keysAt(*mixed, 4).left && keysAt(*mixed, 4).up && !keysAt(*mixed, 4).jump);
    QVERIFY(keysAt(*mixed, 5).jump && !keysAt(*mixed, 5).left);
    for (const char* bad :
         {R"({"ticks":0,"keys":[]})", R"({"ticks":9})",
          R"({"ticks":9,"keys":[{"from":-1,"down":[]}]})",
          R"({"ticks":9,"keys":[{"from":1,"down":["fly"]}]})", R"({"ticks":900000,"keys":[]})"}) {
      QVERIFY2(!scriptFromText(bad, "keys.json"), bad);
    }
  }

  void keysOfEveryTickAreTheScriptAgain() {
    rc::check("scriptOf and keysAt undo each other", [] {
      std::vector<CourseKeys> keys;
      for (const int bits : *rc::gen::container<std::vector<int>>(rc::gen::inRange(0, 32))) {
        keys.push_back(
            {(bits & 1) != 0, (bits & 2) != 0, (bits & 4) != 0, (bits & 8) != 0, (bits & 16) != 0});
      }
      const CourseScript script = scriptOf(keys);
      for (std::size_t i = 0; i < keys.size(); ++i) {
        RC_ASSERT(keysAt(script, static_cast<int>(i)) == keys[i]);
      }
    });
  }
};
AMBER_TEST(CourseFileTest);

#include "course_file_tests.moc"
