#include <QTest>
#include <nlohmann/json.hpp>

#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// The commands layers, meets, expect, weave and asset.
class LayerCliTest : public QObject {
  Q_OBJECT

  static const json* find(const json& list, const char* key, const std::string& value) {
    for (const json& one : list) {
      if (one[key] == value) return &one;
    }
    return nullptr;
  }

 private slots:
  void init() {
    scratch_ = std::make_unique<Scratch>();
    project_ = demoAsItIs(*scratch_);
  }

  void settingsAreToldWithWhereTheyComeFrom() {
    const CliResult result = runCli({"layers", project_, "--json"});
    QCOMPARE(result.exitCode, 0);
    const json told = result.json();
    QCOMPARE(told["layers"].size(), std::size_t{6});
    QVERIFY(told["pairing"] == "either" && told["wakes"] == "mover");
    const json& snail = *find(told["parties"], "party", "chr_snail:body");
    QVERIFY(snail["from"]["duty"] == "role" && snail["from"]["seeks"] == "asset");
    QVERIFY(snail["seeks"] == json::array({"shots"}));
    const json& tile = *find(told["parties"], "party", "tile_glasshouse:body");
    QVERIFY(tile["from"]["on"] == "kind" && tile["motion"] == "static");
  }

  void settingsAreSetAtEveryLevelAndInheritedAgain() {
    const auto told = [&](QStringList call) {
      const CliResult result = runCli(QStringList{"layers", project_, "--json"} + call);
      if (result.exitCode != 0) qFatal("%s", result.err.constData());
      return result.json();
    };
    json after = told(
        {"--set", "chr_snail:body", "--on", "pests,shots", "--seeks", "", "--duty", "notices"});
    json snail = *find(after["parties"], "party", "chr_snail:body");
    QVERIFY(snail["on"] == json::array({"pests", "shots"}));
    QVERIFY(snail["seeks"].empty() && snail["duty"] == "notices");
    after = told({"--set", "chr_snail:body", "--inherit"});
    snail = *find(after["parties"], "party", "chr_snail:body");
    QVERIFY(snail["from"]["on"] == "kind" && snail["duty"] == "stops");
    after = told({"--set", "kind:tile:body", "--on", "ground,props"});
    QVERIFY((*find(after["parties"], "party", "tile_glasshouse:body"))["on"].size() == 2);
    after = told({"--set", "role:feet", "--seeks", "props"});
    QVERIFY((*find(after["parties"], "party", "chr_keeper:feet"))["seeks"] ==
            json::array({"props"}));
    QCOMPARE(runCli({"layers", project_, "--set", "role:feet", "--inherit"}).exitCode, 2);
    QCOMPARE(runCli({"layers", project_, "--set", "nobody:body", "--on", "ground"}).exitCode, 2);
    QCOMPARE(runCli({"layers", project_, "--set", "chr_snail:body", "--on", "grund"}).exitCode, 2);
  }

  void layersAreAddedRenamedMovedAndRemovedEverywhere() {
    const auto told = [&](QStringList call) {
      const CliResult result = runCli(QStringList{"layers", project_, "--json"} + call);
      if (result.exitCode != 0) qFatal("%s", result.err.constData());
      return result.json();
    };
    told({"--rename", "pests=creatures"});
    const json sentences = runCli({"expect", project_, "--json"}).json()["expectations"];
    QVERIFY(sentences[2]["sentence"] == "chr_keeper body stops at everything on creatures");
    json after = told({"--move", "creatures", "--to", "1"});
    QVERIFY(after["layers"][0]["name"] == "creatures");
    QVERIFY((*find(after["parties"], "party", "chr_snail:body"))["on"] ==
            json::array({"creatures"}));
    after = told({"--remove", "keepers"});
    QCOMPARE(after["layers"].size(), std::size_t{5});
    QVERIFY((*find(after["parties"], "party", "chr_keeper:body"))["on"].empty());
    QVERIFY((*find(after["parties"], "party", "chr_keeper:body"))["seeks"] ==
            json::array({"creatures", "ground", "props"}));
    for (int i = 6; i <= 32; ++i) told({"--add", QString("more_%1").arg(i)});
    const CliResult full = runCli({"layers", project_, "--add", "one_more"});
    QCOMPARE(full.exitCode, 2);
    QVERIFY2(full.err.contains("32 layers"), full.err);
  }

