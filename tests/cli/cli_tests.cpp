#include <sys/stat.h>

#include <QTest>

#include "files/image_file.h"
#include "files/project_file.h"
#include "sheets.h"
#include "support/cli.h"
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
                               "0,3,4,1", "--kind", "box", "--style", "snug", "--json"});
    SAME(rects.json()["frames"][0]["inkPixels"], json(1));
    SAME(rects.json()["frames"][1]["candidates"], json::array());
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
                     "--kind", "character", "--loop", "backAndForth", "--shape", "box:snug"})
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
    QVERIFY(verified.err.contains("durations"));
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
    QTest::newRow("unknown kind of shape") << QStringList{"fit", sheet, "--kind", "blob"};
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
