#include <QDir>
#include <QFile>
#include <QImage>
#include <QProcess>
#include <QTest>
#include <nlohmann/json.hpp>

#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// Variants and merging, as commands.
class TeamCliTest : public QObject {
  Q_OBJECT

  Scratch scratch_;
  QString project_;

  Project project() const { return *readProject(project_.toStdString()); }
  QString copy(const QString& name) const {
    const QString path = scratch_.qpath("demo/" + name);
    QFile::remove(path);
    QFile::copy(project_, path);
    return path;
  }

 private slots:
  void init() {
    QDir(scratch_.qpath("demo")).removeRecursively();
    project_ = demoCopy(scratch_);
  }

  void aVariantIsMadeFollowsAndIsReleased() {
    QImage image(scratch_.qpath("demo/sheets/clay_pot.png"));
    image.invertPixels();
    QVERIFY(image.save(scratch_.qpath("night_pot.png")));
    const QStringList make{"variant", project_,    "--of",    "prop_clay_pot",
                           "--name",  "night_pot", "--sheet", scratch_.qpath("night_pot.png"),
                           "--json"};
    QCOMPARE(runCli(make + QStringList{"--try"}).exitCode, 0);
    QVERIFY(findAsset(project(), std::string_view("prop_night_pot")) == nullptr);
    const json made = runCli(make).json();
    QVERIFY(made["variants"][0]["asset"] == "prop_night_pot");
    QVERIFY(made["variants"][0]["behind"] == "");
    QCOMPARE(runCli({"asset", project_, "--asset", "prop_clay_pot", "--scale", "3"}).exitCode, 0);
    const json behind = runCli({"variant", project_, "--json"}).json();
    QVERIFY(behind["variants"][0]["behind"] == "the scale");
    // The finding is reported, and its fix works; so does --follow.
    QVERIFY(runCli({"check", project_}).out.contains("prop_night_pot differs from prop_clay_pot"));
    QCOMPARE(runCli({"variant", project_, "--follow", "prop_night_pot"}).exitCode, 0);
    QCOMPARE(findAsset(project(), std::string_view("prop_night_pot"))->scale, 3.0);
    QCOMPARE(runCli({"variant", project_, "--release", "prop_night_pot"}).exitCode, 0);
    QVERIFY(runCli({"variant", project_, "--json"}).json()["variants"].empty());
    QVERIFY(runCli({"variant", project_, "--of", "nobody", "--name", "x", "--sheet", "y"})
                .err.contains("no asset named"));
    QCOMPARE(runCli({"variant", project_, "--of", "prop_clay_pot"}).exitCode, 2);
  }

  void twoVersionsAreMergedAndWhatIsLeftIsChosen() {
    const QString base = copy("base.amber");
    const QString theirs = copy("theirs.amber");
    const auto run = [](const QStringList& words) { QCOMPARE(runCli(words).exitCode, 0); };
    run({"asset", project_, "--asset", "chr_moth", "--scale", "2"});
    run({"asset", theirs, "--asset", "chr_moth", "--scale", "5"});
    run({"asset", theirs, "--asset", "chr_snail", "--copies", "many"});
    run({"names", project_, "--rename", "chr_mouse=chr_rat"});
    const QString out = scratch_.qpath("demo/merged.amber");
    const CliResult merged = runCli({"merge", base, project_, theirs, "--out", out, "--json"});
    QCOMPARE(merged.exitCode, 1);
    const json conflicts = merged.json()["conflicts"];
    QCOMPARE(conflicts.size(), std::size_t{1});
    QVERIFY(conflicts[0]["text"] == "assets chr_moth scale: changed in both versions");
    QCOMPARE(runCli({"pack", out, "--out", scratch_.qpath("p")}).exitCode, 1);
    QVERIFY(runCli({"merge", out, "--choose", "1:neither"}).exitCode == 2);
    QCOMPARE(runCli({"merge", out, "--choose", "all:theirs"}).exitCode, 0);
    const Project project = *readProject(out.toStdString());
    QCOMPARE(findAsset(project, std::string_view("chr_moth"))->scale, 5.0);
    QCOMPARE(findAsset(project, std::string_view("chr_snail"))->copies, Copies::Many);
    QVERIFY(findAsset(project, std::string_view("chr_rat")) != nullptr);
    QCOMPARE(runCli({"merge", base, project_}).exitCode, 2);
  }

  // As a driver of the system that most teams share files by.
  void aMergeOfBranchesCallsIt() {
    const QString folder = scratch_.qpath("demo");
    const auto git = [&](QStringList words) {
      QProcess process;
      process.setWorkingDirectory(folder);
      process.start("git", QStringList{"-c", "user.name=a", "-c", "user.email=a@b"} + words);
      return process.waitForFinished() && process.exitCode() == 0;
    };
    if (!git({"init", "-q", "-b", "main"})) QSKIP("git is not installed");
    scratch_.write("demo/.gitattributes", "*.amber merge=amber\n");
    QVERIFY(git({"config", "merge.amber.driver",
                 QString(AMBER_BIN_DIR) + "/amber-parcel-cli merge %O %A %B --out %A"}));
    QVERIFY(git({"add", "."}) && git({"commit", "-qm", "base"}) &&
            git({"checkout", "-qb", "other"}));
    const auto scale = [&](const char* asset, const char* value) {
      QCOMPARE(runCli({"asset", project_, "--asset", asset, "--scale", value}).exitCode, 0);
    };
    scale("chr_moth", "5");
    QVERIFY(git({"commit", "-qam", "moth"}) && git({"checkout", "-q", "main"}));
    scale("chr_snail", "7");
    QVERIFY(git({"commit", "-qam", "snail"}));
    QVERIFY(git({"merge", "-q", "other", "-m", "both"}));
    QCOMPARE(findAsset(project(), std::string_view("chr_moth"))->scale, 5.0);
    QCOMPARE(findAsset(project(), std::string_view("chr_snail"))->scale, 7.0);
  }
};
AMBER_TEST(TeamCliTest);

#include "team_cli_tests.moc"
