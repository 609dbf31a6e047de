// Everything that the command shape does to shapes, and role to roles, besides fitting.
#include <QTest>
#include <memory>
#include <nlohmann/json.hpp>

#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

class ShapeDeedsCliTest : public QObject {
  Q_OBJECT

  json told(const char* asset, const char* role) {
    const CliResult result =
        runCli({"shape", project_, "--asset", asset, "--role", role, "--json"});
    return result.exitCode == 0 ? result.json()["shapes"] : json();
  }
  CliResult shape(QStringList more) {
    return runCli(QStringList{"shape", project_, "--asset", "chr_snail"} + more);
  }
  Project project() { return *readProject(project_.toStdString()); }

 private slots:
  void init() {
    scratch_ = std::make_unique<Scratch>();
    project_ = demoAsItIs(*scratch_);
  }

  void aShapeIsHeldAndKeyedAgain() {
    QCOMPARE(shape({"--role", "body", "--frame", "3", "--do", "hold"}).exitCode, 0);
    const json held = told("chr_snail", "body");
    QCOMPARE(held.size(), std::size_t{6});
    for (const json& one : held) {
      QVERIFY(one["keyedOn"] == "chr_snail_crawl_01");
      QVERIFY(one["geometry"]["w"] == held[0]["geometry"]["w"]);
    }
    // Separate keyframes with the same shapes.
    QCOMPARE(shape({"--role", "body", "--do", "key"}).exitCode, 0);
    const json keyed = told("chr_snail", "body");
    for (std::size_t i = 0; i < keyed.size(); ++i) {
      QVERIFY(keyed[i]["keyedOn"] == keyed[i]["frame"]);
      QVERIFY(keyed[i]["geometry"] == held[i]["geometry"]);
    }
    // Without its key a frame has what is held from before.
    QCOMPARE(shape({"--role", "body", "--frame", "4", "--do", "unkey"}).exitCode, 0);
    QVERIFY(told("chr_snail", "body")[3]["keyedOn"] == "chr_snail_crawl_03");
  }

  void holdingAsksForOneOfSeveralAnimations() {
    const QStringList call{"shape", project_, "--asset", "chr_keeper", "--do", "hold"};
    const CliResult none = runCli(call);
    QCOMPARE(none.exitCode, 2);
    QVERIFY2(none.err.contains("several animations; name one with --animation: idle, walk, water"),
             none.err);
    const CliResult wrong = runCli(call + QStringList{"--animation", "wlak"});
    QCOMPARE(wrong.exitCode, 2);
    QVERIFY2(wrong.err.contains("has no animation \"wlak\"; it has idle, walk, water"), wrong.err);
    QCOMPARE(runCli(call + QStringList{"--animation", "walk"}).exitCode, 0);
    for (const json& one : told("chr_keeper", "body")) {
      const auto frame = one["frame"].get<std::string>();
      if (frame.find("_walk_") == std::string::npos) continue;
      QVERIFY(one["keyedOn"] == "chr_keeper_walk_01");
    }
  }

  void copiesGoToAnotherRoleAndMirrorsBackAndForth() {
    const json before = told("chr_snail", "body");
    QCOMPARE(shape({"--role", "body", "--do", "copy", "--copy-to", "reach"}).exitCode, 0);
    const json copies = told("chr_snail", "reach");
    QCOMPARE(copies.size(), before.size());
    for (std::size_t i = 0; i < before.size(); ++i) {
      QVERIFY(copies[i]["geometry"] == before[i]["geometry"]);
    }
    QCOMPARE(shape({"--role", "reach", "--do", "mirror"}).exitCode, 0);
    const json mirrored = told("chr_snail", "reach");
    QVERIFY(mirrored != copies);
    QVERIFY(mirrored[0]["geometry"]["w"] == before[0]["geometry"]["w"]);
    QCOMPARE(shape({"--role", "reach", "--do", "mirror"}).exitCode, 0);
    QVERIFY(told("chr_snail", "reach")[0]["geometry"] == before[0]["geometry"]);
    QVERIFY2(told("chr_snail", "body") == before, "the first role is as it was");
    // To no role, and to none that there is.
    QCOMPARE(shape({"--role", "body", "--do", "copy", "--copy-to", "shell"}).exitCode, 2);
  }

