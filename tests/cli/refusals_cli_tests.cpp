#include <QDirIterator>
#include <QTest>
#include <cstdlib>
#include <filesystem>
#include <nlohmann/json.hpp>

#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;

// The law of every command that writes: what is refused has changed nothing. Each command is tried
// with every refusal it knows, also those that come last, where a second file cannot be written.
class RefusalsCliTest : public QObject {
  Q_OBJECT

 private slots:
  void init() {
    scratch_ = std::make_unique<Scratch>();
    project_ = demoCopy(*scratch_);
    QDir().mkpath(scratch_->qpath("code"));
    scratch_->write("code/a.cpp", "load(\"chr_moth\");\n");
    scratch_->write("no.png", "no picture");
    scratch_->write("bad.csv", "target,duty,on,seeks\nnobody:body,,,\n");
    scratch_->write("two.csv", "target,duty,on,seeks\nchr_snail:body,,pests,\nnobody:body,,,\n");
    scratch_->write("course.json", R"({"format":"amber-course","version":0,"name":"x"})");
    scratch_->write("file", "");
  }

  void whatIsRefusedChangesNothing_data() {
    QTest::addColumn<QString>("line");
    for (const char* line : {
             // A file where a folder would have to be, so that nothing can be written there.
             "add P --sheet NO/no.png",
             "add P --sheet S/no.png",
             "add P --sheet S/demo/sheets/moth_fly.png --cells 0x4",
             "recut P --sheet nothing.png --cells 8x8",
             "recut P --sheet sheets/moth_fly.png --cells 90000x1",
             "turn P --sheet nothing.png --by left",
             "turn P --sheet sheets/moth_fly.png --by up",
             "animation P --asset nobody --animation walk --rate 8",
             "animation P --asset chr_moth --animation nothing --remove",
             "animation P --asset chr_moth --animation walk --frames 99",
             "animation P --asset chr_keeper --animation walk --rename idle",
             "animation P --asset chr_keeper --animation walk --rename",
             "origin P --asset nobody --anchor feet",
             "origin P --asset chr_moth --anchor sideways",
             "origin P --asset chr_moth --frame 99 --anchor feet",
             "origin P --asset chr_moth --nudge 1e9,0",
             "mount P --asset nobody --name hand --at 1,1",
             "mount P --asset chr_moth --name nothing --remove",
             "role P --role nothing --remove",
             "role P --role body --rename feet",
             "shape P --asset nobody --do fit",
             "shape P --asset chr_moth --role nothing --do fit",
             "shape P --asset chr_moth --role body --do fit --kind star",
             "shape P --asset chr_moth --role body --do fit --region bottom:900%",
             "refit P --asset nobody",
             "asset P --motion static",
             "asset P --asset nobody --motion static",
             "asset P --asset chr_moth --scale 0",
             "layers P --add ground",
             "layers P --add",
             "layers P --add EMPTY",
             "layers P --rename nothing=other",
             "layers P --rename ground",
             "layers P --rename ground=shots",
             "layers P --remove nothing",
             "layers P --move ground",
             "layers P --move ground --to 32",
             "layers P --set nobody:body --on ground",
             "layers P --set chr_snail:body --on nothing",
             "layers P --on ground",
             "layers P --from S/bad.csv",
             "layers P --from S/two.csv",
             "layers P --from S/none.csv",
             "expect P --add EMPTY",
             "expect P --add nonsense",
             "expect P --add",
             "expect P --drop 0",
             "expect P --drop 99",
             "expect P --fix 0",
             "expect P --fix 99",
             "expect P --unasked maybe",
             "names P --rename nobody=x",
             "names P --rename chr_moth=chr_keeper",
             "names P --rename chr_moth=chr_z --rename chr_snail=chr_z",
             "names P --rename chr_moth=chr_z --used-in S/none --diff S/d",
             "names P --rename chr_moth=chr_z --used-in S/code --diff NO/d",
             "names P --rename chr_moth=chr_z --diff S/d",
             "names P --rename chr_moth=chr_z --used-in S/code --diff S/d --correct chr_moth",
             "animation P --asset chr_keeper --animation walk --copy idle",
             "merge P --choose 0:ours",
             "names P --rename EMPTY",
             "names P --rename chr_moth=EMPTY",
             "names P --with x",
             "names P --regex",
             "names P --keep-folders",
             "names P --correct a=chr_moth",
             "names P --replace ( --regex",
             "names P --replace chr --with EMPTY --style klingon",
             "names P --asset-parts prefix --frame-parts asset",
             "names P --fix nothing",
             "constants P --language klingon --out S/c",
             "constants P --language cpp --out NO/c",
             "profiles P --profile nothing --padding 1",
             "profiles P --add parcel --first --page-side 1",
             "profiles P --remove nothing",
             "course P chr_keeper --course stairs --keep mine",
             "course P chr_keeper --course S/course.json --keep mine",
             "course P chr_keeper --keep floor",
             "course P chr_keeper --keep mine --csv NO/c.csv",
             "course P chr_keeper --keep mine --strip NO/c.png",
             "course P nobody --keep mine",
             "fairness P chr_keeper nobody",
             "fairness P --most-phantom 900",
             "variant P --of nobody --name x --sheet S/no.png",
             "variant P --of chr_moth --name chr_snail --sheet S/demo/sheets/moth_fly.png",
             "variant P --of chr_moth --name chr_owl --sheet S/no.png",
             "variant P --follow chr_moth",
             "variant P --release nobody",
             "merge P P NO/x --out P",
             "merge P --choose 1:ours",
             "check P --mend nothing.such",
             "pack P --out NO/parcel",
             "pack P --out S/parcel --profile nothing",
             "report P --out NO/r.html",
         }) {
      QTest::newRow(line) << QString(line);
    }
  }
  void whatIsRefusedChangesNothing() {
    QFETCH(const QString, line);
    QStringList arguments = line.split(' ');
    for (QString& one : arguments) {
      if (one == "P") one = project_;
      if (one.startsWith("S/")) one = scratch_->qpath(one.mid(2));
      if (one.startsWith("NO/")) one = scratch_->qpath("file/" + one.mid(3));
      one.replace("EMPTY", "");
    }
    const QByteArray before = everything();
    const CliResult result = runCli(arguments);
    QVERIFY2(result.exitCode == 2 || result.exitCode == 3,
             qPrintable(QString("exit %1: ").arg(result.exitCode) + result.err));
    QVERIFY(!result.err.isEmpty());
    QVERIFY2(everything() == before, result.err);
  }

