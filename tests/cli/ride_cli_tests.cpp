#include <QDir>
#include <QImage>
#include <QTest>
#include <nlohmann/json.hpp>

#include "core/project/edit.h"
#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// Riders and the edges of tiles as commands.
class RideCliTest : public QObject {
  Q_OBJECT

  Scratch scratch_;
  QString project_;

  Project project() const { return *readProject(project_.toStdString()); }
  const Asset& assetIn(const Project& project, const char* name) const {
    return *findAsset(project, std::string_view(name));
  }
  int run(const QStringList& words) const { return runCli(words).exitCode; }
  int ride(const char* bearer, const char* mount, const char* rider, QStringList more = {}) const {
    return run(QStringList{"ride", project_, "--asset", bearer, "--mount", mount, "--with", rider} +
               more);
  }
  QImage look(const QString& name) const {
    const QString file = scratch_.qpath(name);
    run({"look", project_, "--asset", "chr_keeper", "--animation", "idle", "--frame", "1", "--as",
         "stack", "--zoom", "1", "--out", file});
    return QImage(file);
  }

 private slots:
  void init() {
    QDir(scratch_.qpath("demo")).removeRecursively();
    project_ = demoCopy(scratch_);
  }

  void whatRidesIsListedDrawnPackedAndEnded() {
    const QImage alone = look("alone.png");
    QCOMPARE(ride("chr_keeper", "spout", "prop_fern"), 0);
    const json listed = runCli({"ride", project_, "--asset", "chr_keeper", "--json"}).json();
    QCOMPARE(listed["riders"][1]["asset"].get<std::string>(), std::string("prop_fern"));
    QVERIFY(!listed["riders"][1]["behind"].get<bool>());
    const QImage carried = look("carried.png");
    QVERIFY(carried.width() > alone.width());
    QCOMPARE(run({"pack", project_, "--out", scratch_.qpath("parcel")}), 0);
    QCOMPARE(run({"verify", scratch_.qpath("parcel"), "--project", project_}), 0);
    // A parcel that says otherwise is told.
    std::string text = scratch_.read("parcel/parcel.json");
    const auto at = text.find("\"behind\": false");
    QVERIFY(at != std::string::npos);
    text.replace(at, 15, "\"behind\": true ");
    scratch_.write("parcel/parcel.json", text);
    const auto told = runCli({"verify", scratch_.qpath("parcel"), "--project", project_});
    QVERIFY(told.exitCode != 0);
    QVERIFY((told.out + told.err).contains("the riders differ"));
    // Read again it is the same; renaming the mount takes the rider along.
    QVERIFY(*projectFrom(projectText(project()), "p") == project());
    QCOMPARE(
        run({"mount", project_, "--asset", "chr_keeper", "--name", "spout", "--rename", "tip"}), 0);
    const Project renamed = project();
    QCOMPARE(assetIn(renamed, "chr_keeper").riders.back().mount, std::string("tip"));
    QCOMPARE(ride("chr_keeper", "tip", "prop_fern", {"--off"}), 0);
    QCOMPARE(look("after.png"), alone);
  }

  void whatCannotRideIsRefusedAndNothingIsLost() {
    const Project before = project();
    QCOMPARE(ride("chr_keeper", "spout", "nobody"), 2);
    QCOMPARE(ride("chr_keeper", "no_mount", "prop_lantern"), 2);
    QCOMPARE(ride("chr_keeper", "spout", "chr_keeper"), 2);
    QCOMPARE(ride("chr_keeper", "spout", "prop_lantern", {"--animation", "none"}), 2);
    QCOMPARE(ride("chr_keeper", "spout", "prop_fern", {"--off"}), 2);
    QVERIFY(project() == before);
  }

  void aRiderMeetsForItsBearer() {
    const auto met = [&] {
      return runCli({"meet", project_, "chr_keeper", "chr_snail", "--at", "60,0", "--json"}).json();
    };
    QCOMPARE(met()["shapes"].size(), std::size_t{4});
    QCOMPARE(ride("chr_keeper", "spout", "prop_clay_pot"), 0);
    const json now = met();
    QCOMPARE(now["shapes"].size(), std::size_t{5});
    QCOMPARE(now["shapes"][4]["a"].get<std::string>(), std::string("prop_clay_pot:body"));
  }

  void theEdgesOfTilesAreComparedAndDecided() {
    QCOMPARE(run({"seams", project_, "--kind", "tile", "--tiles", "no"}), 0);
    QCOMPARE(run({"seams", project_, "--asset", "tile_glasshouse"}), 2);
    QCOMPARE(run({"seams", project_, "--kind", "tile", "--tiles", "yes", "--merged-tiles", "yes"}),
             0);
    const Project marked = project();
    QVERIFY(findKind(marked, "tile")->tiles && marked.mergedTiles);
    const QStringList decision = {
        "seams",           project_,  "--asset", "tile_glasshouse", "--with",
        "tile_glasshouse", "--frame", "1",       "--with-frame",    "2",
        "--side",          "right"};
    const auto pairs = [&] {
      return runCli({"seams", project_, "--asset", "tile_glasshouse", "--json"}).json()["pairs"];
    };
    const auto between = [&](const char* a, const char* b) {
      const json all = pairs();
      return std::any_of(all.begin(), all.end(), [&](const json& one) {
        return one["a"] == a && one["b"] == b && one["side"] == "right";
      });
    };
    QCOMPARE(run(decision + QStringList{"--together", "no"}), 0);
    QVERIFY(!between("tile_glasshouse 1", "tile_glasshouse 2"));
    QCOMPARE(run(decision + QStringList{"--together", "yes"}), 0);
    QVERIFY(between("tile_glasshouse 1", "tile_glasshouse 2"));
    // A box of the second that is too low is a step, told and mended.
    Project project = this->project();
    Asset tiles = assetIn(project, "tile_glasshouse");
    tiles.frames[1].shapes.front().geometry = Box{0, 2, 32, 30};
    QVERIFY(writeProject(project_.toStdString(), withEdits(project, {PutAsset{tiles}})->project));
    const auto found = runCli({"check", project_});
    QVERIFY2(found.out.contains("step of 2 px between"), qPrintable(found.out));
    QCOMPARE(runCli({"check", project_, "--fix", "tile.step"}).exitCode & 2, 0);
    QVERIFY(!runCli({"check", project_}).out.contains("step of 2 px between"));
  }
};
AMBER_TEST(RideCliTest);

#include "ride_cli_tests.moc"