  void theKindsRulesSpareWhatIsByHandUnlessTold() {
    const std::string before = scratch_->read("demo/glasshouse_night.amber");
    QCOMPARE(shape({"--do", "kind-rules", "--try"}).exitCode, 0);
    QCOMPARE(scratch_->read("demo/glasshouse_night.amber"), before);
    QCOMPARE(shape({"--do", "kind-rules"}).exitCode, 0);
    const json spared = told("chr_snail", "body");
    QCOMPARE(shape({"--do", "kind-rules", "--hand-too"}).exitCode, 0);
    for (const json& one : told("chr_snail", "body")) {
      QVERIFY(one["recipe"]["style"] == "balanced");
    }
    QVERIFY(spared.size() == 6);
  }

  void aRoleIsMadeGivenToAKindRenamedAndTakenOut() {
    const auto role = [&](QStringList more) {
      return runCli(QStringList{"role", project_} + more).exitCode;
    };
    const auto standing = [&](const char* name) {
      const Project now = project();
      const auto& shapes = findKind(now, "character")->shapes;
      return std::any_of(shapes.begin(), shapes.end(),
                         [&](const RoleRecipe& one) { return one.role == name; });
    };
    QCOMPARE(role({"--name", "stomp", "--duty", "notices", "--shape", "box:snug", "--most-air",
                   "0.5", "--for-kind", "character"}),
             0);
    QVERIFY(findRole(project(), "stomp")->duty == Duty::Notices);
    QCOMPARE(findRole(project(), "stomp")->mostAir, 0.5);
    QVERIFY(standing("stomp"));
    QCOMPARE(role({"--name", "stomp", "--rename", "stomp_strip"}), 0);
    QVERIFY(findRole(project(), "stomp") == nullptr && standing("stomp_strip"));
    QCOMPARE(role({"--name", "stomp_strip", "--not-for-kind", "character"}), 0);
    QVERIFY(!standing("stomp_strip"));
    QVERIFY(findRole(project(), "stomp_strip")->recipe.style == FitStyle::Snug);
    QCOMPARE(role({"--name", "stomp_strip", "--remove"}), 0);
    QVERIFY(findRole(project(), "stomp_strip") == nullptr);
  }

  void wrongRolesAreRefusedInOneSentence_data() {
    QTest::addColumn<QStringList>("call");
    QTest::addColumn<QString>("sentence");
    QTest::newRow("a bad name") << QStringList{"--name", "Stomp Strip"}
                                << "\"Stomp Strip\" is not a valid role name";
    QTest::newRow("no such kind") << QStringList{"--name", "stomp", "--for-kind", "ghost"}
                                  << "the project has no kind named \"ghost\"";
    QTest::newRow("renaming nobody") << QStringList{"--name", "stomp", "--rename", "strip"}
                                     << "the project has no role named \"stomp\"";
    QTest::newRow("removing nobody")
        << QStringList{"--name", "stomp", "--remove"} << "the role does not exist";
    QTest::newRow("half a share") << QStringList{"--name", "stomp", "--most-air", "1.5"}
                                  << "--most-air";
  }
  void wrongRolesAreRefusedInOneSentence() {
    QFETCH(QStringList, call);
    QFETCH(QString, sentence);
    const std::string before = scratch_->read("demo/glasshouse_night.amber");
    const CliResult result = runCli(QStringList{"role", project_} + call);
    QCOMPARE(result.exitCode, 2);
    QVERIFY2(QString::fromUtf8(result.err).contains(sentence), result.err);
    QCOMPARE(result.err.count('\n'), 1);
    QCOMPARE(scratch_->read("demo/glasshouse_night.amber"), before);
  }

  void whatAGameWantsOfFairnessIsSetTriedAndUnset() {
    const auto fairness = [&](QStringList more) {
      return runCli(QStringList{"fairness", project_} + more);
    };
    const auto wishes = [&] { return project().trial; };
    QVERIFY(!wishes().any());
    QCOMPARE(fairness({"--most-phantom", "0.2", "--try", "--json"}).exitCode, 0);
    QVERIFY(!wishes().any());
    QCOMPARE(fairness({"--most-phantom", "0.2"}).exitCode, 0);
    QCOMPARE(fairness({"--most-missed", "0.1"}).exitCode, 0);
    QVERIFY2(wishes().phantom == 0.2 && wishes().missed == 0.1, "what is not named stays");
    const CliResult one = fairness({"chr_keeper"});
    QCOMPARE(one.exitCode, 2);
    QVERIFY2(one.err.contains("give two assets"), one.err);
    const CliResult role = fairness({"chr_keeper", "chr_snail", "--role-a", "shell"});
    QCOMPARE(role.exitCode, 2);
    QVERIFY2(role.err.contains("has no role named \"shell\""), role.err);
  }

 private:
  std::unique_ptr<Scratch> scratch_;
  QString project_;
};
AMBER_TEST(ShapeDeedsCliTest);

#include "shape_deeds_cli_tests.moc"
