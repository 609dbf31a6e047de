#include <QRegularExpression>
#include <QTest>

#include "core/origin/anchor.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

class OriginCliTest : public QObject {
  Q_OBJECT

  static Project at(const QString& path) { return *readProject(path.toStdString()); }

 private slots:
  void aRuleIsTriedThenSet() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    const std::string before = scratch.read("demo/glasshouse_night.amber");
    const QStringList call{"origin",   project, "--asset", "chr_keeper", "--animation", "water",
                           "--anchor", "feet",  "--snap",  "corner",     "--json"};
    const auto tried = runCli(QStringList(call) << "--try");
    QCOMPARE(tried.exitCode, 0);
    QCOMPARE(scratch.read("demo/glasshouse_night.amber"), before);
    const auto done = runCli(call);
    QCOMPARE(done.out, tried.out);
    const json result = done.json();
    QCOMPARE(result["frames"].size(), std::size_t{6});
    QCOMPARE(result["frames"][0]["rule"].get<std::string>(), std::string("feet/corner"));
    const Project after = at(project);
    const Asset& keeper = *findAsset(after, "chr_keeper");
    QCOMPARE(textOf(keeper.frames[0].originRule), std::string("ink:BOTTOM"));
    QCOMPARE(textOf(keeper.frames[12].originRule), std::string("feet/corner"));
  }

  void aPointANudgeAModelAndAKind() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    const auto run = [&](QStringList more) {
      return runCli(QStringList{"origin", project} << more).exitCode;
    };
    QCOMPARE(run({"--asset", "chr_keeper", "--frame", "2", "--anchor", "10.5,-3"}), 0);
    QCOMPARE(findAsset(at(project), "chr_keeper")->frames[1].origin, (FramePoint{10.5, -3}));
    QCOMPARE(run({"--asset", "chr_keeper", "--frame", "2", "--nudge", "-0.5,8"}), 0);
    QCOMPARE(findAsset(at(project), "chr_keeper")->frames[1].origin, (FramePoint{10, 5}));
    QCOMPARE(run({"--asset", "chr_keeper", "--animation", "idle", "--anchor", "frame:2"}), 0);
    QCOMPARE(findAsset(at(project), "chr_keeper")->frames[3].origin, (FramePoint{10, 5}));
    QCOMPARE(run({"--kind", "prop", "--anchor", "centroid", "--for-kind"}), 0);
    QCOMPARE(textOf(findKind(at(project), "prop")->origin), std::string("centroid"));
    QCOMPARE(textOf(findAsset(at(project), "prop_fern")->frames[0].originRule),
             std::string("centroid"));
    QCOMPARE(run({"--drift", "2.5", "--whole", "yes"}), 0);
    QCOMPARE(at(project).origins, (OriginLimits{2.5, true}));
    // Origins set by hand are kept unless the option is given.
    QCOMPARE(run({"--asset", "chr_keeper", "--anchor", "cell:TOP"}), 0);
    QCOMPARE(findAsset(at(project), "chr_keeper")->frames[1].originRule, kByHand);
    QCOMPARE(run({"--asset", "chr_keeper", "--anchor", "cell:TOP", "--hand-too"}), 0);
    QCOMPARE(textOf(findAsset(at(project), "chr_keeper")->frames[1].originRule),
             std::string("cell:TOP"));
    QCOMPARE(run({"--asset", "chr_keeper", "--again"}), 0);
    QCOMPARE(run({"--asset", "chr_keeper", "--scale", "2.5"}), 0);
    QCOMPARE(findAsset(at(project), "chr_keeper")->scale, 2.5);
  }

  void driftIsToldAsJsonAndAsATable() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    const QStringList call{"drift", project, "--asset", "chr_keeper", "--animation", "water"};
    const auto found = runCli(QStringList(call) << "--json");
    QCOMPARE(found.exitCode, 0);
    const json table = found.json()["assets"][0]["animations"][0];
    QCOMPARE(table["steps"].size(), std::size_t{6});
    QCOMPARE(table["worst"].get<int>(), 5);
    QCOMPARE(table["slips"].size(), std::size_t{2});
    QCOMPARE(table["slips"][0]["step"].get<int>(), 5);
    QCOMPARE(table["slips"][0]["by"][0].get<double>(), 6.5);
    QCOMPARE(table["steps"][4]["marks"]["left"].get<double>(), -24.0);
    const auto csv = runCli(QStringList(call) << "--csv");
    const QList<QByteArray> lines = csv.out.split('\n');
    QCOMPARE(lines.size(), 8);  // a head, six steps, and what follows the last end of line
    QVERIFY(lines[0].startsWith("asset,animation,step,frame,origin_x,origin_y,feet_x"));
    QVERIFY(lines[5].startsWith("chr_keeper,water,5,chr_keeper_water_05,24,48,"));
    QVERIFY(lines[5].endsWith(",-24,-43,24,0\r"));
    QCOMPARE(runCli(QStringList(call) << "--csv").out, csv.out);
  }

  void mountsAreKeyedHeldToldAndTakenOut() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    const auto run = [&](QStringList more) {
      return runCli(QStringList{"mount", project, "--asset", "chr_snail", "--json"} << more);
    };
    QCOMPARE(
        run({"--name", "shell", "--animation", "crawl", "--offset", "2,-9", "--hold"}).exitCode, 0);
    const json told = run({}).json()["mounts"];
    QCOMPARE(told.size(), std::size_t{6});
    QVERIFY(told[0]["keyed"].get<bool>());
    QVERIFY(!told[5]["keyed"].get<bool>());
    QVERIFY(told[5]["offset"] == json({2.0, -9.0}));
    QCOMPARE(run({"--name", "shell", "--frame", "3", "--at", "20.5,10"}).exitCode, 0);
    QVERIFY(run({}).json()["mounts"][3]["at"] == json({20.5, 10.0}));
    QCOMPARE(run({"--name", "shell", "--frame", "3", "--unkey"}).exitCode, 0);
    QVERIFY(run({}).json()["mounts"][3]["offset"] == json({2.0, -9.0}));
    QCOMPARE(run({"--name", "shell", "--mirror", "shell_back"}).exitCode, 0);
    QVERIFY(run({}).json()["mounts"][1]["offset"] == json({-2.0, -9.0}));
    QCOMPARE(run({"--name", "shell_back", "--rename", "rear"}).exitCode, 0);
    QCOMPARE(run({"--name", "rear", "--remove"}).json()["mounts"].size(), std::size_t{6});
    // They are packed, keyed and held alike.
    QCOMPARE(runCli({"pack", project, "--out", scratch.qpath("parcel")}).exitCode, 0);
    const json parcel = json::parse(scratch.read("parcel/parcel.json"));
    for (const json& asset : parcel["assets"]) {
      if (asset["name"] != "chr_snail") continue;
      for (const json& frame : asset["frames"]) QVERIFY(frame["mounts"].contains("shell"));
    }
    QCOMPARE(runCli({"verify", scratch.qpath("parcel"), "--project", project}).exitCode, 0);
  }

  void looksAreDrawn() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    const auto look = [&](QStringList more) {
      return runCli(QStringList{"look", project, "--asset", "chr_keeper", "--out",
                                scratch.qpath("look.png"), "--zoom", "2", "--json"}
                    << more);
    };
    QCOMPARE(look({"--as", "stack", "--animation", "walk"}).json()["frames"].get<int>(), 8);
    const auto mirror = look({"--as", "mirror", "--animation", "walk"});
    QCOMPARE(mirror.exitCode, 0);
    const Image picture = *imageFrom(scratch.read("look.png"), "look.png");
    QVERIFY(json({picture.width(), picture.height()}) == mirror.json()["size"]);
    // What is mirrored about its origin is its own mirror, in its alpha; where the glow of what it
    // carries is drawn twice, rounded by the order of drawing.
    const int twice = static_cast<int>(2 * mirror.json()["origin"][0].get<double>());
    for (int y = 0; y < picture.height(); ++y) {
      for (int x = 0; x < picture.width(); ++x) {
        QVERIFY(std::abs(picture.at(x, y).a - picture.at(twice - 1 - x, y).a) <= 1);
      }
    }
    QCOMPARE(look({"--as", "spin", "--angle", "90"}).exitCode, 0);
    QCOMPARE(look({"--as", "depth", "--beside", "chr_snail", "--at", "12,-3"}).exitCode, 0);
    QCOMPARE(look({"--as", "depth", "--beside", "nobody"}).exitCode, 2);
  }

  void wrongCallsAreRefused_data() {
    QTest::addColumn<QStringList>("call");
    QTest::newRow("no asset") << QStringList{"origin", "P", "--anchor", "feet"};
    QTest::newRow("unknown asset")
        << QStringList{"origin", "P", "--asset", "x", "--anchor", "feet"};
    QTest::newRow("nothing to do") << QStringList{"origin", "P", "--asset", "chr_keeper"};
    QTest::newRow("two ways") << QStringList{"origin",   "P",    "--asset", "chr_keeper",
                                             "--anchor", "feet", "--again"};
    QTest::newRow("bad anchor") << QStringList{"origin",     "P",        "--asset",
                                               "chr_keeper", "--anchor", "ink:MIDDLE"};
    QTest::newRow("far point") << QStringList{"origin",     "P",        "--asset",
                                              "chr_keeper", "--anchor", "1e9,0"};
    QTest::newRow("no such frame")
        << QStringList{"origin", "P", "--asset", "chr_keeper", "--anchor", "frame:99"};
    QTest::newRow("kind without kind")
        << QStringList{"origin", "P", "--asset", "chr_keeper", "--anchor", "feet", "--for-kind"};
    QTest::newRow("mount without name")
        << QStringList{"mount", "P", "--asset", "chr_keeper", "--at", "1,1"};
    QTest::newRow("bad mount name")
        << QStringList{"mount", "P", "--asset", "chr_keeper", "--name", "A b", "--at", "1,1"};
    QTest::newRow("no such mount")
        << QStringList{"mount", "P", "--asset", "chr_keeper", "--name", "x", "--remove"};
    QTest::newRow("unknown animation")
        << QStringList{"drift", "P", "--asset", "chr_keeper", "--animation", "x"};
    QTest::newRow("bad look") << QStringList{"look", "P", "--asset", "chr_keeper",
                                             "--as", "x", "--out",   "o.png"};
  }
  void wrongCallsAreRefused() {
    QFETCH(QStringList, call);
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    const std::string before = scratch.read("demo/glasshouse_night.amber");
    call.replaceInStrings(QRegularExpression("^P$"), project);
    const auto result = runCli(call);
    QCOMPARE(result.exitCode, 2);
    QCOMPARE(result.err.count('\n'), 1);
    QCOMPARE(result.out, QByteArray());
    QCOMPARE(scratch.read("demo/glasshouse_night.amber"), before);
  }
};
AMBER_TEST(OriginCliTest);

#include "origin_cli_tests.moc"
