#include <QBuffer>
#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QImage>
#include <QProcess>
#include <QRandomGenerator>
#include <QTest>
#include <nlohmann/json.hpp>

#include "core/project/edit.h"
#include "files/file_bytes.h"
#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/schema.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// The command watch: packs again after every change, whatever writes it and however.
class WatchCliTest : public QObject {
  Q_OBJECT

  // A watch that runs; gone with it.
  struct Watching {
    QProcess process;

    Watching(const QString& project, const QString& folder) {
      process.start(QString(AMBER_BIN_DIR) + "/amber-parcel-cli",
                    {"watch", project, "--out", folder});
      if (!process.waitForStarted()) qFatal("watch does not start");
    }
    ~Watching() {
      process.kill();
      process.waitForFinished();
    }
    // The next event of that type; others before it are skipped. Empty if there is none.
    json next(const std::string& event) {
      QElapsedTimer timer;
      timer.start();
      while (timer.elapsed() < 10000) {
        while (process.canReadLine()) {
          const std::string line = process.readLine().toStdString();
          const std::string complaint = schemaComplaint("output/watch.schema.json", line);
          if (!complaint.empty()) QTest::qFail(complaint.c_str(), __FILE__, __LINE__);
          const json step = json::parse(line);
          if (step["event"] == event) return step;
        }
        process.waitForReadyRead(100);
      }
      return {};
    }
    bool quiet(int ms) { return !process.waitForReadyRead(ms); }
  };

  QString sheet() const { return scratch_->qpath("demo/sheets/clay_pot.png"); }

  QByteArray inverted() const {
    QImage image(sheet());
    image.invertPixels();
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "png");
    return bytes;
  }

 private slots:
  void init() {
    scratch_ = std::make_unique<Scratch>();
    project_ = demoCopy(*scratch_);
    parcel_ = scratch_->qpath("parcel");
  }

  void aSheetThatIsWrittenIsPackedAnewWhoeverWritesIt() {
    Watching watch(project_, parcel_);
    const json first = watch.next("packed");
    QVERIFY(first.is_object() && first["assets"] == 13);
    const std::string before = scratch_->read("parcel/page_0.png");
    // In place, in two halves: the first is waited over.
    const QByteArray other = inverted();
    scratch_->write("demo/sheets/clay_pot.png", other.left(200).toStdString());
    QVERIFY(watch.next("waiting")["text"].get<std::string>().find("clay_pot") != std::string::npos);
    QCOMPARE(scratch_->read("parcel/page_0.png"), before);
    scratch_->write("demo/sheets/clay_pot.png", other.toStdString());
    const json second = watch.next("packed");
    QVERIFY(second.is_object());
    // Wanted 300 on a machine that is not busy.
    qInfo("packed %d ms after the change", second["ms"].get<int>());
    const std::string after = scratch_->read("parcel/page_0.png");
    QVERIFY(after != before);
    // By another file that takes its place, twice: it is watched still.
    for (int i = 0; i < 2; ++i) {
      scratch_->write("demo/fresh.png", i == 0 ? original() : other.toStdString());
      QVERIFY(QFile::remove(sheet()));
      QVERIFY(QFile::rename(scratch_->qpath("demo/fresh.png"), sheet()));
      QVERIFY(watch.next("packed").is_object());
      QCOMPARE(scratch_->read("parcel/page_0.png"), i == 0 ? before : after);
    }
    QCOMPARE(runCli({"verify", parcel_, "--project", project_}).exitCode, 0);
  }

  void theProjectIsFollowedAndItsErrorsRefused() {
    Watching watch(project_, parcel_);
    QVERIFY(watch.next("packed").is_object());
    QCOMPARE(runCli({"names", project_, "--rename", "chr_moth=chr_owlet"}).exitCode, 0);
    QVERIFY(watch.next("packed").is_object());
    QVERIFY(scratch_->read("parcel/parcel.json").find("chr_owlet") != std::string::npos);
    // Two assets of one name are an error: the parcel stays.
    const std::string file = project_.toStdString();
    Project project = *readProject(file);
    const std::string good = projectText(project);
    project = withEdits(project, {Rename{project.assets[1]->id, {}, {}, "chr_keeper"}})->project;
    QVERIFY(writeFileAtomically(file, projectText(project)));
    QVERIFY(watch.next("refused")["text"].get<std::string>().find("share the name") !=
            std::string::npos);
    QVERIFY(scratch_->read("parcel/parcel.json").find("chr_snail") != std::string::npos);
    // Touched, but the same: nothing is packed.
    QVERIFY(writeFileAtomically(file, good));
    QVERIFY(watch.next("packed").is_object());
    QVERIFY(writeFileAtomically(file, good));
    QVERIFY(watch.next("same").is_object());
    // It ends when it is asked to, and well.
    watch.process.terminate();
    QVERIFY(watch.process.waitForFinished(5000));
    QCOMPARE(watch.process.exitCode(), 0);
  }

  // The same of the command pack.
  void packKilledAtAnyMomentLeavesAWholeParcel() {
    QCOMPARE(runCli({"pack", project_, "--out", parcel_}).exitCode, 0);
    const QByteArray one = QByteArray::fromStdString(original());
    const QByteArray other = inverted();
    const int kills = std::max(25, qEnvironmentVariableIntValue("AMBER_KILLS"));
    for (int i = 0; i < kills; ++i) {
      scratch_->write("demo/sheets/clay_pot.png", (i % 2 == 0 ? other : one).toStdString());
      QProcess pack;
      pack.start(QString(AMBER_BIN_DIR) + "/amber-parcel-cli",
                 {"pack", project_, "--out", parcel_});
      QVERIFY(pack.waitForStarted());
      pack.waitForFinished(static_cast<int>(QRandomGenerator::global()->bounded(140)));
      pack.kill();
      pack.waitForFinished();
      QCOMPARE(runCli({"verify", parcel_}).exitCode, 0);
    }
  }

  // Killed whenever it may be, it leaves one whole parcel.
  void killedAtAnyMomentItLeavesAWholeParcel() {
    QCOMPARE(runCli({"pack", project_, "--out", parcel_}).exitCode, 0);
    const QByteArray one = QByteArray::fromStdString(original());
    const QByteArray other = inverted();
    auto* random = QRandomGenerator::global();
    // AMBER_KILLS=300 asks more often.
    const int kills = std::max(25, qEnvironmentVariableIntValue("AMBER_KILLS"));
    for (int i = 0; i < kills; ++i) {
      {
        Watching watch(project_, parcel_);
        if (i % 2 == 0) watch.next("packed");
        scratch_->write("demo/sheets/clay_pot.png", (i % 4 < 2 ? other : one).toStdString());
        QTest::qWait(random->bounded(140));
      }
      QCOMPARE(runCli({"verify", parcel_}).exitCode, 0);
    }
  }

  void whatIsNoProjectIsNotWatched() {
    QCOMPARE(runCli({"watch", scratch_->qpath("nothing.amber"), "--out", parcel_}).exitCode, 3);
  }

 private:
  static std::string original() {
    return readFile(std::string(AMBER_SOURCE_DIR) + "/demo/glasshouse_night/sheets/clay_pot.png",
                    1LL << 20)
        .value_or("");
  }

  std::unique_ptr<Scratch> scratch_;
  QString project_;
  QString parcel_;
};
AMBER_TEST(WatchCliTest);

#include "watch_cli_tests.moc"
