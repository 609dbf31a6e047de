#include <QFile>
#include <QTest>
#include <nlohmann/json.hpp>

#include "files/image/image_file.h"
#include "files/project/course_file.h"
#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// The command course, and its files.
class CourseCliTest : public QObject {
  Q_OBJECT

 private slots:
  void init() {
    scratch_ = std::make_unique<Scratch>();
    project_ = demoAsItIs(*scratch_);
  }

  void aRunIsToldWithItsEventsAndItsPath() {
    const CliResult result = run({"--course", "steps", "--moves", "close"});
    QCOMPARE(result.exitCode, 0);
    const json told = result.json();
    QCOMPARE(told["path"].size(), told["ticks"].get<std::size_t>());
    QVERIFY(told["ground"].get<int>() > 100 && told["jump"].is_null());
    const json& first = told["events"][0];
    QVERIFY(first["event"] == "gap" && first["role"] == "body" && first["with"] == "solid 2");
    QVERIFY(first["px"].get<double>() < 1 && first["tick"].get<int>() > 10);
    QVERIFY(!first.contains("until"));
    const std::string text = first["text"];
    QVERIFY(text.find("px short of solid 2") != std::string::npos);
    // The same call gives the same bytes.
    QCOMPARE(run({"--course", "steps", "--moves", "close"}).out, result.out);
  }

  void aCourseAndAScriptOfFilesAreRun() {
    scratch_->write("wall.json",
                    R"({"format":"amber-course","version":1,"view":"side","start":[0,0],"solids":[)"
                    R"({"kind":"box","x":-500,"y":0,"w":1000,"h":50},)"
                    R"({"kind":"box","x":60,"y":-200,"w":4,"h":200}]})");
    scratch_->write("keys.json",
                    R"({"ticks":90,"keys":[{"from":10,"down":["right"]},{"from":60,"down":[]}]})");
    const json told = run({"--course", scratch_->qpath("wall.json"), "--script",
                           scratch_->qpath("keys.json"), "--moves", "slide"})
                          .json();
    QVERIFY(told["ticks"] == 90);
    QVERIFY(told["path"][9][0] == 0.0 && told["path"][10][0].get<double>() > 0);
    QVERIFY(told["path"][89][0].get<double>() < 60);
    QVERIFY(told["path"][89] == told["path"][60]);
  }

  void solidsOfEveryTypeStopWhatRunsIntoThem_data() {
    QTest::addColumn<QByteArray>("solid");
    QTest::newRow("box") << QByteArray(R"({"kind":"box","x":60,"y":-200,"w":8,"h":200})");
    QTest::newRow("circle") << QByteArray(R"({"kind":"circle","cx":90,"cy":-20,"r":30})");
    QTest::newRow("capsule") << QByteArray(
        R"({"kind":"capsule","ax":70,"ay":-200,"bx":70,"by":0,"r":10})");
    QTest::newRow("polygon") << QByteArray(
        R"({"kind":"polygon","points":[[60,0],[70,-200],[80,0]]})");
    QTest::newRow("mask") << QByteArray(
        R"({"kind":"mask","x":60,"y":-20,"w":3,"h":2,"runs":[[-20,60,63],[-19,60,61],[-19,62,63]]})");
  }
  void solidsOfEveryTypeStopWhatRunsIntoThem() {
    QFETCH(QByteArray, solid);
    scratch_->write("wall.json",
                    R"({"format":"amber-course","version":1,"view":"side","start":[0,0],"solids":[)"
                    R"({"kind":"box","x":-500,"y":0,"w":1000,"h":50},)" +
                        solid.toStdString() + "]}");
    const CliResult result =
        run({"--course", scratch_->qpath("wall.json"), "--ticks", "200", "--moves", "close"});
    QVERIFY2(result.exitCode == 0 || result.exitCode == 1, result.err.constData());
    const json told = result.json();
    QVERIFY2(told["path"][199][0].get<double>() < 90, told["path"][199].dump().c_str());
  }

