#include <QImage>
#include <QProcess>
#include <QTest>
#include <QXmlStreamReader>
#include <nlohmann/json.hpp>
#include <set>

#include "core/checks/rules.h"
#include "files/csv_table.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/schema.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// The command report: each type of file contains the findings of check.
class ReportCliTest : public QObject {
  Q_OBJECT

  // Elements by name, with their attributes; the reader refuses invalid XML.
  static std::map<QString, std::vector<QXmlStreamAttributes>> elementsOf(const std::string& text) {
    std::map<QString, std::vector<QXmlStreamAttributes>> elements;
    QXmlStreamReader reader(QByteArray::fromStdString(text));
    while (!reader.atEnd()) {
      if (reader.readNext() == QXmlStreamReader::StartElement) {
        elements[reader.name().toString()].push_back(reader.attributes());
      }
    }
    if (reader.hasError()) qFatal("%s", qPrintable(reader.errorString()));
    return elements;
  }

  std::string reported(const QString& name, const QStringList& more = {}, int exitCode = 1) {
    const CliResult result =
        runCli(QStringList{"report", project_, "--out", scratch_.qpath(name)} + more);
    if (result.exitCode != exitCode) qWarning("%s", result.err.constData());
    return result.exitCode == exitCode ? scratch_.read(name.toStdString()) : std::string();
  }

 private slots:
  void initTestCase() {
    // With its one error, and a name that markup must not take for its own.
    project_ = demoAsItIs(scratch_);
    QCOMPARE(runCli({"names", project_, "--rename", "chr_moth=chr_<moth> & \"co\""}).exitCode, 0);
    findings_ = runCli({"check", project_, "--json"}).json()["findings"];
    QVERIFY(findings_.size() > 8);
  }

  void buildServersReadItAsSarif() {
    const json run = json::parse(reported("report.sarif"))["runs"][0];
    const json& results = run["results"];
    const json& rules = run["tool"]["driver"]["rules"];
    QCOMPARE(rules.size(), std::size(kRules));
    QCOMPARE(results.size(), findings_.size());
    for (std::size_t i = 0; i < results.size(); ++i) {
      QVERIFY(results[i]["ruleId"] == findings_[i]["rule"]);
      QVERIFY(results[i]["level"] == findings_[i]["severity"]);
      QVERIFY(rules[results[i]["ruleIndex"].get<std::size_t>()]["id"] == results[i]["ruleId"]);
      QVERIFY(results[i]["message"]["text"].get<std::string>().starts_with(
          findings_[i]["text"].get<std::string>()));
      const std::string uri =
          results[i]["locations"][0]["physicalLocation"]["artifactLocation"]["uri"];
      QVERIFY(uri == "glasshouse_night.amber" || uri.starts_with("sheets/"));
    }
  }

  // Against the used parts of their standards; nothing else is allowed.
  void bothAreValidByTheirSchemas() {
    QCOMPARE(schemaComplaint("sarif-2.1.0-part.schema.json", reported("report.sarif")),
             std::string());
    json broken = json::parse(reported("report.sarif"));
    broken["runs"][0]["results"][0].erase("message");
    QVERIFY(!schemaComplaint("sarif-2.1.0-part.schema.json", broken.dump()).empty());
    QVERIFY(!reported("report.xml").empty());
    const auto valid = [&](const QString& file) {
      QProcess lint;
      lint.start("xmllint",
                 {"--noout", "--nonet", "--schema",
                  QString(AMBER_SOURCE_DIR) + "/docs/schema/junit-part.xsd", scratch_.qpath(file)});
      if (!lint.waitForFinished()) qFatal("xmllint is not installed");
      return lint.exitCode() == 0;
    };
    QVERIFY(valid("report.xml"));
    std::string text = scratch_.read("report.xml");
    text.replace(text.find("tests="), 6, "teests=");
    scratch_.write("broken.xml", text);
    QVERIFY(!valid("broken.xml"));
  }

  void anAnimationIsWrittenAsAPictureThatMoves() {
    QVERIFY(!reported("walk.apng", {"--asset", "chr_keeper", "--animation", "walk"}).empty());
    const auto file = readImage(scratch_.path("walk.apng"));
    QVERIFY(file && file->pictures);
    const Project project = *readProject(project_.toStdString());
    for (const Animation& animation : project.assets[0]->animations) {
      if (animation.name != "walk") continue;
      QCOMPARE(file->pictures->timesMs.size(), animation.steps.size());
      for (std::size_t i = 0; i < animation.steps.size(); ++i) {
        QCOMPARE(file->pictures->timesMs[i], animation.steps[i].durationMs);
      }
    }
    // The idle goes back and forth: its 4 steps and 2 of them again. What reads no animation shows
    // the first.
    QVERIFY(!reported("idle.apng", {"--asset", "chr_keeper"}).empty());
    QCOMPARE(readImage(scratch_.path("idle.apng"))->pictures->timesMs.size(), std::size_t{6});
    const QImage still(scratch_.qpath("idle.apng"), "png");
    QCOMPARE(still.width(), readImage(scratch_.path("idle.apng"))->pictures->size.w);
    QCOMPARE(runCli({"report", project_, "--out", scratch_.qpath("x.apng"), "--asset", "chr_keeper",
                     "--animation", "no"})
                 .exitCode,
             2);
  }

