#include <QDir>
#include <QFile>
#include <QProcess>
#include <QTest>
#include <nlohmann/json.hpp>

#include "files/project/project_file.h"
#include "files/source_folder.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// The command names, and the folders of source that it reads.
class NamesCliTest : public QObject {
  Q_OBJECT

 private slots:
  void init() {
    scratch_ = std::make_unique<Scratch>();
    project_ = demoAsItIs(*scratch_);
    QDir().mkpath(scratch_->qpath("code/inner/.git"));
    scratch_->write("code/a.cpp",
                    "load(\"chr_keeper\");\r\nload(\"chr_kepper\"); // CHR_SNAIL\r\n");
    scratch_->write("code/inner/b.py", "\xEF\xBB\xBFmoth = 'chr_moth'");
    scratch_->write("code/inner/picture.bin", std::string("\0chr_nobody", 11));
    scratch_->write("code/inner/.git/config", "\"chr_nobody\"");
    scratch_->write("code/inner/made.min.js", "\"chr_nobody\"");
    QFile::link(scratch_->qpath("code"), scratch_->qpath("code/inner/again"));
  }

  void everyNameIsToldWithItsRules() {
    const json told = run({}).json();
    QVERIFY(told["names"].size() > 100);
    QVERIFY(!told.contains("code"));
    const json& first = told["names"][0];
    QVERIFY(first["what"] == "asset" && first["name"] == "chr_keeper" &&
            first["proposed"] == "chr_keeper" && first["rules"].empty());
  }

  void codeIsLookedAtThroughItsFolders() {
    const json code = run({"--used-in", folder(), "--ignore", "*.min.js"}).json()["code"];
    QVERIFY(code["files"] == 2);
    QCOMPARE(code["unknown"].size(), std::size_t{1});
    const json& unknown = code["unknown"][0];
    QVERIFY(unknown["file"] == "a.cpp" && unknown["line"] == 2 && unknown["column"] == 7);
    QVERIFY(unknown["name"] == "chr_kepper" && unknown["nearest"] == "chr_keeper");
    QVERIFY(code["unused"].size() == 10);
    QVERIFY(run({"--used-in", folder()}).json()["code"]["files"] == 3);
    QCOMPARE(run({"--used-in", scratch_->qpath("nowhere")}).exitCode, 3);
  }

  void aRenameIsMadeAndItsDiffIsTakenByPatch() {
    const QString diff = scratch_->qpath("names.diff");
    const CliResult result = run({"--used-in", folder(), "--rename", "chr_keeper=chr_gardener",
                                  "--rename", "asset:chr_moth=chr_owlet", "--diff", diff});
    QCOMPARE(result.exitCode, 0);
    const auto project = readProject(project_.toStdString());
    QVERIFY(findAsset(*project, std::string_view("chr_gardener")) != nullptr);
    QVERIFY(result.out.contains("chr_gardener_walk_01"));
    QProcess patch;
    patch.setWorkingDirectory(folder());
    patch.start("patch", {"-p1", "--binary", "-i", diff});
    QVERIFY(patch.waitForFinished(10000));
    QCOMPARE(patch.exitCode(), 0);
    const auto files = sourceFolder(folder().toStdString(), {"*.min.js"});
    QCOMPARE((*files)[0].text,
             std::string("load(\"chr_gardener\");\r\nload(\"chr_kepper\"); // CHR_SNAIL\r\n"));
    QCOMPARE((*files)[1].text, std::string("\xEF\xBB\xBFmoth = 'chr_owlet'"));
    // Tried, nothing changes.
    run({"--rename", "chr_snail=chr_slug", "--try"});
    QVERIFY(findAsset(*readProject(project_.toStdString()), std::string_view("chr_slug")) ==
            nullptr);
    QCOMPARE(run({"--rename", "chr_nobody=chr_x"}).exitCode, 2);
  }

  void theConventionIsSetAndFollowed() {
    const CliResult result = run({"--style", "camel", "--frame-parts", "asset,of,animation,number",
                                  "--languages", "lua,c", "--by-convention"});
    QCOMPARE(result.exitCode, 0);
    const auto project = readProject(project_.toStdString());
    QCOMPARE(project->assets[0]->name, std::string("chrKeeper"));
    QVERIFY(project->assets[0]->frames[0].name.starts_with("chrKeeperOf"));
    QCOMPARE(project->naming.languages, (std::vector<Language>{Language::C, Language::Lua}));
    // Read back, every name is right.
    const json names = run({}).json()["names"];
    QVERIFY(names.size() > 100);
    for (const json& name : names) {
      const bool own = name["what"] == "asset" || name["what"] == "frame";
      if (own) QVERIFY2(name["rules"].empty(), name["name"].get<std::string>().c_str());
    }
    // What was learned from them is what they follow.
    QCOMPARE(run({"--style", "snake", "--frame-parts", "number,asset"}).exitCode, 0);
    const json learned = run({"--learn"}).json()["learned"];
    QVERIFY(learned["follow"].get<int>() > learned["of"].get<int>() - 4);
    QCOMPARE(readProject(project_.toStdString())->naming.style, NameStyle::Camel);
    QCOMPARE(run({"--frame-parts", "asset,animation"}).exitCode, 2);
    QCOMPARE(run({"--asset-parts", "prefix,prefix,name"}).exitCode, 2);
  }

