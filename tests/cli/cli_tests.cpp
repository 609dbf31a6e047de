#include <sys/stat.h>

#include <QFileInfo>
#include <QTest>

#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "sheets.h"
#include "support/cli.h"
#include "support/packed_sheet.h"
#include "support/registry.h"
#include "support/scratch.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// Compares two pieces of JSON, and shows what was there when they differ.
#define SAME(actual, ...)                                       \
  do {                                                          \
    const json given = (actual);                                \
    QVERIFY2(given == json(__VA_ARGS__), given.dump().c_str()); \
  } while (false)

class CliTest : public QObject {
  Q_OBJECT

  static QString demoSheet(const QString& name) {
    return QString(AMBER_SOURCE_DIR) + "/demo/glasshouse_night/sheets/" + name;
  }

 private slots:
  void cutSaysFramesAndFindings() {
    const auto result =
        runCli({"cut", demoSheet("keeper_water.png"), "--cells", "48x48", "--json"});
    QCOMPARE(result.exitCode, 0);
    const json cut = result.json();
    SAME(cut["method"], json("cells"));
    SAME(cut["size"], json({288, 48}));
    QCOMPARE(cut["frames"].size(), std::size_t{6});
    SAME(cut["cells"]["columns"], json(6));
    SAME(cut["findings"][0]["rule"], json("cut.crossing"));
    SAME(cut["findings"][0]["where"]["sheet"], demoSheet("keeper_water.png").toStdString());
    SAME(cut["background"], (json{{"kind", "alpha"}}));
  }

  void cutTakesMarginGutterCountAndKey() {
    const auto tiles = runCli({"cut", demoSheet("glasshouse_tiles.png"), "--cells", "32x32",
                               "--margin", "4,4", "--gutter", "2,2", "--json"});
    SAME(tiles.json()["frames"][7]["rect"], json({106, 38, 32, 32}));
    const auto counted = runCli({"cut", demoSheet("snail_crawl.png"), "--count", "6x1", "--json"});
    SAME(counted.json()["cells"]["cell"], json({32, 24}));
    const Scratch scratch;
    scratch.write("key.png", pngBytes(imageOf({"kkkk", "k##k", "kkkk"})));
    const auto key =
        runCli({"cut", scratch.qpath("key.png"), "--whole", "--key", "ff00ff:3:edge", "--json"});
    SAME(key.json()["frames"][0]["ink"], json({1, 1, 2, 1}));
    SAME(key.json()["background"]["tolerance"], json(3));
    SAME(key.json()["cells"], json(nullptr));
    const auto automatic =
        runCli({"cut", scratch.qpath("key.png"), "--whole", "--key", "auto", "--json"});
    SAME(automatic.json()["background"]["key"], json("ff00ff"));
  }

  void cutWithoutAWayTakesTheBestProposal() {
    const auto result = runCli({"cut", demoSheet("keeper_walk.png"), "--json"});
    QCOMPARE(result.exitCode, 0);
    const json cut = result.json();
    SAME(cut["cells"]["cell"], json({48, 48}));
    SAME(cut["proposals"][0]["columns"], 8);
    QVERIFY(cut["proposals"][0]["score"].get<double>() <= 1);
  }

