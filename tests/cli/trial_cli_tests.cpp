#include <QTest>
#include <nlohmann/json.hpp>

#include "core/trial/fairness_sum.h"
#include "files/image/image_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// The commands meet and fairness.
class TrialCliTest : public QObject {
  Q_OBJECT

 private slots:
  void init() {
    scratch_ = std::make_unique<Scratch>();
    project_ = demoAsItIs(*scratch_);
  }

  void aMeetingIsTold() {
    const CliResult result = runCli({"meet", project_, "chr_keeper", "chr_snail", "--frame-a", "3",
                                     "--at", "31,0", "--mirror-b", "--json"});
    QCOMPARE(result.exitCode, 0);
    const json told = result.json();
    QVERIFY(told["boxes"] == true);
    QCOMPARE(told["shapes"].size(), std::size_t{4});  // Three of its own, one of its lantern.
    const json& bodies = told["shapes"][0];
    QVERIFY(bodies["a"] == "body" && bodies["b"] == "body" && bodies["outcome"] == "stops");
    QVERIFY(bodies["meet"] == true && bodies["gap"] == 0 && bodies["depth"].get<double>() > 0);
    QVERIFY(bodies["normal"].size() == 2 && bodies["point"].size() == 2);
    const json far =
        runCli({"meet", project_, "chr_keeper", "chr_snail", "--at", "300,0", "--json"}).json();
    QVERIFY(far["pixels"]["meet"] == false && far["pixels"]["first"].is_null());
    QVERIFY(far["shapes"][0]["normal"].is_null() && far["shapes"][0]["gap"].get<double>() > 200);
    QVERIFY(far["text"].get<std::string>().rfind("Apart", 0) == 0);
  }

  void fairnessIsToldAndDrawnAlike() {
    const QString file = scratch_->qpath("map.png");
    const CliResult result =
        runCli({"fairness", project_, "chr_keeper", "chr_snail", "--out", file, "--json"});
    QCOMPARE(result.exitCode, 0);
    const json told = result.json();
    const auto picture = readImage(file.toStdString());
    QVERIFY(picture.has_value());
    const Image& map = picture->image;
    QVERIFY(told["offsets"][2] == map.width() && told["offsets"][3] == map.height());
    long long phantom = 0;
    long long missed = 0;
    long long fair = 0;
    for (int y = 0; y < map.height(); ++y) {
      for (int x = 0; x < map.width(); ++x) {
        const FairnessMark mark = fairnessMark(map.at(x, y));
        phantom += mark == FairnessMark::Phantom ? 1 : 0;
        missed += mark == FairnessMark::Missed ? 1 : 0;
        fair += mark == FairnessMark::Fair ? 1 : 0;
      }
    }
    QVERIFY(told["phantom"] == phantom && told["missed"] == missed);
    QVERIFY(told["shapesMeet"] == phantom + fair && told["pixelsMeet"] == missed + fair);
    QVERIFY(told["worstPhantom"]["gap"].get<double>() > 5);
    QCOMPARE(told["frames"].size(), std::size_t{1});
  }

  void framesRolesAndMirrorsAreChosen() {
    const auto told = [&](QStringList more) {
      return runCli(QStringList{"fairness", project_, "chr_keeper", "chr_snail", "--json"} + more)
          .json();
    };
    QCOMPARE(told({"--frame-a", "all"})["frames"].size(), std::size_t{18});
    QCOMPARE(told({"--mirror-a", "--mirror-b"})["frames"].size(), std::size_t{4});
    // By the layers its feet pass the snail, whether the role is given or not, and the result is
    // the same.
    const json feet = told({"--role-a", "feet"});
    QVERIFY(feet["keptApart"].get<bool>());
    QCOMPARE(feet["shapesMeet"].get<long long>(), 0LL);
    QVERIFY(!told({})["keptApart"].get<bool>());
    const CliResult words =
        runCli({"fairness", project_, "chr_keeper", "chr_snail", "--role-a", "feet"});
    QVERIFY2(words.out.contains("layers keep"), words.out);
    QVERIFY(!words.out.contains("100 %"));
    QVERIFY(runCli({"fairness", project_, "chr_keeper", "chr_snail"}).out.contains("scale 1"));
  }

  void otherShapesAreToldTheFairestFirst() {
    const json told =
        runCli({"fairness", project_, "chr_keeper", "chr_snail", "--candidates", "--json"}).json();
    QCOMPARE(told["candidates"].size(), std::size_t{17});
    const auto unfair = [](const json& one) {
      return one["phantomShare"].get<double>() + one["missedShare"].get<double>();
    };
    QVERIFY(unfair(told["candidates"][0]) < told["phantomShare"].get<double>());
    QVERIFY(unfair(told["candidates"][0]) <= unfair(told["candidates"][16]));
  }

  void everyPairThatMeetsIsTold() {
    const json told = runCli({"fairness", project_, "--json"}).json();
    QVERIFY(told["pairs"].size() > 5);
    double before = 3;
    for (const json& pair : told["pairs"]) {
      const double share = pair["phantomShare"].get<double>() + pair["missedShare"].get<double>();
      QVERIFY(share <= before);
      before = share;
    }
    const CliResult table = runCli({"fairness", project_, "--csv"});
    QVERIFY(table.out.startsWith("a,b,phantom,missed,gap,gapA,gapB,common,commonA,commonB"));
    QCOMPARE(static_cast<std::size_t>(table.out.count('\n')), told["pairs"].size() + 1);
  }

  void wrongCallsAreRefusedInOneSentence_data() {
    QTest::addColumn<QStringList>("call");
    QTest::newRow("no asset") << QStringList{"meet", "chr_nobody", "chr_snail"};
    QTest::newRow("no frame") << QStringList{"meet", "chr_keeper", "chr_snail", "--frame-a", "99"};
    QTest::newRow("no number") << QStringList{"fairness", "chr_keeper", "chr_snail", "--frame-a",
                                              "some"};
    QTest::newRow("one asset alone") << QStringList{"fairness", "chr_keeper"};
    QTest::newRow("no role") << QStringList{"fairness", "chr_keeper", "chr_snail", "--role-a",
                                            "tail"};
  }
  void wrongCallsAreRefusedInOneSentence() {
    QFETCH(QStringList, call);
    call.insert(1, project_);
    const CliResult result = runCli(call);
    QVERIFY(result.exitCode != 0);
    QVERIFY(result.out.isEmpty());
    QVERIFY(!result.err.trimmed().isEmpty());
  }

 private:
  std::unique_ptr<Scratch> scratch_;
  QString project_;
};
AMBER_TEST(TrialCliTest);

#include "trial_cli_tests.moc"
