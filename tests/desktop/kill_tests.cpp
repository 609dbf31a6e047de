#include <QDateTime>
#include <QProcess>
#include <QRandomGenerator>
#include <QTest>

#include "files/project/project_file.h"
#include "support/registry.h"
#include "support/scratch.h"
#include "work/project/recovery.h"

using namespace amber;
using namespace amber::test;

// Kills a program that edits and saves, at random moments, and opens what is left.
class KillTest : public QObject {
  Q_OBJECT

  static constexpr qint64 kEditEveryMs = 20;

  struct Logged {
    int number;
    qint64 at;
  };
  static std::vector<Logged> logOf(const std::string& text) {
    std::vector<Logged> all;
    for (const QByteArray& line : QByteArray::fromStdString(text).split('\n')) {
      const QList<QByteArray> parts = line.split(' ');
      if (parts.size() == 2 && !parts[1].isEmpty()) {
        all.push_back({parts[0].toInt(), parts[1].toLongLong()});
      }
    }
    return all;
  }

 private slots:
  void theProjectAlwaysLoadsAndLosesNoMoreThanTwoSeconds() {
    constexpr int kKills = 50;
    constexpr int kAtOnce = 2;
    int lastNumbers = 0;
    for (int round = 0; round < kKills; round += kAtOnce) {
      std::vector<std::unique_ptr<Scratch>> folders;
      std::vector<std::unique_ptr<QProcess>> children;
      for (int i = 0; i < kAtOnce && round + i < kKills; ++i) {
        folders.push_back(std::make_unique<Scratch>());
        const QString project = demoCopy(*folders.back());
        children.push_back(std::make_unique<QProcess>());
        children.back()->start(QString(AMBER_BIN_DIR) + "/editing-child",
                               {project, folders.back()->qpath("log")});
      }
      for (auto& child : children) QVERIFY(child->waitForStarted());
      // Four rounds run long enough for two seconds to matter; the others hit the early moments.
      const int base = round < 8 ? 2600 : 150;
      for (std::size_t i = 0; i < children.size(); ++i) {
        QTest::qWait(i == 0 ? base + QRandomGenerator::global()->bounded(500)
                            : QRandomGenerator::global()->bounded(160));
        const qint64 killed = QDateTime::currentMSecsSinceEpoch();
        QCOMPARE(children[i]->state(), QProcess::Running);
        children[i]->kill();
        QVERIFY(children[i]->waitForFinished());
        const auto reopened = reopen(folders[i]->path("demo/glasshouse_night.amber"));
        QVERIFY2(reopened.has_value(), "the project does not load");
        const Project& newest = reopened->recovered.value_or(reopened->saved);
        const std::string name = newest.assets.front()->name;
        const int number = name[0] == 'n' ? std::stoi(name.substr(1)) : 0;
        const std::vector<Logged> log = logOf(folders[i]->read("log"));
        // A machine that stalls the whole program stalls its backups too; the time in which it
        // could not even record its edits is subtracted.
        qint64 stall = 0;
        for (std::size_t k = 1; k < log.size(); ++k) {
          stall = std::max(stall, log[k].at - log[k - 1].at - kEditEveryMs);
        }
        for (const Logged& edit : log) {
          if (edit.at > killed - 2000 - stall) continue;
          QVERIFY2(number >= edit.number,
                   qPrintable(QString("edit %1, %2 ms before the kill, is lost; %3 is there; the "
                                      "longest stall was %4 ms")
                                  .arg(edit.number)
                                  .arg(killed - edit.at)
                                  .arg(number)
                                  .arg(stall)));
          ++lastNumbers;
        }
      }
    }
    // The loop must have had edits older than two seconds to lose.
    QVERIFY(lastNumbers > 0);
  }
};
AMBER_TEST(KillTest);

#include "kill_tests.moc"