  void brokenFilesAreRefusedWithTheirPlace() {
    const auto refused = [&](const char* text, const char* sentence) {
      scratch_->write("bad.json", text);
      const CliResult result = run({"--course", scratch_->qpath("bad.json")});
      QCOMPARE(result.exitCode, 3);
      QVERIFY2(result.err.contains(sentence), result.err.constData());
      QCOMPARE(result.err.count('\n'), 1);
    };
    refused("{", "bad.json");
    refused(R"({"format":"amber-parcel","version":1})", "not a course");
    refused(R"({"format":"amber-course","version":1,"start":[0,0],"solid":[]})", "solids");
    refused(R"({"format":"amber-course","version":1,"start":[0,0],"solids":[{"kind":"disc"}]})",
            "solids[0].kind");
    refused(R"({"format":"amber-course","version":1,"start":[0,0],"solids":[)"
            R"({"kind":"box","x":0,"y":0,"w":0,"h":4}]})",
            "solid 1 is wrong: the box is 0 x 4 px");
    refused(R"({"format":"amber-course","version":1,"start":[0,0],"solids":[)"
            R"({"kind":"box","x":1e9,"y":0,"w":1,"h":4}]})",
            "too far out");
    refused(R"({"format":"amber-course","version":9,"start":[0,0],"solids":[]})", "newer");
    QCOMPARE(run({"--course", "stairs"}).exitCode, 2);
    QCOMPARE(run({"--course", scratch_->qpath("none.json")}).exitCode, 3);
    QCOMPARE(run({"--moves", "hover"}).exitCode, 2);
    QCOMPARE(run({"--role", "hat"}).exitCode, 2);
  }

  void aCourseIsKeptAndMustBePassedFromThenOn() {
    const CliResult kept = run({"--course", "steps", "--moves", "slide", "--slope", "65",
                                "--step-height", "3", "--keep", "terraces", "--must-pass"});
    QCOMPARE(kept.exitCode, 1);
    const auto project = readProject(project_.toStdString());
    QVERIFY(project.has_value());
    QCOMPARE(project->courses.size(), std::size_t{1});
    QCOMPARE(project->courses[0].name, std::string("terraces"));
    QCOMPARE(project->courses[0].mustPass[0].numbers.slope, std::optional(65.0));
    const CliResult checked = runCli({"check", project_, "--json"});
    QCOMPARE(checked.exitCode, 1);
    QVERIFY(checked.out.contains("trial.catch"));
    QCOMPARE(run({"--course", "terraces", "--moves", "slide", "--slope", "65"}).exitCode, 1);
    // The fix takes a shape that passes.
    runCli({"check", project_, "--mend", "trial.catch"});
    QVERIFY(!runCli({"check", project_, "--json"}).out.contains("trial.catch"));
    QCOMPARE(run({"--course", "floor", "--keep", "plain", "--try"}).exitCode, 0);
    QCOMPARE(readProject(project_.toStdString())->courses.size(), std::size_t{1});
  }

  void limitsWorstAndOtherShapesAreTold() {
    const json told = run({"--course", "steps", "--moves", "slide", "--limits", "--try-everything",
                           "--candidates", "--strip", scratch_->qpath("run.png")})
                          .json();
    QVERIFY(told["limits"]["safeSpeed"].is_null());
    QVERIFY(told["limits"]["slope"] == 45);
    QVERIFY(told["worst"]["runs"].get<int>() >= 64);
    QVERIFY(told["worst"]["events"][0]["script"]["keys"].is_array());
    QVERIFY(told["candidates"].size() > 25);
    QVERIFY(told["candidates"][0]["faults"] <= told["candidates"][9]["faults"]);
    const CliResult csv = runCli({"course", project_, "chr_keeper", "--course", "steps", "--csv"});
    QVERIFY2(csv.out.startsWith("tick,until,event,role,with,x,y,px,text\r\n"), csv.out);
    const auto picture = readImage(scratch_->path("run.png"));
    QVERIFY(picture.has_value());
    QVERIFY(picture->image.width() > 6 * picture->image.height());
  }

 private:
  CliResult run(const QStringList& arguments) const {
    return runCli(QStringList{"course", project_, "chr_keeper"} + arguments +
                  QStringList{"--json"});
  }

  std::unique_ptr<Scratch> scratch_;
  QString project_;
};
AMBER_TEST(CourseCliTest);

#include "course_cli_tests.moc"