  void buildServersReadItAsTestCases() {
    auto elements = elementsOf(reported("report.xml"));
    QCOMPARE(elements["testcase"].size(), std::size(kRules));
    QCOMPARE(elements["testsuite"][0].value("tests").toInt(), static_cast<int>(std::size(kRules)));
    std::set<std::string> errors;
    for (const json& finding : findings_) {
      if (finding["severity"] == "error") errors.insert(finding["rule"]);
    }
    QCOMPARE(elements["failure"].size(), errors.size());
    QCOMPARE(elements["testsuites"][0].value("failures").toInt(), static_cast<int>(errors.size()));
  }

  void spreadsheetsReadItAsATable() {
    const auto rows = csvFrom(reported("report.csv"), "report.csv");
    QVERIFY(rows);
    QCOMPARE(rows->size(), findings_.size() + 1);
    for (std::size_t i = 0; i < findings_.size(); ++i) {
      QVERIFY((*rows)[i + 1][0] == findings_[i]["rule"] &&
              (*rows)[i + 1][3] == findings_[i]["text"]);
    }
  }

  void everyTableHasItsRows() {
    const Project project = *readProject(project_.toStdString());
    std::size_t frames = 0;
    for (const auto& asset : project.assets) frames += asset->frames.size();
    const auto rows = [&](const char* table) {
      const auto read = csvFrom(reported("t.csv", {"--table", table}), "t.csv");
      if (!read) qFatal("no table");
      return *read;
    };
    QCOMPARE(rows("assets").size(), project.assets.size() + 1);
    QCOMPARE(rows("frames").size(), frames + 1);
    QCOMPARE(rows("frames")[1][1], project.assets[0]->frames[0].name);
    QCOMPARE(rows("expectations").size(), project.expectations.size() + 1);
    QCOMPARE(rows("expectations")[1][1], std::string("broken"));
    // The name that markup must not take for its own is none by the convention.
    QCOMPARE(rows("names")[1][0], std::string("chr_<moth> & \"co\""));
    const auto fairness = rows("fairness");
    QVERIFY(fairness.size() > 2);
    // The least fair first.
    QVERIFY(std::stod(fairness[1][2]) + std::stod(fairness[1][3]) >=
            std::stod(fairness[2][2]) + std::stod(fairness[2][3]));
    QCOMPARE(
        runCli({"report", project_, "--out", scratch_.qpath("t.csv"), "--table", "no"}).exitCode,
        2);
  }

  void anAssetsFramesAreDrawnWithWhatStandsOnThem() {
    for (const char* kind : {"circle", "capsule", "polygon", "mask"}) {
      QCOMPARE(runCli({"shape", project_, "--asset", "chr_snail", "--do", "fit", "--shape", kind})
                   .exitCode,
               0);
      auto elements = elementsOf(reported("snail.svg", {"--asset", "chr_snail"}));
      QCOMPARE(elements["image"].size(), std::size_t{6});
      QVERIFY(elements["image"][0]
                  .value("http://www.w3.org/1999/xlink", "href")
                  .startsWith(u"data:image/png;base64,"));
      // A ground and a title each, an origin each, and a shape each.
      QCOMPARE(elements["g"].size(), std::size_t{6});
      const QString element = QString(kind) == "circle"    ? "circle"
                              : QString(kind) == "polygon" ? "polygon"
                                                           : "path";
      QVERIFY2(elements[element].size() >= (element == "path" ? 12U : 6U), kind);
    }
    QCOMPARE(runCli({"report", project_, "--out", scratch_.qpath("x.svg")}).exitCode, 2);
    QCOMPARE(runCli({"report", project_, "--out", scratch_.qpath("x.svg"), "--asset", "nobody"})
                 .exitCode,
             2);
  }

  void peopleReadItWithPicturesAndWithoutANetwork() {
    const std::string text = reported("report.html");
    QVERIFY(text.find("chr_&lt;moth&gt; &amp; &quot;co&quot;") != std::string::npos);
    QVERIFY(text.find("<moth>") == std::string::npos);
    QVERIFY(text.find("every character body stops at every tile") != std::string::npos);
    for (const json& finding : findings_) {
      QVERIFY(text.find(finding["rule"].get<std::string>()) != std::string::npos);
    }
    // Nothing is fetched: the only addresses are the names of the markup's own languages.
    std::size_t at = 0;
    while ((at = text.find("http", at)) != std::string::npos) {
      QVERIFY(text.substr(at, 26) == "http://www.w3.org/2000/svg" ||
              text.substr(at, 28) == "http://www.w3.org/1999/xlink");
      at += 4;
    }
    QVERIFY(text.size() < 2000000);
  }

  void whatIsNoReportIsRefused() {
    QCOMPARE(runCli({"report", project_, "--out", scratch_.qpath("report.doc")}).exitCode, 2);
  }

 private:
  Scratch scratch_;
  QString project_;
  json findings_;
};
AMBER_TEST(ReportCliTest);

#include "report_cli_tests.moc"
