// Packing that is stopped, at every place where it can be.
#include <QDirIterator>
#include <QTest>
#include <map>

#include "files/project/project_file.h"
#include "support/registry.h"
#include "support/scratch.h"
#include "work/pack/pack_project.h"

using namespace amber;
using namespace amber::test;

class PackStopTest : public QObject {
  Q_OBJECT

  // Every file below a folder with what it holds.
  static std::map<std::string, std::string> filesIn(const Scratch& scratch) {
    std::map<std::string, std::string> files;
    QDirIterator each(scratch.qpath("out"), QDir::Files | QDir::Hidden,
                      QDirIterator::Subdirectories);
    while (each.hasNext()) {
      const std::string path = each.next().toStdString();
      files[path] = readFile(path, 1LL << 30).value_or("");
    }
    return files;
  }

  // How many times packing reports progress before it ends or is stopped: it is stopped at the
  // `last` report.
  static int packedUntil(int last, const Project& project, const std::shared_ptr<ArtStore>& store,
                         const std::string& folder, std::optional<Error>& error) {
    std::stop_source stop;
    int told = 0;
    const Progress progress{[&](int, int) {
                              if (++told == last) stop.request_stop();
                            },
                            stop.get_token()};
    const auto packed = packProject(project, defaultProfile(project), store, folder, progress);
    error = packed ? std::nullopt : std::optional<Error>(packed.error());
    return told;
  }

 private slots:
  void whereverItIsStoppedTheOldParcelStaysWhole() {
    const Scratch scratch;
    Project project = *readProject(demoCopy(scratch).toStdString());
    const auto store = std::make_shared<ArtStore>(scratch.path("demo"));
    QDir().mkpath(scratch.qpath("out"));
    const std::string folder = scratch.path("out/parcel");
    std::optional<Error> error;
    const int steps = packedUntil(-1, project, store, folder, error);
    QVERIFY(!error);
    QVERIFY2(steps > 3, qPrintable(QString::number(steps)));
    const auto before = filesIn(scratch);
    QVERIFY(before.size() > 1);

    Asset renamed = *project.assets.front();
    renamed.name = "another_name";
    project = withEdits(project, {PutAsset{renamed}})->project;
    int stopped = 0;
    for (int last = 1; last <= steps; ++last) {
      packedUntil(last, project, store, folder, error);
      QVERIFY2(error, qPrintable(QString("not stopped at %1 of %2").arg(last).arg(steps)));
      QCOMPARE(error->code, ErrorCode::Cancelled);
      QVERIFY2(filesIn(scratch) == before, qPrintable(QString("stopped at %1").arg(last)));
      ++stopped;
      if (last > 12) last += steps / 8;  // the first ones, then some of the rest
    }
    QVERIFY2(stopped >= 3, qPrintable(QString::number(stopped)));

    packedUntil(-1, project, store, folder, error);
    QVERIFY(!error);
    QVERIFY(filesIn(scratch) != before);
    QVERIFY(verifyParcel(folder, project, store)->empty());
  }

  void whatIsStoppedBeforeItBeginsMakesNoFolder() {
    const Scratch scratch;
    const Project project = *readProject(demoCopy(scratch).toStdString());
    const auto store = std::make_shared<ArtStore>(scratch.path("demo"));
    std::stop_source stop;
    stop.request_stop();
    QDir().mkpath(scratch.qpath("out"));
    const auto packed = packProject(project, defaultProfile(project), store,
                                    scratch.path("out/parcel"), {{}, stop.get_token()});
    QCOMPARE(packed.error().code, ErrorCode::Cancelled);
    QVERIFY(QDir(scratch.qpath("out")).isEmpty());
  }
};
AMBER_TEST(PackStopTest);

#include "pack_stop_tests.moc"