  void cutByIslandsJoinsAndGivesSpecksAway() {
    const Scratch scratch;
    scratch.write("a.png", pngBytes(imageOf({"##..##....", "##..##...o"})));
    const auto rects = [&](QStringList options) {
      const json cut =
          runCli(QStringList{"cut", scratch.qpath("a.png"), "--json"} + options).json();
      json all = json::array();
      for (const json& frame : cut["frames"]) all.push_back(frame["rect"]);
      return all;
    };
    SAME(rects({"--islands"}), {{0, 0, 2, 2}, {4, 0, 2, 2}, {9, 1, 1, 1}});
    SAME(rects({"--islands", "--join", "3"}), {{0, 0, 6, 2}, {9, 1, 1, 1}});
    SAME(rects({"--islands", "--min-ink", "2"}), {{0, 0, 2, 2}, {4, 0, 6, 2}});
    SAME(rects({"--islands", "--faint", "100"}), {{0, 0, 2, 2}, {4, 0, 2, 2}});
    SAME(rects({"--cells", "5x2", "--region", "5,0,5,2:islands"}),
         {{0, 0, 5, 2}, {5, 0, 1, 2}, {9, 1, 1, 1}});
    SAME(rects({"--by-hand", "4,0,6,2", "--by-hand", "0,0,1,1"}), {{4, 0, 6, 2}, {0, 0, 1, 1}});
    SAME(rects({"--cells", "5x2", "--mirror", "x"}), {{5, 0, 5, 2}, {0, 0, 5, 2}});
    const auto islands = runCli({"cut", scratch.qpath("a.png"), "--islands", "--json"}).json();
    SAME(islands["method"], "islands");
    SAME(islands["cells"], nullptr);
    QCOMPARE(runCli({"cut", scratch.qpath("a.png"), "--islands", "--whole"}).exitCode, 2);
    QCOMPARE(runCli({"cut", scratch.qpath("a.png"), "--region", "5,0,9,2:islands"}).exitCode, 2);
  }

  void whatThePixelsSayIsTakenWhereNoWayIsNamed() {
    const auto tools = runCli({"cut", demoSheet("garden_tools.png"), "--json"}).json();
    SAME(tools["method"], "islands");
    QCOMPARE(tools["frames"].size(), std::size_t{8});
    SAME(tools["proposals"][0]["cell"], nullptr);
    const auto fern = runCli({"cut", demoSheet("fern_sway.png"), "--json"}).json();
    SAME(fern["background"]["key"], "c8e4ff");
    SAME(fern["cells"]["columns"], 6);
    // A cutting method in the call is used, and reported.
    const auto word = runCli({"cut", demoSheet("fern_sway.png"), "--whole", "--json"}).json();
    SAME(word["background"]["kind"], "alpha");
    SAME(word["findings"][0]["rule"], "sheet.key");
    const auto lantern = runCli({"cut", demoSheet("lantern_flicker.webp"), "--json"}).json();
    QCOMPARE(lantern["frames"].size(), std::size_t{6});
  }

  void whatIsSureOfAFolderIsCutAndTheRestIsTold() {
    const Scratch scratch;
    const QString project = scratch.qpath("night.amber");
    const QString folder = QFileInfo(demoSheet("clay_pot.png")).absolutePath();
    const auto told = runCli({"new", project, "--sheet", folder, "--sure", "--json"});
    QCOMPARE(told.exitCode, 0);
    const json report = told.json();
    const auto holds = [](const json& list, const std::string& name) {
      return list.dump().find(name) != std::string::npos;
    };
    for (const char* sure : {"keeper_walk.png", "lantern_flicker.webp", "firefly_glow_3.png"}) {
      QVERIFY(holds(report["cut"], sure));
    }
    QVERIFY(holds(report["left"], "garden_tools.png"));
    QCOMPARE(report["cut"].size() + report["left"].size(), std::size_t{19});
    const Project read = *readProject(project.toStdString());
    for (const auto& sheet : read.sheets) {
      QCOMPARE(sheet->cut.has_value(), holds(report["cut"], sheet->path));
    }
    // A region with a separate method is not decided by the pixels.
    QCOMPARE(
        runCli({"new", scratch.qpath("b.amber"), "--sheet", folder, "--sure", "--whole"}).exitCode,
        2);
    QVERIFY(!QFile::exists(scratch.qpath("b.amber")));
  }