  void faultsAreMendedTextIsReplacedAndSidesAreSpelled() {
    run({"--rename", "animation:sway=default", "--rename", "mount:spout=arm_left", "--languages",
         "cpp"});
    QCOMPARE(run({"--fix", "name.reserved"}).exitCode, 0);
    const auto named = [&](const std::string& name) {
      const json names = run({}).json()["names"];
      return std::any_of(names.begin(), names.end(),
                         [&](const json& one) { return one["name"] == name; });
    };
    QVERIFY(named("default_animation") && !named("default"));
    // Frames that followed it follow still.
    QVERIFY(named("prop_fern_default_animation_01"));
    QCOMPARE(run({"--replace", "_animation", "--with", ""}).exitCode, 0);
    QVERIFY(named("default") && named("prop_fern_default_01"));
    QCOMPARE(run({"--replace", "^prop_(\\w+)$", "--with", "thing_\\1", "--regex"}).exitCode, 0);
    QVERIFY(named("thing_fern") && !named("prop_fern"));
    QCOMPARE(run({"--replace", "(", "--regex"}).exitCode, 2);
    QCOMPARE(run({"--replace", "thing_fern", "--with", "thing_lantern"}).exitCode, 2);
    QCOMPARE(run({"--sides", "l_r", "--fix", "name.pattern"}).exitCode, 0);
    QVERIFY(named("arm_l"));
  }

  void whatChangedIsToldInWords() {
    const QString before = scratch_->qpath("before.amber");
    QVERIFY(QFile::copy(project_, before));
    QCOMPARE(runCli({"diff", before, project_, "--json"}).json()["changes"].size(), std::size_t{0});
    run({"--rename", "chr_moth=chr_owlet", "--style", "camel"});
    runCli({"origin", project_, "--asset", "chr_snail", "--frame", "1", "--nudge", "1,0"});
    runCli({"asset", project_, "--asset", "chr_mouse", "--scale", "2"});
    const CliResult result = runCli({"diff", before, project_, "--json"});
    QCOMPARE(result.exitCode, 0);
    QVERIFY(result.err.contains("asset chr_moth is called chr_owlet\n"));
    QVERIFY(result.err.contains("naming: set differently\n"));
    QVERIFY(result.err.contains("asset chr_mouse: scale 1 -> 2\n"));
    QVERIFY(result.err.contains("of chr_snail: origin "));
    QVERIFY(runCli({"diff", before, scratch_->qpath("nothing.amber")}).exitCode == 3);
  }

  void errorsAmongTheFindingsAreToldByTheExit() {
    Project project = *readProject(project_.toStdString());
    project = withEdits(project, {Rename{project.assets[1]->id, {}, {}, "chr_keeper"}})->project;
    QVERIFY(writeFileAtomically(project_.toStdString(), projectText(project)));
    QCOMPARE(run({}).exitCode, 1);
    QCOMPARE(run({"--fix", "name.shared"}).exitCode, 0);
    QCOMPARE(run({}).exitCode, 0);
  }

  void foldersAreKeptAndCheckedAndCorrectionsGoIntoTheDiff() {
    QCOMPARE(run({"--used-in", folder(), "--ignore", "*.min.js", "--keep-folders"}).exitCode, 0);
    const auto project = readProject(project_.toStdString());
    QCOMPARE(project->code.folders, (std::vector<std::string>{"../code"}));
    QCOMPARE(project->code.ignored, (std::vector<std::string>{"*.min.js"}));
    const json findings = runCli({"check", project_, "--json"}).json()["findings"];
    int unknown = 0;
    int unused = 0;
    for (const json& finding : findings) {
      unknown += finding["rule"] == "name.unknown" ? 1 : 0;
      unused += finding["rule"] == "name.unused" ? 1 : 0;
    }
    QCOMPARE(unknown, 1);
    QCOMPARE(unused, 10);
    const QString diff = scratch_->qpath("names.diff");
    QCOMPARE(run({"--correct", "chr_kepper=chr_keeper", "--diff", diff}).exitCode, 0);
    QVERIFY(scratch_->read("names.diff").find("+load(\"chr_keeper\"); // CHR_SNAIL") !=
            std::string::npos);
    QCOMPARE(run({"--correct", "chr_kepper", "--diff", diff}).exitCode, 2);
    // A folder that was removed is reported, and no name is listed as unused.
    QVERIFY(QDir(folder()).removeRecursively());
    const CliResult gone = runCli({"check", project_, "--json"});
    QVERIFY(!gone.out.contains("name.unused") && gone.err.contains("code"));
  }

 private:
  QString folder() const { return scratch_->qpath("code"); }
  CliResult run(const QStringList& arguments) const {
    return runCli(QStringList{"names", project_} + arguments + QStringList{"--json"});
  }

  std::unique_ptr<Scratch> scratch_;
  QString project_;
};
AMBER_TEST(NamesCliTest);

#include "names_cli_tests.moc"
