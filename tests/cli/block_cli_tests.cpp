#include <QDir>
#include <QFile>
#include <QImage>
#include <QProcess>
#include <QTest>
#include <nlohmann/json.hpp>

#include "core/project/edit.h"
#include "files/parcel/parcel_file.h"
#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/schema.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// Blocks and zones, assets without a sheet, as commands.
class BlockCliTest : public QObject {
  Q_OBJECT

  Scratch scratch_;
  QString project_;

  Project project() const { return *readProject(project_.toStdString()); }
  const Asset& assetIn(const Project& project, const char* name) const {
    return *findAsset(project, std::string_view(name));
  }
  QStringList call(const char* command, const char* asset, const char* size) const {
    return {command, project_, "--asset", asset, "--size", size, "--kind", "prop"};
  }

 private slots:
  void init() {
    QDir(scratch_.qpath("demo")).removeRecursively();
    project_ = demoCopy(scratch_);
  }

  void aBlockIsNamedStandsAndIsResized() {
    const json made = runCli(call("block", "beam", "64x8") + QStringList{"--json"}).json();
    QCOMPARE(made["asset"].get<std::string>(), std::string("prop_beam"));
    QVERIFY(made["origin"] == json::array({32, 8}));
    QCOMPARE(runCli({"shape", project_, "--asset", "prop_beam", "--do", "fit", "--shape", "box"})
                 .exitCode,
             0);
    QCOMPARE(
        runCli({"block", project_, "--asset", "prop_beam", "--size", "80x10", "--resize"}).exitCode,
        0);
    const Project now = project();
    const Frame& frame = assetIn(now, "prop_beam").frames.front();
    QCOMPARE(frame.rect, (PixelRect{0, 0, 80, 10}));
    QCOMPARE(frame.origin, (FramePoint{40, 10}));
    QCOMPARE(std::get<Box>(frame.shapes.front().geometry), (Box{0, 0, 80, 10}));
    const Sheet& sheet = *findSheet(now, frame.sheet);
    QVERIFY(sheet.rectangle && sheet.rectangle->colour == (Rgba{200, 60, 50, 255}));
    // What was written is read again, to the same value.
    QVERIFY(*projectFrom(projectText(now), "p") == now);
  }

  void aZoneTakesNoRoomOnAPageAndEveryLoaderReadsIt() {
    QCOMPARE(runCli({"pack", project_, "--out", scratch_.qpath("before")}).exitCode, 0);
    QCOMPARE(runCli(call("zone", "night_end", "32x200")).exitCode, 0);
    QCOMPARE(
        runCli({"shape", project_, "--asset", "prop_night_end", "--do", "fit", "--shape", "box"})
            .exitCode,
        0);
    QCOMPARE(runCli({"pack", project_, "--out", scratch_.qpath("parcel")}).exitCode, 0);
    QCOMPARE(runCli({"verify", scratch_.qpath("parcel"), "--project", project_}).exitCode, 0);
    QCOMPARE(scratch_.read("parcel/page_0.png"), scratch_.read("before/page_0.png"));
    const auto parcel = readParcel(scratch_.path("parcel"));
    QVERIFY(parcel.has_value());
    QCOMPARE(parcel->parcel.zones.size(), std::size_t{2});  // The demo has one.
    const ParcelZone& zone = parcel->parcel.zones.back();
    QCOMPARE(zone.size, (PixelSize{32, 200}));
    QCOMPARE(std::get<Box>(zone.shapes.front().geometry), (Box{-16, -200, 32, 200}));
    const QString loaders = QString(AMBER_SOURCE_DIR) + "/loaders";
    const QString folder = scratch_.qpath("parcel");
    const QString python =
        "import sys; sys.path.insert(0, '" + loaders +
        "/python'); import amber_parcel as a\n"
        "z = a.load('" +
        folder +
        "').zones['prop_night_end']; f = z.frames[0]\n"
        "g = a.shape_at(z, f.shapes[0], 100, 300)\n"
        "print(f.size[0], f.size[1], a.contains(g, 85, 101), a.contains(g, 83, 101))";
    const QString node =
        "import {load, shapeAt, contains} from '" + loaders +
        "/javascript/amber_parcel.mjs';\n"
        "const z = (await load('" +
        folder +
        "')).zones.get('prop_night_end');\n"
        "const f = z.frames[0]; const g = shapeAt(z, f.shapes[0], 100, 300);\n"
        "console.log(f.size[0], f.size[1], contains(g, 85, 101), contains(g, 83, 101));";
    const QList<QStringList> calls = {{"python3", "-B", "-c", python},
                                      {"node", "--input-type=module", "-e", node}};
    for (const QStringList& words : calls) {
      QProcess process;
      process.start(words.front(), words.mid(1));
      QVERIFY(process.waitForFinished(30000));
      QCOMPARE(process.readAllStandardOutput().trimmed().toLower(),
               QByteArray("32 200 true false"));
    }
  }

