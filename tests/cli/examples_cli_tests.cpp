#include <QDir>
#include <QProcess>
#include <QRegularExpression>
#include <QTest>

#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;

// The examples that the help of every command ends with are run as they stand, in the folder of the
// example project, and give JSON with --json.
class ExamplesCliTest : public QObject {
  Q_OBJECT

  static QStringList commands() {
    QStringList names;
    static const QRegularExpression name("^  ([a-z]+) ");
    for (const QString& line : QString::fromUtf8(runCli({"--help"}).out).split('\n')) {
      const QRegularExpressionMatch match = name.match(line);
      if (match.hasMatch()) names << match.captured(1);
    }
    return names;
  }

  static QStringList examplesOf(const QString& command) {
    const QString start = "  amber-parcel-cli ";
    QStringList examples;
    for (const QString& line : QString::fromUtf8(runCli({command, "--help"}).out).split('\n')) {
      if (line.startsWith(start)) examples << line.mid(start.size());
    }
    return examples;
  }

  // What examples name beside the project: an earlier version of it and somebody else's, art that
  // is new, code that uses its names, and a parcel.
  void layOut(const QString& folder) const {
    copyFolder(scratch_.qpath("demo"), folder);
    const QString project = folder + "/glasshouse_night.amber";
    QVERIFY(QFile::copy(project, folder + "/before.amber"));
    QVERIFY(QFile::copy(project, folder + "/theirs.amber"));
    QVERIFY(QDir(folder).mkpath("art") && QDir(folder).mkpath("code"));
    QVERIFY(QFile::copy(folder + "/sheets/clay_pot.png", folder + "/art/pot_two.png"));
    QFile code(folder + "/code/game.cpp");
    QVERIFY(code.open(QIODevice::WriteOnly));
    code.write("spawn(\"chr_snail\");\n");
    copyFolder(scratch_.qpath("parcel"), folder + "/parcel");
  }

 private slots:
  void initTestCase() {
    const QString project = demoCopy(scratch_);
    QCOMPARE(runCli({"pack", project, "--out", scratch_.qpath("parcel")}).exitCode, 0);
  }

  void theGroupsOfTheHelpFollowTheBenches() {
    const QString help = QString::fromUtf8(runCli({"--help"}).out);
    qsizetype last = 0;
    for (const char* group :
         {"Project:", "Cut:", "Origin:", "Fit:", "Names:", "Layers:", "Trial:", "Pack:"}) {
      const qsizetype at = help.indexOf(QString("\n%1\n").arg(group));
      QVERIFY2(at > last, group);
      last = at;
    }
  }

  void everyExampleRunsAsItStands_data() {
    QTest::addColumn<QString>("example");
    const QStringList all = commands();
    QVERIFY(all.size() > 35);
    for (const QString& command : all) {
      const QStringList examples = examplesOf(command);
      QVERIFY2(!examples.isEmpty(), qPrintable(command));
      // It packs until it is stopped: WatchCliTest does that.
      if (command == "watch") continue;
      for (const QString& example : examples) QTest::newRow(qPrintable(example)) << example;
    }
  }

  void everyExampleRunsAsItStands() {
    QFETCH(QString, example);
    const QStringList words = QProcess::splitCommand(example);
    const Scratch run;
    layOut(run.qpath("as_it_stands"));
    const CliResult plain = runCli(words, run.qpath("as_it_stands"));
    // With findings, or differences, a command ends with 1.
    QVERIFY2(plain.exitCode == 0 || plain.exitCode == 1, plain.err.constData());
    QVERIFY2(plain.exitCode == 0 || plain.err.isEmpty(), plain.err.constData());
    if (words.contains("--csv")) return;
    layOut(run.qpath("as_json"));
    const CliResult listed = runCli(words + QStringList{"--json"}, run.qpath("as_json"));
    QCOMPARE(listed.exitCode, plain.exitCode);
    QVERIFY(!listed.json().is_null());
  }

 private:
  Scratch scratch_;
};
AMBER_TEST(ExamplesCliTest);

#include "examples_cli_tests.moc"