  void meetsSaysWhatEveryPairDoesAndWhy() {
    const json all = runCli({"meets", project_, "--json"}).json()["pairs"];
    const json one =
        runCli({"meets", project_, "chr_snail:body", "tile_glasshouse", "--json"}).json()["pairs"];
    QCOMPARE(one.size(), std::size_t{1});
    QVERIFY(one[0]["outcome"] == "passes" && one[0]["why"] == "unseen");
    QVERIFY(std::find(all.begin(), all.end(), one[0]) != all.end());
    // Of the keeper there is one; of moths many, which meet each other.
    const json copies =
        runCli({"meets", project_, "chr_mouse", "chr_mouse", "--json"}).json()["pairs"];
    QCOMPARE(copies.size(), std::size_t{1});
    QVERIFY(copies[0]["copies"] == true);
    QVERIFY(
        runCli({"meets", project_, "chr_keeper", "chr_keeper", "--json"}).json()["pairs"].empty());
    const CliResult words = runCli({"meets", project_, "chr_snail", "tile_glasshouse"});
    QVERIFY(words.out.contains("5. They pass: neither seeks a layer that the other is on."));
    const QByteArray csv = runCli({"meets", project_, "--csv"}).out;
    QVERIFY(csv.startsWith("a,b,copies,outcome,stopped,told,why\r\n"));
    QVERIFY(
        csv.contains("prop_clay_pot:body,shot_water_drop:body,no,notices,,prop_clay_pot:body,"));
  }

  void aBrokenExpectationEndsWithOneUntilItIsFixed() {
    CliResult result = runCli({"expect", project_, "--json"});
    QCOMPARE(result.exitCode, 1);
    const json first = result.json()["expectations"][0];
    QVERIFY(first["verdict"] == "broken");
    QVERIFY(first["broken"] == json::array({{{"a", "chr_snail:body"},
                                             {"b", "tile_glasshouse:body"},
                                             {"outcome", "passes"},
                                             {"why", "unseen"}}}));
    QVERIFY(first["fixes"][0]["text"] == "let chr_snail body seek ground");
    QVERIFY(first["fixes"][0]["pairs"] == 1 && first["fixes"][0]["breaks"].empty());
    QCOMPARE(result.json()["unasked"].size(), std::size_t{1});
    QCOMPARE(runCli({"expect", project_, "--fix", "1"}).exitCode, 0);
    QCOMPARE(runCli({"expect", project_, "--unasked", "expect"}).exitCode, 0);
    result = runCli({"expect", project_, "--json"});
    QVERIFY(result.json()["unasked"].empty());
    QCOMPARE(result.json()["expectations"].size(), std::size_t{12});
    QCOMPARE(runCli({"expect", project_, "--drop", "12"}).exitCode, 0);
    QCOMPARE(runCli({"expect", project_, "--drop", "12"}).exitCode, 2);
  }

  void checkFindsItAndMendsIt() {
    const CliResult found = runCli({"check", project_, "--json"});
    QCOMPARE(found.exitCode, 1);
    QVERIFY(found.err.contains("expected \u201cevery character body stops at every tile\u201d"));
    QCOMPARE(runCli({"check", project_, "--mend", "layers.broken", "layers.unasked"}).exitCode, 0);
    QCOMPARE(runCli({"expect", project_}).exitCode, 0);
  }

  void sentencesThatCannotBeReadAreRefusedInOneLine() {
    const CliResult result = runCli({"expect", project_, "--add", "chr_keper stops at every tile"});
    QCOMPARE(result.exitCode, 2);
    QVERIFY(result.err.contains("column 1"));
    QVERIFY(result.err.contains("did you mean chr_keeper?"));
    QCOMPARE(result.err.count('\n'), 1);
  }

  void weaveIsTriedAndThenDone() {
    const CliResult tried = runCli({"weave", project_, "--try", "--json"});
    QCOMPARE(tried.exitCode, 0);
    QVERIFY(tried.json()["count"] == 3);
    QCOMPARE(runCli({"layers", project_, "--json"}).json()["layers"].size(), std::size_t{6});
    QCOMPARE(runCli({"weave", project_}).exitCode, 0);
    const CliResult after = runCli({"expect", project_, "--json"});
    QCOMPARE(after.exitCode, 0);
    QVERIFY(after.json()["unasked"].empty());
    QCOMPARE(
        runCli({"expect", project_, "--add", "every character body passes every tile"}).exitCode,
        1);
    const CliResult refused = runCli({"weave", project_});
    QCOMPARE(refused.exitCode, 1);
    QVERIFY2(refused.err.contains("contradict each other"), refused.err);
  }

