#include <QProcess>
#include <QRegularExpression>
#include <QTest>

#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;

namespace {

// Runs a line of a shell in a folder, with the program in its path.
int runShell(const QString& line, const QString& folder, QByteArray* output = nullptr) {
  QProcess process;
  QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
  environment.insert("PATH", QString(AMBER_BIN_DIR) + ":" + environment.value("PATH"));
  process.setProcessEnvironment(environment);
  process.setWorkingDirectory(folder);
  process.setProcessChannelMode(QProcess::MergedChannels);
  process.start("bash", {"-c", line});
  process.waitForFinished(60000);
  const QByteArray all = process.readAll();
  if (output != nullptr) *output = all;
  return process.exitStatus() == QProcess::NormalExit ? process.exitCode() : -1;
}

QString source(const QString& path) {
  return QString(AMBER_SOURCE_DIR) + "/" + path;
}

}  // namespace

// The documents are true: generated pages are current, and the commands on pages work.
class DocumentsCliTest : public QObject {
  Q_OBJECT

 private slots:
  void generatedPagesAreCurrent_data() {
    QTest::addColumn<QString>("script");
    QTest::newRow("reference") << "tools/make-reference";
    QTest::newRow("man pages and completions") << "tools/make-manual";
  }

  void generatedPagesAreCurrent() {
    QFETCH(QString, script);
    QByteArray output;
    const int status = runShell(source(script) + " " + AMBER_BIN_DIR + "/amber-parcel-cli --check",
                                AMBER_SOURCE_DIR, &output);
    QVERIFY2(status == 0, output.constData());
  }

  void everyCommandOfTheTutorialWorks() {
    const Scratch scratch;
    copyFolder(source("demo/glasshouse_night"), scratch.qpath("demo/glasshouse_night"));
    copyFolder(source("loaders"), scratch.qpath("loaders"));
    QFile page(source("docs/getting-started.md"));
    QVERIFY(page.open(QIODevice::ReadOnly));
    const QString text = QString::fromUtf8(page.readAll());
    static const QRegularExpression block("```sh\n(.*?)```",
                                          QRegularExpression::DotMatchesEverythingOption);
    int commands = 0;
    for (auto blocks = block.globalMatch(text); blocks.hasNext();) {
      const QStringList lines = blocks.next().captured(1).split('\n', Qt::SkipEmptyParts);
      for (const QString& line : lines) {
        QByteArray output;
        const int status = runShell(line, scratch.qpath(""), &output);
        QVERIFY2(status == 0, qPrintable(line + "\n" + QString::fromUtf8(output)));
        ++commands;
      }
    }
    QVERIFY2(commands >= 10, qPrintable(QString::number(commands)));
    QVERIFY(QFile::exists(scratch.qpath("garden/walk.png")));
  }

  void optionsOfEarlierVersionsStillWork() {
    const Scratch scratch;
    const QString sheet = source("demo/glasshouse_night/sheets/keeper_walk.png");
    const auto now =
        runCli({"fit", sheet, "--cells", "48x48", "--shape", "polygon:balanced", "--json"});
    const auto before = runCli(
        {"fit", sheet, "--cells", "48x48", "--kind", "polygon", "--style", "balanced", "--json"});
    QCOMPARE(now.exitCode, 0);
    QCOMPARE(before.out, now.out);
    const QString one = scratch.qpath("one.amber");
    const QString two = scratch.qpath("two.amber");
    QCOMPARE(runCli({"new", one, "--sheet", sheet, "--cells", "48x48", "--kind", "prop", "--shape",
                     "box:snug"})
                 .exitCode,
             0);
    QCOMPARE(runCli({"new", two, "--sheet", sheet, "--cells", "48x48", "--of-kind", "prop",
                     "--kind", "box", "--style", "snug"})
                 .exitCode,
             0);
    QByteArray first = QByteArray::fromStdString(scratch.read("one.amber"));
    QByteArray second = QByteArray::fromStdString(scratch.read("two.amber"));
    QCOMPARE(second.replace("\"two\"", "\"one\""), first);
  }

  void resultsGoToStandardOutputAndErrorsDoNot() {
    const auto checked = runCli({"check", source("demo/glasshouse_night/glasshouse_night.amber")});
    QVERIFY(checked.out.contains("findings"));
    QVERIFY(checked.err.isEmpty());
    const auto asked =
        runCli({"check", source("demo/glasshouse_night/glasshouse_night.amber"), "--json"});
    QVERIFY(!asked.json().empty());
    const auto wrong = runCli({"check", "none.amber"});
    QVERIFY(wrong.out.isEmpty());
    QVERIFY(wrong.err.contains("none.amber"));
  }

  void aThumbnailHasTheAskedSize() {
    const Scratch scratch;
    const QString file = scratch.qpath("thumb.png");
    QCOMPARE(runCli({"thumbnail", source("demo/glasshouse_night/glasshouse_night.amber"), "--size",
                     "128", "--out", file})
                 .exitCode,
             0);
    const QImage picture(file);
    QCOMPARE(std::max(picture.width(), picture.height()), 96);  // Twice 48 px.
  }

  void onlyChangedProjectsArePackedAgain() {
    if (runShell("ninja --version", AMBER_SOURCE_DIR) != 0) QSKIP("ninja is not installed");
    const Scratch scratch;
    constexpr int kProjects = 20;
    const QString sheet = source("demo/glasshouse_night/sheets/clay_pot.png");
    for (int i = 0; i < kProjects; ++i) {
      const QString folder = scratch.qpath("projects/p" + QString::number(i));
      QVERIFY(QDir().mkpath(folder));
      QVERIFY(QFile::copy(sheet, folder + "/pot.png"));
      QCOMPARE(runCli({"new", folder + "/p" + QString::number(i) + ".amber", "--sheet",
                       folder + "/pot.png", "--count", "3x1", "--kind", "prop"})
                   .exitCode,
               0);
    }
    const CliResult within =
        runCli({"pack", scratch.qpath("projects/p0/p0.amber"), "--out", scratch.qpath("parcels/p0"),
                "--depfile", scratch.qpath("parcels/p0/parcel.d")});
    QCOMPARE(within.exitCode, 2);
    QVERIFY2(within.err.contains("another folder"), within.err);
    QVERIFY(QDir().mkpath(scratch.qpath("parcels")));
    QCOMPARE(runShell(source("tools/make-build-farm") + " projects parcels > build.ninja",
                      scratch.qpath("")),
             0);
    QByteArray output;
    QVERIFY2(runShell("ninja", scratch.qpath(""), &output) == 0, output.constData());
    QCOMPARE(output.count("pack projects"), kProjects);
    runShell("ninja", scratch.qpath(""), &output);
    QVERIFY2(output.contains("no work to do"), output.constData());
    // Painted over with the same size: its project alone is packed again.
    QImage pot(sheet);
    pot.invertPixels();
    QTest::qWait(1100);
    QVERIFY(pot.save(scratch.qpath("projects/p7/pot.png")));
    QCOMPARE(runCli({"refresh", scratch.qpath("projects/p7/p7.amber")}).exitCode, 0);
    QVERIFY2(runShell("ninja", scratch.qpath(""), &output) == 0, output.constData());
    QCOMPARE(output.count("pack projects"), 1);
    QVERIFY(output.contains("pack projects/p7/p7.amber"));
  }
};
AMBER_TEST(DocumentsCliTest);

#include "documents_cli_tests.moc"