  void aZoneThatMeetsNothingAndABlockThatShouldBeArtAreFindings() {
    QCOMPARE(runCli(call("zone", "quiet", "9x9")).exitCode, 0);
    QCOMPARE(runCli(call("block", "beam", "9x9")).exitCode, 0);
    for (const char* asset : {"prop_quiet", "prop_beam"}) {
      QCOMPARE(
          runCli({"shape", project_, "--asset", asset, "--do", "fit", "--shape", "box"}).exitCode,
          0);
    }
    QVERIFY(!runCli({"check", project_}).out.contains("in place of art"));
    QCOMPARE(runCli({"profiles", project_, "--profile", "game", "--blocks", "reported"}).exitCode,
             0);
    const QByteArray found = runCli({"check", project_}).out;
    QVERIFY(found.contains("prop_beam is a block in place of art, which the profile game reports"));
    // A prop that stops the keeper is met; one that neither is on nor seeks any layer is not.
    QVERIFY(!found.contains("the zone prop_quiet meets nothing"));
    Project quiet = project();
    const auto zone = assetIn(quiet, "prop_quiet");
    const std::string role = zone.frames.front().shapes.front().role;
    const auto silent =
        withEdits(quiet, {SetSetting{zone.id, {}, {role, {}, LayerSet{0}, LayerSet{0}}}});
    QVERIFY(silent.has_value());
    QVERIFY(writeProject(project_.toStdString(), silent->project).has_value());
    QVERIFY(runCli({"check", project_}).out.contains("the zone prop_quiet meets nothing"));
  }

  void artReplacesABlockAndItsSettingsStay() {
    QCOMPARE(runCli(call("block", "beam", "40x40")).exitCode, 0);
    QCOMPARE(runCli({"asset", project_, "--asset", "prop_beam", "--scale", "3"}).exitCode, 0);
    QCOMPARE(runCli({"shape", project_, "--asset", "prop_beam", "--do", "fit", "--shape", "circle"})
                 .exitCode,
             0);
    QImage image(scratch_.qpath("demo/sheets/clay_pot.png"));
    image.invertPixels();
    QVERIFY(image.save(scratch_.qpath("beam.png")));
    const AssetId id = assetIn(project(), "prop_beam").id;
    QCOMPARE(
        runCli({"replace", project_, "--asset", "prop_beam", "--sheet", scratch_.qpath("beam.png")})
            .exitCode,
        0);
    const Project now = project();
    const Asset& beam = assetIn(now, "prop_beam");
    QCOMPARE(beam.id, id);
    QCOMPARE(beam.scale, 3.0);
    // The demo's zone is the only rectangle left.
    QCOMPARE(std::count_if(now.sheets.begin(), now.sheets.end(),
                           [](const auto& sheet) { return sheet->rectangle.has_value(); }),
             1);
    for (const Frame& frame : beam.frames) {
      QVERIFY(std::holds_alternative<Circle>(frame.shapes.front().geometry));
    }
    QVERIFY(
        runCli({"replace", project_, "--asset", "prop_beam", "--sheet", scratch_.qpath("beam.png")})
            .err.contains("already"));
  }

  void whatMakesNoBlockIsRefusedAndNothingIsLost() {
    const std::string before = projectText(project());
    for (const char* size : {"0x8", "8x0", "4097x8", "40000x40000"}) {
      const auto refused = runCli(call("block", "beam", size));
      QVERIFY2(refused.exitCode != 0, size);
      QVERIFY2(refused.err.contains("1 to 4096 px"), qPrintable(refused.err));
    }
    QVERIFY(runCli(call("block", "clay_pot", "8x8")).err.contains("already"));
    QVERIFY(runCli({"block", project_, "--asset", "beam", "--size", "8x8", "--kind", "no"})
                .err.contains("no kind"));
    QVERIFY(runCli({"zone", project_, "--asset", "prop_clay_pot", "--size", "8x8", "--resize"})
                .err.contains("it has a sheet"));
    QVERIFY(runCli({"block", project_, "--asset", "b", "--size", "8x8", "--colour", "red"})
                .err.contains("RRGGBB"));
    QVERIFY(runCli({"block", project_, "--asset", "b", "--size", "8x8", "--colour", "ff000000",
                    "--kind", "prop"})
                .err.contains("must be visible"));
    QCOMPARE(projectText(project()), before);
  }
};
AMBER_TEST(BlockCliTest);

#include "block_cli_tests.moc"
