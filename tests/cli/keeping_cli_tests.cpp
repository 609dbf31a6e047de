#include <fcntl.h>
#include <sys/mount.h>
#include <unistd.h>

#include <QFileInfo>
#include <QLockFile>
#include <QTest>
#include <set>

#include "files/image/image_file.h"
#include "files/parcel/parcel_file.h"
#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

// That nothing is lost, whatever happens around a command.
class KeepingCliTest : public QObject {
  Q_OBJECT

  static QByteArray bytesOf(const QString& path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
  }

 private slots:
  void anEditThatNothingCouldReadIsRefusedAndTheProjectStays() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    QCOMPARE(runCli({"origin", project, "--asset", "chr_keeper", "--anchor", "32768,0"}).exitCode,
             0);
    const QByteArray before = bytesOf(project);
    const CliResult nudged = runCli({"origin", project, "--asset", "chr_keeper", "--nudge", "1,0"});
    QCOMPARE(nudged.exitCode, 2);
    QVERIFY2(nudged.err.contains("32768 px"), nudged.err);
    QCOMPARE(bytesOf(project), before);
    QVERIFY(runCli({"check", project}).exitCode != 3);
  }

  void fourCommandsAtOnceAllHaveTheirEffect() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    std::vector<std::unique_ptr<QProcess>> running;
    for (int i = 0; i < 4; ++i) {
      running.push_back(std::make_unique<QProcess>());
      running.back()->start(QString(AMBER_BIN_DIR) + "/amber-parcel-cli",
                            {"role", project, "--name", QString("extra_%1").arg(i)});
    }
    for (const auto& one : running) {
      QVERIFY(one->waitForFinished(60000));
      QCOMPARE(one->exitCode(), 0);
    }
    const auto after = readProject(project.toStdString());
    for (int i = 0; i < 4; ++i) {
      QVERIFY(findRole(*after, "extra_" + std::to_string(i)) != nullptr);
    }
  }

  void aProjectThatIsOpenInAWindowIsNotWaitedFor() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    QLockFile window(QFileInfo(project).absolutePath() + "/.glasshouse_night.amber.lock");
    window.setStaleLockTime(0);
    QVERIFY(window.tryLock(0));
    QElapsedTimer since;
    since.start();
    const CliResult refused = runCli({"role", project, "--name", "extra"});
    QCOMPARE(refused.exitCode, 3);
    QVERIFY2(refused.err.contains("is open in cli_tests (process " +
                                  QByteArray::number(QCoreApplication::applicationPid())),
             refused.err);
    QVERIFY(since.elapsed() < 10000);
    // Looking at it changes nothing, and is allowed.
    QVERIFY(runCli({"check", project}).exitCode != 3);
    // So is trying a change.
    const QByteArray before = bytesOf(project);
    const CliResult tried =
        runCli({"origin", project, "--asset", "chr_keeper", "--nudge", "1,0", "--try"});
    QCOMPARE(tried.exitCode, 0);
    QVERIFY2(tried.out.contains("would move"), tried.out);
    QCOMPARE(bytesOf(project), before);
    window.unlock();
    QCOMPARE(runCli({"role", project, "--name", "extra"}).exitCode, 0);
  }

  void aReaderThatStopsReadingLeavesNoLock() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    // Its output goes into a pipe without a reader.
    const QString line =
        QString("(sleep 0.2; exec %1/amber-parcel-cli role %2 --name extra --json) | true");
    QCOMPARE(QProcess::execute("/bin/sh", {"-c", line.arg(AMBER_BIN_DIR, project)}), 0);
    QVERIFY(
        !QFileInfo::exists(QFileInfo(project).absolutePath() + "/.glasshouse_night.amber.lock"));
    QVERIFY(findRole(*readProject(project.toStdString()), "extra") != nullptr);
  }

  void keysThatNoProjectHasAreRefusedWithTheNearest() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    QByteArray text = bytesOf(project);
    text.replace("\"durationsMs\"", "\"durationMs\"");
    scratch.write("demo/typo.amber", text.toStdString());
    const CliResult refused = runCli({"check", scratch.qpath("demo/typo.amber")});
    QCOMPARE(refused.exitCode, 3);
    QVERIFY2(refused.err.contains("did you mean \"durationsMs\"?"), refused.err);
    QVERIFY2(refused.err.contains("assets[0].animations[0].durationMs"), refused.err);
  }

  void changedBytesOfAParcelAreADifferenceAndMissingFilesAnError() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    const QString parcel = scratch.qpath("parcel");
    QCOMPARE(runCli({"pack", project, "--out", parcel}).exitCode, 0);
    QCOMPARE(runCli({"verify", parcel, "--project", project}).exitCode, 0);
    const std::string text = scratch.read("parcel/parcel.json");
    const std::string page = scratch.read("parcel/page_0.png");
    // A byte of a page.
    std::string broken = page;
    broken[broken.size() / 2] = static_cast<char>(broken[broken.size() / 2] ^ 1);
    scratch.write("parcel/page_0.png", broken);
    QCOMPARE(runCli({"verify", parcel}).exitCode, 1);
    QCOMPARE(runCli({"verify", parcel, "--project", project}).exitCode, 1);
    scratch.write("parcel/page_0.png", page);
    // A digit of a number.
    std::string number = text;
    const std::size_t at = number.find("\"origin\": [") + 11;
    number[at] = number[at] == '1' ? '2' : '1';
    scratch.write("parcel/parcel.json", number);
    QCOMPARE(runCli({"verify", parcel, "--project", project}).exitCode, 1);
    scratch.write("parcel/parcel.json", text.substr(0, text.size() / 2));
    QCOMPARE(runCli({"verify", parcel}).exitCode, 1);
    // Files that are not there.
    scratch.write("parcel/parcel.json", text);
    QFile::remove(scratch.qpath("parcel/page_0.png"));
    QCOMPARE(runCli({"verify", parcel}).exitCode, 3);
    QCOMPARE(runCli({"verify", scratch.qpath("none")}).exitCode, 3);
  }

  void changedExtrusionAndPaddingAreFound() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    const QString parcel = scratch.qpath("parcel");
    QCOMPARE(runCli({"pack", project, "--out", parcel}).exitCode, 0);
    auto loaded = *readParcel(parcel.toStdString());
    const PixelRect rect = loaded.parcel.assets[0].frames[0].rect;
    for (const int out : {1, 2}) {
      Image page = loaded.pages.pages[0];
      const int y = rect.y > out ? rect.y - out : rect.bottom() + out - 1;
      page.at(rect.x, y) = {9, 9, 9, 255};
      const std::string bytes = pngBytes(page);
      scratch.write("parcel/page_0.png", bytes);
      Parcel changed = loaded.parcel;
      changed.pages[0].hash = contentHash(bytes);
      scratch.write("parcel/parcel.json", parcelText(changed));
      const CliResult verified = runCli({"verify", parcel, "--project", project});
      QCOMPARE(verified.exitCode, 1);
      QVERIFY2(verified.out.contains("between the frames"), verified.out);
    }
  }

  void aFullDiskIsSaidAndWhatWasThereStays() {
    if (::geteuid() != 0) QSKIP("mounting a small disk needs root");
    const Scratch scratch;
    QDir().mkpath(scratch.qpath("disk"));
    if (::mount("tmpfs", scratch.path("disk").c_str(), "tmpfs", 0, "size=256k") != 0) {
      QSKIP("no disk can be mounted here");
    }
    const QString project = demoCopy(scratch);
    // The project on the full disk, and a parcel that does not fit on it.
    scratch.write("disk/a.png", pngBytes(imageOf({"##", "##"})));
    QCOMPARE(runCli({"new", scratch.qpath("disk/p.amber"), "--sheet", scratch.qpath("disk/a.png"),
                     "--whole", "--kind", "prop"})
                 .exitCode,
             0);
    const QByteArray before = bytesOf(scratch.qpath("disk/p.amber"));
    scratch.write("disk/filler", std::string(1 << 20, 'x'));
    const CliResult edited = runCli({"role", scratch.qpath("disk/p.amber"), "--name", "feet"});
    const CliResult packed = runCli({"pack", project, "--out", scratch.qpath("disk/parcel")});
    const QByteArray after = bytesOf(scratch.qpath("disk/p.amber"));
    const QStringList left =
        QDir(scratch.qpath("disk")).entryList(QDir::Dirs | QDir::NoDotAndDotDot | QDir::Hidden);
    ::umount(scratch.path("disk").c_str());
    QCOMPARE(edited.exitCode, 3);
    QVERIFY2(edited.err.contains("p.amber: cannot be written"), edited.err);
    QCOMPARE(after, before);
    QCOMPARE(packed.exitCode, 3);
    QVERIFY2(packed.err.contains("cannot be written"), packed.err);
    QCOMPARE(left, QStringList());
  }

  void oneWordMeansOneThingEverywhere() {
    const Scratch scratch;
    const QString project = scratch.qpath("p.amber");
    scratch.write("a.png", pngBytes(imageOf({".##.", "####", ".##."})));
    QCOMPARE(runCli({"new", project, "--sheet", scratch.qpath("a.png"), "--whole", "--kind", "prop",
                     "--shape", "polygon:balanced", "--points", "6"})
                 .exitCode,
             0);
    const Recipe fitted =
        *readProject(project.toStdString())->assets[0]->frames[0].shapes[0].recipe;
    QCOMPARE(fitted.kind, ShapeKind::Polygon);
    QCOMPARE(fitted.style, FitStyle::Balanced);
    QCOMPARE(fitted.polygon.points, 6);
    // The recipe of a role keeps the options that are not given.
    QCOMPARE(
        runCli({"role", project, "--name", "body", "--shape", "circle", "--loss", "0.2"}).exitCode,
        0);
    QCOMPARE(runCli({"role", project, "--name", "body", "--points", "12"}).exitCode, 0);
    const Recipe kept = findRole(*readProject(project.toStdString()), "body")->recipe;
    QCOMPARE(kept.kind, ShapeKind::Circle);
    QCOMPARE(kept.loss, 0.2);
    QCOMPARE(kept.polygon.points, 12);
    // --try reports and changes nothing.
    const QByteArray before = bytesOf(project);
    for (const QStringList& call :
         {QStringList{"role", project, "--name", "new_one", "--try"},
          QStringList{"mount", project, "--asset", "prop_a", "--name", "m", "--at", "1,1", "--try"},
          QStringList{"shape", project, "--asset", "prop_a", "--do", "mirror", "--try"},
          QStringList{"recut", project, "--sheet", "a.png", "--cells", "2x3", "--try"},
          QStringList{"turn", project, "--sheet", "a.png", "--by", "right", "--try"},
          QStringList{"animation", project, "--asset", "prop_a", "--animation", "x", "--frames",
                      "1", "--try"}}) {
      const CliResult tried = runCli(call);
      QVERIFY2(tried.exitCode == 0, tried.err);
      QCOMPARE(bytesOf(project), before);
    }
    // A mask's candidate has its style as the others have.
    const auto fit = runCli({"fit", scratch.qpath("a.png"), "--shape", "mask", "--json"}).json();
    QCOMPARE(fit["frames"][0]["candidates"][0]["style"].get<std::string>(), std::string("snug"));
  }

  void findingsAreMendedWithoutAWindow() {
    const Scratch scratch;
    const QString project = scratch.qpath("p.amber");
    scratch.write("a.png", pngBytes(imageOf({".##..##.", "####.##.", ".##..##."})));
    QCOMPARE(runCli({"new", project, "--sheet", scratch.qpath("a.png"), "--cells", "4x3", "--kind",
                     "prop"})
                 .exitCode,
             0);
    const auto rules = [](const nlohmann::json& list) {
      std::set<std::string> all;
      for (const auto& one : list) all.insert(one["rule"].get<std::string>());
      return all;
    };
    const auto before = runCli({"check", project, "--json"}).json();
    QVERIFY(rules(before["findings"]).contains("frame.noShape"));
    const QByteArray bytes = bytesOf(project);
    const auto tried =
        runCli({"check", project, "--mend", "frame.noShape", "--try", "--json"}).json();
    QCOMPARE(tried["mended"].size(), std::size_t{1});
    QCOMPARE(bytesOf(project), bytes);
    const auto mended = runCli({"check", project, "--mend", "frame.noShape", "--json"}).json();
    QCOMPARE(mended["mended"].size(), std::size_t{1});
    QVERIFY(!rules(mended["findings"]).contains("frame.noShape"));
    QVERIFY(bytesOf(project) != bytes);
    QCOMPARE(runCli({"check", project, "--mend", "no.such"}).exitCode, 2);
    // Without a rule, every fix is applied.
    const QString demo = demoCopy(scratch);
    const auto found = runCli({"check", demo, "--json"}).json();
    const auto all = runCli({"check", demo, "--mend", "--json"}).json();
    QVERIFY(all["mended"].size() > 3);
    QVERIFY(all["findings"].size() < found["findings"].size());
    QVERIFY(!runCli({"check", project, "--json"}).json().contains("mended"));
    QVERIFY(runCli({"check", project, "--rules", "--json"}).json()["rules"].size() > 30);
  }

  void aSheetThatCannotBeReadIsSaidWhenItIsFitted() {
    const Scratch scratch;
    const QString project = demoCopy(scratch);
    QFile::remove(scratch.qpath("demo/sheets/clay_pot.png"));
    const CliResult fitted =
        runCli({"shape", project, "--kind", "prop", "--do", "fit", "--shape", "box"});
    QCOMPARE(fitted.exitCode, 3);
    QVERIFY2(fitted.err.contains("clay_pot.png: there is no such file"), fitted.err);
  }

  void oddImagesAreAnsweredWithASentence() {
    const Scratch scratch;
    scratch.write("word.svg",
                  "<svg xmlns='http://www.w3.org/2000/svg' width='40' height='20'><text x='2' "
                  "y='15'>moth</text></svg>");
    const CliResult drawing = runCli({"cut", scratch.qpath("word.svg"), "--json"});
    QCOMPARE(drawing.exitCode, 3);
    QVERIFY2(drawing.err.contains("is a vector drawing"), drawing.err);
    QImage picture(64, 64, QImage::Format_RGB32);
    picture.fill(Qt::darkGreen);
    QVERIFY(picture.save(scratch.qpath("whole.jpg")));
    QCOMPARE(runCli({"cut", scratch.qpath("whole.jpg"), "--whole"}).exitCode, 0);
    const std::string jpeg = scratch.read("whole.jpg");
    scratch.write("half.jpg", jpeg.substr(0, jpeg.size() / 2));
    const CliResult half = runCli({"cut", scratch.qpath("half.jpg"), "--whole"});
    QCOMPARE(half.exitCode, 3);
    QVERIFY2(half.err.contains("ends in the middle"), half.err);
    // 63,489 px wide, by its own word.
    scratch.write(
        "wide.gif",
        QByteArray::fromBase64("R0lGODlhAfjZAIAAAP///wAAACwAAAAAAQABAAACAkQBADs=").toStdString());
    QCOMPARE(runCli({"cut", scratch.qpath("wide.gif"), "--whole"}).exitCode, 3);
  }

  void aFileNameThatIsNoTextIsToldByItsBytes() {
    const Scratch scratch;
    const std::string name = scratch.path("gr\xfcn.png");
    const std::string bytes = pngBytes(imageOf({"##", "##"}));
    const int handle = ::open(name.c_str(), O_CREAT | O_WRONLY, 0600);
    QVERIFY(handle >= 0);
    QCOMPARE(::write(handle, bytes.data(), bytes.size()), static_cast<ssize_t>(bytes.size()));
    ::close(handle);
    // By a shell: QProcess hands on only what is text.
    QProcess shell;
    shell.start("/bin/sh",
                {"-c", QString("cd '%1' && '%2/amber-parcel-cli' cut gr*.png --whole --json")
                           .arg(scratch.qpath(""), AMBER_BIN_DIR)});
    QVERIFY(shell.waitForFinished(30000));
    const auto report = nlohmann::json::parse(shell.readAllStandardOutput().toStdString());
    QCOMPARE(report["image"].get<std::string>(), std::string("gr%FCn.png"));
  }
};
AMBER_TEST(KeepingCliTest);

#include "keeping_cli_tests.moc"