  void boxesThatAreDrawnAreAWayToCut() {
    const Scratch scratch;
    Image image(60, 24);
    for (int i = 0; i < 3; ++i) {
      for (int y = 0; y < 20; ++y) {
        for (int x = 0; x < 16 - i; ++x) {
          const bool line = x == 0 || y == 0 || y == 19 || x == 15 - i;
          const bool ink = line || (x > 4 && x < 9 && y > 6 && y < 12);
          if (ink) image.at(i * 20 + x, y) = line ? Rgba{9, 9, 9, 255} : Rgba{200, 30, 30, 255};
        }
      }
    }
    scratch.write("boxed.png", pngBytes(image));
    const json cut = runCli({"cut", scratch.qpath("boxed.png"), "--boxes", "--json"}).json();
    SAME(cut["method"], "islands");
    QCOMPARE(cut["frames"].size(), std::size_t{3});
    SAME(cut["frames"][0]["rect"], (json{1, 1, 14, 18}));
    const QString project = scratch.qpath("boxed.amber");
    QCOMPARE(
        runCli({"new", project, "--sheet", scratch.qpath("boxed.png"), "--boxes", "--kind", "prop"})
            .exitCode,
        0);
    QVERIFY(
        std::get<IslandRule>(readProject(project.toStdString())->sheets.front()->cut->way).boxes);
    // And shadows are a way of the same kind: a soft pixel apart goes to its figure.
    Image shaded(30, 12);
    for (int i = 0; i < 2; ++i) {
      for (int k = 0; k < 16; ++k) {
        shaded.at(2 + i * 14 + k % 4, 1 + k / 4) = {200, 30, 30, 255};
        shaded.at(7 + i * 14 + k % 4, 7 + k / 4) = {0, 0, 0, 90};
      }
    }
    scratch.write("shaded.png", pngBytes(shaded));
    const json shadows = runCli({"cut", scratch.qpath("shaded.png"), "--shadows", "--json"}).json();
    QCOMPARE(shadows["frames"].size(), std::size_t{2});
    SAME(shadows["frames"][1]["rect"], (json{16, 1, 9, 10}));
    QCOMPARE(runCli({"recut", project, "--sheet", "boxed.png", "--shadows"}).exitCode, 0);
    QVERIFY(
        std::get<IslandRule>(readProject(project.toStdString())->sheets.front()->cut->way).shadows);
  }

  void aSheetPackedWithoutGapsIsCutByTheRoomItsFramesFill() {
    const Scratch scratch;
    const PackedSheet sheet = packedTightly(3, 100, 180, 255);
    scratch.write("packed.png", pngBytes(sheet.image));
    const json tight = runCli({"cut", scratch.qpath("packed.png"), "--tight", "--json"}).json();
    // Nearly all of them, and by itself as by name: what is likeliest of islands is this.
    QVERIFY(tight["frames"].size() >= sheet.frames.size() * 9 / 10);
    const json islands = runCli({"cut", scratch.qpath("packed.png"), "--islands", "--json"}).json();
    SAME(islands["frames"], tight["frames"]);
    QCOMPARE(runCli({"cut", scratch.qpath("packed.png"), "--tight", "--shadows"}).exitCode, 2);
    // A project keeps how it was cut, and finds the same frames again.
    const QString project = scratch.qpath("packed.amber");
    QCOMPARE(runCli({"new", project, "--sheet", scratch.qpath("packed.png"), "--tight", "--asset",
                     "prop_mixed", "--kind", "prop"})
                 .exitCode,
             0);
    const auto read = readProject(project.toStdString());
    QVERIFY(std::get<IslandRule>(read->sheets.front()->cut->way).tight);
    QCOMPARE(read->assets.front()->frames.size(), tight["frames"].size());
    const std::string before = scratch.read("packed.amber");
    QCOMPARE(runCli({"recut", project, "--sheet", "packed.png", "--tight"}).exitCode, 0);
    QVERIFY(scratch.read("packed.amber") == before);
  }