  void tablesGoOutAndComeIn() {
    const CliResult out = runCli({"layers", project_, "--csv"});
    QCOMPARE(out.exitCode, 0);
    scratch_->write("layers.csv", out.out.toStdString());
    const std::string before = scratch_->read("demo/glasshouse_night.amber");
    QCOMPARE(runCli({"layers", project_, "--from", scratch_->qpath("layers.csv")}).exitCode, 0);
    QVERIFY(scratch_->read("demo/glasshouse_night.amber") == before);
    scratch_->write("more.csv",
                    "target,duty,on,seeks\nchr_snail:body,,pests,\"ground shots water\"\n");
    const CliResult in =
        runCli({"layers", project_, "--from", scratch_->qpath("more.csv"), "--json"});
    QCOMPARE(in.exitCode, 0);
    QVERIFY((*find(in.json()["parties"], "party", "chr_snail:body"))["seeks"] ==
            json::array({"ground", "shots", "water"}));
    for (const char* bad : {"", "who,what\n", "target,duty,on,seeks\nchr_snail:body,x,,\n",
                            "target,duty,on,seeks\nnobody:body,,,\n",
                            "target,duty,on,seeks\nchr_snail:body,,\"pests\n"}) {
      scratch_->write("bad.csv", bad);
      const CliResult refused = runCli({"layers", project_, "--from", scratch_->qpath("bad.csv")});
      QVERIFY2(refused.exitCode == 2 || refused.exitCode == 3, bad);
      QVERIFY2(refused.err.contains("bad.csv"), refused.err);
    }
  }

  void namesWithBlanksComeInAsTheyWentOut() {
    QCOMPARE(runCli({"layers", project_, "--add", "two words"}).exitCode, 0);
    QCOMPARE(
        runCli({"layers", project_, "--set", "chr_snail:body", "--on", "two words,pests"}).exitCode,
        0);
    const std::string before = scratch_->read("demo/glasshouse_night.amber");
    const CliResult out = runCli({"layers", project_, "--csv"});
    scratch_->write("layers.csv", out.out.toStdString());
    QCOMPARE(runCli({"layers", project_, "--from", scratch_->qpath("layers.csv")}).exitCode, 0);
    QVERIFY(scratch_->read("demo/glasshouse_night.amber") == before);
    QCOMPARE(runCli({"layers", project_, "--csv"}).out, out.out);
  }

  void everyFindingOfARuleIsMended() {
    for (const char* layer : {"aaa", "bbb", "ccc"}) {
      QCOMPARE(runCli({"layers", project_, "--add", layer}).exitCode, 0);
    }
    const auto unused = [&] {
      int count = 0;
      const json told = runCli({"check", project_, "--json"}).json();
      for (const json& finding : told["findings"]) {
        count += finding["rule"] == "layers.unused" ? 1 : 0;
      }
      return count;
    };
    QVERIFY(unused() >= 3);
    runCli({"check", project_, "--mend", "layers.unused"});
    QCOMPARE(unused(), 0);
  }

  void ofLongListsTheFirstHundredAreTold() {
    QStringList sentences = {"expect", project_};
    for (int i = 0; i < 130; ++i) {
      // Broken: the body of the keeper stops at them.
      const char* whom[] = {"tile", "prop", "pickup", "character"};
      sentences << "--add" << QString("chr_keeper body passes every %1").arg(whom[i % 4]);
    }
    runCli(sentences);
    const CliResult some = runCli({"expect", project_, "--json"});
    const CliResult all = runCli({"expect", project_, "--json", "--all"});
    const json told = some.json();
    QVERIFY2(told["expectations"].size() <= 100, some.out.left(300));
    QCOMPARE(told["count"].get<std::size_t>(), all.json()["expectations"].size());
  }

  void assetsGetMotionAndCopies() {
    const CliResult result = runCli({"asset", project_, "--asset", "chr_snail", "--motion",
                                     "kinematic", "--copies", "one", "--json"});
    QCOMPARE(result.exitCode, 0);
    const json snail = result.json()["assets"][0];
    QVERIFY(snail["motion"] == "kinematic" && snail["copies"] == "one");
    QCOMPARE(runCli({"asset", project_, "--motion", "static"}).exitCode, 2);
    QCOMPARE(runCli({"asset", project_, "--json"}).json()["assets"].size(), std::size_t{13});
  }

 private:
  std::unique_ptr<Scratch> scratch_;
  QString project_;
};
AMBER_TEST(LayerCliTest);

#include "layer_cli_tests.moc"
