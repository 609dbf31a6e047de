#include <QProcess>
#include <QTest>

#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;

// The program of the window, as it is called.
class ProgramTest : public QObject {
  Q_OBJECT

  struct Ran {
    int exitCode = -1;
    QByteArray out;
    QByteArray err;
  };
  static Ran run(const QStringList& arguments) {
    QProcess process;
    QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
    for (const char* name : {"DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM"}) {
      environment.remove(name);
    }
    process.setProcessEnvironment(environment);
    process.start(QString(AMBER_BIN_DIR) + "/amber-parcel", arguments);
    Ran ran;
    if (!process.waitForFinished(20000)) {
      process.kill();
      process.waitForFinished();
      return ran;
    }
    if (process.exitStatus() == QProcess::NormalExit) ran.exitCode = process.exitCode();
    ran.out = process.readAllStandardOutput();
    ran.err = process.readAllStandardError();
    return ran;
  }

 private slots:
  void helpAndVersionNeedNoWindow() {
    const Ran help = run({"--help"});
    QCOMPARE(help.exitCode, 0);
    QVERIFY2(help.out.contains("--bench") && help.out.contains("files"), help.out);
    const Ran version = run({"--version"});
    QCOMPARE(version.exitCode, 0);
    QVERIFY2(version.out.startsWith("amber-parcel 1.") && version.out.contains("Qt 6."),
             version.out);
  }

  void aWrongCallIsSaidAndEndsIt() {
    const Ran nonsense = run({"--nonsense"});
    QCOMPARE(nonsense.exitCode, 2);
    QVERIFY2(nonsense.err.contains("nonsense"), nonsense.err);
    const Ran bench = run({"--bench", "kitchen"});
    QCOMPARE(bench.exitCode, 2);
    QVERIFY2(bench.err.contains("no bench \"kitchen\""), bench.err);
  }
};
AMBER_TEST(ProgramTest);

#include "program_tests.moc"