  void aFolderOfNumberedImagesIsOneAnimationAndIsArranged() {
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("art"));
    for (const char* number : {"2", "10", "1"}) {
      scratch.write(std::string("art/spark_glow_") + number + ".png",
                    pngBytes(imageOf({"#.", ".#"})));
    }
    const QString project = scratch.qpath("spark.amber");
    QCOMPARE(runCli({"new", project, "--sheet", scratch.qpath("art"), "--kind", "prop"}).exitCode,
             0);
    const auto checked = runCli({"check", project, "--json"}).json();
    QVERIFY(checked["findings"].dump().find("3 to 9 are missing") != std::string::npos);
    const auto animation = [&](QStringList options) {
      return runCli(QStringList{"animation", project, "--asset", "prop_spark", "--json"} + options);
    };
    const auto glow = animation({"--animation", "glow", "--frames", "3,1,1,2", "--times",
                                 "50,60,70,80", "--loop", "once"})
                          .json();
    SAME(glow["animations"][0]["steps"][1], (json{{"frame", 1}, {"durationMs", 60}}));
    SAME(glow["animations"][0]["loop"], "once");
    const auto two =
        animation({"--animation", "blink", "--frames", "2", "--rate", "20", "--default"});
    SAME(two.json()["animations"][0]["name"], "blink");
    SAME(two.json()["animations"][0]["steps"][0]["durationMs"], 50);
    SAME(animation({"--animation", "glow", "--copy", "glow_slow"}).json()["animations"][2]["name"],
         "glow_slow");
    SAME(animation({"--animation", "glow_slow", "--rename", "ember"})
             .json()["animations"][2]["name"],
         "ember");
    QCOMPARE(animation({"--animation", "ember", "--remove"}).json()["animations"].size(),
             std::size_t{2});
    QCOMPARE(animation({"--animation", "glow", "--frames", "9"}).exitCode, 2);
    QCOMPARE(animation({"--animation", "nothing"}).exitCode, 2);
    QCOMPARE(animation({"--animation", "glow", "--times", "1,2"}).exitCode, 2);
  }

  void aSheetOfAProjectIsTurnedRecutAndRefreshed() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    const auto sheet = [&](const char* name) {
      const Project read = *readProject(project.toStdString());
      return *findSheet(read, std::string("sheets/") + name);
    };
    QCOMPARE(
        runCli({"turn", project, "--sheet", "sheets/snail_crawl.png", "--by", "right", "mirrorX"})
            .exitCode,
        0);
    QCOMPARE(sheet("snail_crawl.png").size, (PixelSize{24, 192}));
    QVERIFY(sheet("snail_crawl.png").orientation.mirrorX);
    QCOMPARE(runCli({"recut", project, "--sheet", "sheets/clay_pot.png", "--islands"}).exitCode, 0);
    QVERIFY(std::holds_alternative<IslandRule>(sheet("clay_pot.png").cut->way));
    const auto same = runCli({"refresh", project, "--json"});
    SAME(same.json()["sheets"], json::array());
    // The last cell is painted over: its frame is lost and reported.
    Image walk = *imageFrom(scratch.read("demo/sheets/keeper_walk.png"), "walk");
    for (int y = 0; y < 48; ++y) {
      for (int x = 7 * 48; x < 8 * 48; ++x) walk.at(x, y) = {};
    }
    scratch.write("demo/sheets/keeper_walk.png", pngBytes(walk));
    const auto refreshed = runCli({"refresh", project, "--json"});
    QCOMPARE(refreshed.exitCode, 1);
    SAME(refreshed.json()["sheets"][0],
         (json{{"sheet", "sheets/keeper_walk.png"}, {"kept", 7}, {"added", 0}, {"lost", 1}}));
    QCOMPARE(runCli({"check", project}).exitCode, 1);
    QCOMPARE(runCli({"turn", project, "--sheet", "sheets/none.png", "--by", "left"}).exitCode, 2);
  }

  void theFormatsThatCanBeReadAreTold() {
    const auto formats = runCli({"formats", "--json"}).json()["formats"];
    QVERIFY(std::find(formats.begin(), formats.end(),
                      json{{"format", "webp"}, {"animated", true}}) != formats.end());
  }

  void fitGivesBoxAndMeasures() {
    const Scratch scratch;
    scratch.write("a.png", pngBytes(imageOf({"....", ".#..", ".##.", "...."})));
    const auto whole = runCli({"fit", scratch.qpath("a.png"), "--json"});
    QCOMPARE(whole.exitCode, 0);
    const json frame = whole.json()["frames"][0];
    SAME(frame["inkPixels"], json(3));
    SAME(frame["candidates"][0]["geometry"],
         (json{{"kind", "box"}, {"x", 1}, {"y", 1}, {"w", 2}, {"h", 2}}));
    SAME(frame["candidates"][0]["measures"]["air"], json(0.25));
    const auto rects = runCli({"fit", scratch.qpath("a.png"), "--rect", "0,0,2,2", "--rect",
                               "0,3,4,1", "--shape", "box:snug", "--json"});
    SAME(rects.json()["frames"][0]["inkPixels"], json(1));
    SAME(rects.json()["frames"][1]["candidates"], json::array());
  }

  void everyKindAndStyleIsFitted() {
    const auto result = runCli({"fit", demoSheet("keeper_idle.png"), "--rect", "0,0,48,48",
                                "--shape", "all:all", "--json"});
    QCOMPARE(result.exitCode, 0);
    const json all = result.json()["frames"][0]["candidates"];
    QCOMPARE(all.size(), std::size_t{17});
    for (const json& one : all) {
      const bool styled = one["kind"] != "mask";
      QVERIFY(one.contains("style"));
      QVERIFY(one["geometry"]["kind"] == one["kind"]);
      if (styled && one["style"] == "snug") QVERIFY(one["measures"]["bareInk"] == 0.0);
      if (styled && one["style"] == "inner") QVERIFY(one["measures"]["air"] == 0.0);
      if (!styled) QVERIFY(one["measures"]["agreement"] == 1.0);
    }
    const auto feet = runCli({"fit", demoSheet("keeper_idle.png"), "--rect", "0,0,48,48",
                              "--region", "bottom:4px", "--inset", "1,0,1,0", "--json"});
    SAME(feet.json()["frames"][0]["candidates"][0]["geometry"],
         {{"kind", "box"}, {"x", 18}, {"y", 43}, {"w", 9}, {"h", 4}});
    for (const QStringList& wrong :
         {QStringList{"--region", "middle:3px"}, QStringList{"--inset", "1,2"},
          QStringList{"--loss", "1"}, QStringList{"--shape", "box:loose"},
          QStringList{"--grow", "99"}}) {
      QCOMPARE(runCli(QStringList{"fit", demoSheet("keeper_idle.png")} + wrong).exitCode, 2);
    }
  }

  void theWholeJobFromSheetToParcel() {
    const Scratch scratch;
    const QString project = scratch.qpath("keeper.amber");
    QCOMPARE(runCli({"new", project, "--sheet", demoSheet("keeper_walk.png"), "--cells", "48x48",
                     "--kind", "character", "--rate", "12", "--origin", "ink:BOTTOM", "--shape",
                     "box:snug"})
                 .exitCode,
             0);
    QCOMPARE(runCli({"add", project, "--sheet", demoSheet("keeper_idle.png"), "--count", "4x1",
                     "--kind", "character", "--origin", "ink:BOTTOM", "--loop", "backAndForth",
                     "--shape", "box:snug"})
                 .exitCode,
             0);
    const auto checked = runCli({"check", project, "--json"});
    QCOMPARE(checked.exitCode, 0);
    SAME(checked.json()["findings"], json::array());
    QCOMPARE(runCli({"pack", project, "--out", scratch.qpath("parcel")}).exitCode, 0);
    QCOMPARE(runCli({"verify", scratch.qpath("parcel")}).exitCode, 0);
    const auto verified =
        runCli({"verify", scratch.qpath("parcel"), "--project", project, "--json"});
    QCOMPARE(verified.exitCode, 0);
    SAME(verified.json()["differences"], json::array());
    const json parcel = json::parse(scratch.read("parcel/parcel.json"));
    SAME(parcel["assets"][0]["name"], json("chr_keeper"));
    QCOMPARE(parcel["assets"][0]["frames"].size(), std::size_t{12});
    SAME(parcel["assets"][0]["animations"][1]["loop"], json("backAndForth"));
  }

  void theSameCallGivesTheSameBytes() {
    const QStringList call{"cut", demoSheet("keeper_walk.png"), "--cells", "48x48", "--json"};
    QCOMPARE(runCli(call).out, runCli(call).out);
  }

  void errorsOfSeverityErrorEndWithOne() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    QFile::remove(scratch.qpath("demo/sheets/clay_pot.png"));
    const auto checked = runCli({"check", project, "--json"});
    QCOMPARE(checked.exitCode, 1);
    SAME(checked.json()["findings"][0]["rule"], json("sheet.missing"));
    const auto packed = runCli({"pack", project, "--out", scratch.qpath("parcel")});
    QCOMPARE(packed.exitCode, 1);
    QVERIFY(!QFile::exists(scratch.qpath("parcel")));
  }

  void aParcelThatIsNotTheProjectsEndsVerifyWithOne() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    QCOMPARE(runCli({"pack", project, "--out", scratch.qpath("parcel")}).exitCode, 0);
    std::string text = scratch.read("demo/glasshouse_night.amber");
    text.replace(text.find("\"durationsMs\": [250"), 19, "\"durationsMs\": [251");
    scratch.write("demo/glasshouse_night.amber", text);
    const auto verified = runCli({"verify", scratch.qpath("parcel"), "--project", project});
    QCOMPARE(verified.exitCode, 1);
    QVERIFY(verified.out.contains("durations"));
  }

  void wrongCallsEndWithTwoAndOneLine_data() {
    QTest::addColumn<QStringList>("call");
    const QString sheet = demoSheet("keeper_walk.png");
    QTest::newRow("nothing") << QStringList{};
    QTest::newRow("unknown command") << QStringList{"frobnicate"};
    QTest::newRow("no image") << QStringList{"cut"};
    QTest::newRow("two ways") << QStringList{"cut", sheet, "--cells", "8x8", "--whole"};
    QTest::newRow("bad size") << QStringList{"cut", sheet, "--cells", "8by8"};
    QTest::newRow("zero cell") << QStringList{"cut", sheet, "--cells", "0x8"};
    QTest::newRow("cell too large") << QStringList{"cut", sheet, "--cells", "4000x8"};
    QTest::newRow("bad key") << QStringList{"cut", sheet, "--whole", "--key", "purple"};
    QTest::newRow("bad tolerance") << QStringList{"cut", sheet, "--whole", "--key", "ff00ff:300"};
    QTest::newRow("bad alpha") << QStringList{"cut", sheet, "--whole", "--faint", "0"};
    QTest::newRow("unknown kind of shape") << QStringList{"fit", sheet, "--shape", "blob"};
    QTest::newRow("rect off the image") << QStringList{"fit", sheet, "--rect", "380,0,48,48"};
    QTest::newRow("bad rect") << QStringList{"fit", sheet, "--rect", "1,2,3"};
    QTest::newRow("unknown asset kind")
        << QStringList{"new", "/tmp/none/x.amber", "--sheet", sheet, "--whole", "--kind", "hero"};
    QTest::newRow("project without ending")
        << QStringList{"new", "/tmp/none/x", "--sheet", sheet, "--whole", "--kind", "prop"};
    QTest::newRow("unknown anchor")
        << QStringList{"new",  "/tmp/none/x.amber", "--sheet",   sheet, "--whole", "--kind",
                       "prop", "--origin",          "ink:MIDDLE"};
    QTest::newRow("pack without a folder") << QStringList{"pack", "x.amber"};
  }
  void wrongCallsEndWithTwoAndOneLine() {
    QFETCH(QStringList, call);
    const auto result = runCli(call);
    QCOMPARE(result.exitCode, 2);
    QCOMPARE(result.out, QByteArray());
    QCOMPARE(result.err.count('\n'), 1);
  }

  void brokenFilesEndWithThreeAndOneLine_data() {
    QTest::addColumn<QString>("command");
    QTest::addColumn<QString>("file");
    const QStringList files{"missing", "folder", "pipe", "empty", "text", "truncated", "binary"};
    for (const QString& file : files) {
      for (const QString command : {"cut", "fit", "new", "check", "pack", "verify"}) {
        QTest::newRow(qPrintable(command + " " + file)) << command << file;
      }
    }
  }
  void brokenFilesEndWithThreeAndOneLine() {
    QFETCH(QString, command);
    QFETCH(QString, file);
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("folder"));
    ::mkfifo(scratch.path("pipe").c_str(), 0600);
    scratch.write("empty", "");
    scratch.write("text", "this is neither an image nor a project\n");
    const std::string good = pngBytes(glasshouse::thingSheets()[0].image);
    scratch.write("truncated", good.substr(0, good.size() / 2));
    scratch.write("binary", std::string(3000, '\0'));
    const QString path = scratch.qpath(file);
    QStringList call{command, path};
    if (command == "cut") call << "--whole";
    if (command == "new") {
      call = QStringList{"new", scratch.qpath("p.amber"), "--sheet", path, "--whole", "--kind",
                         "prop"};
    }
    if (command == "pack") call << "--out" << scratch.qpath("parcel");
    const auto result = runCli(call);
    QCOMPARE(result.exitCode, 3);
    QCOMPARE(result.out, QByteArray());
    QVERIFY2(result.err.count('\n') == 1, result.err.constData());
    QVERIFY(result.err.contains(file.toUtf8()));
    QVERIFY(!QFile::exists(scratch.qpath("p.amber")));
  }

  void brokenProjectsEndWithThree_data() {
    QTest::addColumn<QByteArray>("text");
    QTest::newRow("list") << QByteArray("[]");
    QTest::newRow("number") << QByteArray("7");
    QTest::newRow("another format") << QByteArray("{\"format\": \"other\"}");
    QTest::newRow("newer") << QByteArray("{\"format\": \"amber-project\", \"version\": 99}");
    QTest::newRow("version of the wrong type")
        << QByteArray("{\"format\": \"amber-project\", \"version\": \"1\"}");
    QTest::newRow("keys missing") << QByteArray("{\"format\": \"amber-project\", \"version\": 1}");
    QTest::newRow("deep nesting") << QByteArray(500000, '[');
    QTest::newRow("deep objects") << QByteArray("{\"a\":").repeated(100000);
    QTest::newRow("not utf-8") << QByteArray("{\"format\": \"\xff\xfe\"}");
  }
  void brokenProjectsEndWithThree() {
    QFETCH(QByteArray, text);
    const Scratch scratch;
    scratch.write("p.amber", text.toStdString());
    const auto result = runCli({"check", scratch.qpath("p.amber"), "--json"});
    QCOMPARE(result.exitCode, 3);
    QCOMPARE(result.err.count('\n'), 1);
    QCOMPARE(scratch.read("p.amber"), text.toStdString());
  }

  void newNeverOverwrites() {
    const Scratch scratch;
    scratch.write("p.amber", "precious");
    const auto result = runCli({"new", scratch.qpath("p.amber"), "--sheet",
                                demoSheet("clay_pot.png"), "--whole", "--kind", "prop"});
    QCOMPARE(result.exitCode, 3);
    QCOMPARE(scratch.read("p.amber"), std::string("precious"));
  }

  void anUnreadableFileIsSaidSo() {
    if (::geteuid() == 0) QSKIP("root can read everything");
    const Scratch scratch;
    scratch.write("a.png", "x");
    QFile::setPermissions(scratch.qpath("a.png"), {});
    QCOMPARE(runCli({"cut", scratch.qpath("a.png"), "--whole"}).exitCode, 3);
  }

  void helpEndsWithZero() { QCOMPARE(runCli({"--help"}).exitCode, 0); }
};
AMBER_TEST(CliTest);

#include "cli_tests.moc"