  void aNameThatIsNoTextIsTakenAsItIsOrRefused() {
    const std::string odd = scratch_->path("demo/odd\xff.amber");
    std::error_code error;
    std::filesystem::copy_file(project_.toStdString(), odd, error);
    QVERIFY(!error);
    const auto run = [&](const std::string& command) {
      const std::string line = std::string(AMBER_BIN_DIR) + "/amber-parcel-cli " + command + " '" +
                               odd + "' --json > '" + scratch_->path("out") + "' 2> '" +
                               scratch_->path("err") + "'";
      return std::system(line.c_str()) / 256;
    };
    for (const char* command : {"check", "names", "layers", "expect", "profiles", "fairness"}) {
      const int status = run(command);
      QVERIFY2(status == 0 || status == 1, command);
      QVERIFY2(nlohmann::json::accept(scratch_->read("out")), command);
    }
    const std::string before = scratch_->read("demo/odd\xff.amber");
    QCOMPARE(run("layers --add zzz"), 3);
    QVERIFY2(scratch_->read("err").find("not UTF-8") != std::string::npos,
             scratch_->read("err").c_str());
    QVERIFY(scratch_->read("demo/odd\xff.amber") == before);
    int files = 0;
    for (const auto& one : std::filesystem::directory_iterator(scratch_->path("demo"))) {
      files += one.path().filename().string().starts_with("odd") ? 1 : 0;
    }
    QCOMPARE(files, 1);
    // What clears the folder would not find it.
    QVERIFY(std::filesystem::remove(odd));
  }

 private:
  // All files and what is in them.
  QByteArray everything() const {
    QByteArray all;
    QDirIterator files(scratch_->qpath(""), QDir::Files | QDir::Hidden,
                       QDirIterator::Subdirectories);
    QStringList paths;
    while (files.hasNext()) paths << files.next();
    paths.sort();
    for (const QString& path : paths) {
      QFile file(path);
      if (!file.open(QIODevice::ReadOnly)) qFatal("a file that cannot be read");
      all += path.toUtf8() + '\n' + file.readAll() + '\n';
    }
    return all;
  }

  std::unique_ptr<Scratch> scratch_;
  QString project_;
};
AMBER_TEST(RefusalsCliTest);

#include "refusals_cli_tests.moc"
