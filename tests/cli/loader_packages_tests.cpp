#include <QDir>
#include <QFile>
#include <QProcess>
#include <QRegularExpression>
#include <QStandardPaths>
#include <QTest>

#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;

// Each loader is a package of its language: installed without a network into an empty folder, it
// draws the demo's parcel as the file beside its example does.
class LoaderPackagesTest : public QObject {
  Q_OBJECT

  static constexpr const char* kAsset = "chr_keeper";
  static constexpr const char* kAnimation = "walk";

  static QString source(const QString& path) {
    return QString(AMBER_SOURCE_DIR) + "/loaders/" + path;
  }

  // Whether a program ended well; what it said otherwise is told.
  bool call(const QStringList& words, const QString& folder,
            const QList<std::pair<QString, QString>>& environment = {}) const {
    QProcess process;
    process.setWorkingDirectory(folder);
    QProcessEnvironment variables = QProcessEnvironment::systemEnvironment();
    for (const auto& [name, value] : environment) variables.insert(name, value);
    process.setProcessEnvironment(variables);
    process.start(words.front(), words.mid(1));
    const bool done = process.waitForFinished(300000) &&
                      process.exitStatus() == QProcess::NormalExit && process.exitCode() == 0;
    if (!done) {
      qWarning("%s\n%s\n%s", qPrintable(words.join(' ')),
               process.readAllStandardOutput().constData(),
               process.readAllStandardError().constData());
    }
    return done;
  }

  QString folder(const QString& name) const {
    QDir().mkpath(scratch_.qpath(name));
    return scratch_.qpath(name);
  }

  static void take(const QStringList& files, const QString& from, const QString& to) {
    for (const QString& file : files) {
      QFile::remove(to + "/" + file);
      QVERIFY2(QFile::copy(source(from + "/" + file), to + "/" + file), qPrintable(file));
    }
  }

  QStringList drawing(const QString& out) const {
    return {scratch_.qpath("parcel"), kAsset, kAnimation, out};
  }

  void isAsDrawn(const QString& out) const {
    QFile file(out);
    QVERIFY(file.open(QIODevice::ReadOnly));
    QVERIFY(file.readAll() == drawn_);
  }

  static bool missing(const QString& program) {
    return QStandardPaths::findExecutable(program).isEmpty();
  }

 private slots:
  void initTestCase() {
    const QString project = demoCopy(scratch_);
    QCOMPARE(runCli({"pack", project, "--out", scratch_.qpath("parcel")}).exitCode, 0);
    const QString out = scratch_.qpath("drawn.pam");
    QVERIFY(call(QStringList{"python3", "-B", "example.py"} + drawing(out), source("python")));
    QFile file(out);
    QVERIFY(file.open(QIODevice::ReadOnly));
    drawn_ = file.readAll();
    QVERIFY(drawn_.size() > 1000);
  }

  void theyAllHaveTheProgramsVersion() {
    const QString said = QString::fromUtf8(runCli({"--version"}).out);
    const auto version = QRegularExpression("\\d+\\.\\d+\\.\\d+").match(said).captured();
    QVERIFY(!version.isEmpty());
    for (const QString path : {"cpp/CMakeLists.txt", "python/pyproject.toml",
                               "javascript/package.json", "csharp/AmberParcel.csproj"}) {
      QFile file(source(path));
      QVERIFY(file.open(QIODevice::ReadOnly));
      const QRegularExpression told("(VERSION |version[\": =]+|<Version>)" +
                                    QRegularExpression::escape(version));
      QVERIFY2(QString::fromUtf8(file.readAll()).contains(told), qPrintable(path));
    }
  }

  void theHeaderIsFoundByCMakeAndByPkgConfig() {
    const QString prefix = folder("cpp/prefix");
    const QString build = folder("cpp/build");
    const QString game = folder("cpp/game");
    QVERIFY(call({"cmake", "-S", source("cpp"), "-B", build, "-DCMAKE_INSTALL_PREFIX=" + prefix,
                  "-DCMAKE_INSTALL_LIBDIR=lib"},
                 game));
    QVERIFY(call({"cmake", "--install", build}, game));
    // The header is not beside the example there.
    take({"example.cpp"}, "cpp", game);
    scratch_.write("cpp/game/CMakeLists.txt",
                   "cmake_minimum_required(VERSION 3.16)\n"
                   "project(game CXX)\n"
                   "find_package(amber-parcel-loader 1 REQUIRED)\n"
                   "add_executable(example example.cpp)\n"
                   "target_link_libraries(example amber-parcel-loader::amber-parcel-loader)\n");
    QVERIFY(call({"cmake", "-S", ".", "-B", "build", "-DCMAKE_PREFIX_PATH=" + prefix}, game));
    QVERIFY(call({"cmake", "--build", "build"}, game));
    QVERIFY(call(QStringList{"build/example"} + drawing(scratch_.qpath("cmake.pam")), game));
    isAsDrawn(scratch_.qpath("cmake.pam"));

    QVERIFY(call({"sh", "-c",
                  "g++ -std=c++17 $(pkg-config --cflags amber-parcel-loader) -fsyntax-only "
                  "example.cpp"},
                 game, {{"PKG_CONFIG_PATH", prefix + "/lib/pkgconfig"}}));
  }

  void theModuleIsInstalledByPip() {
    const QString python = "/usr/bin/python3";
    if (!QFile::exists(python) || !call({python, "-c", "import setuptools, wheel, pip"}, "/")) {
      QSKIP("pip and setuptools are not installed");
    }
    const QString site = folder("python/site");
    const QString game = folder("python/game");
    const QString package = folder("python/package");
    take({"amber_parcel.py", "pyproject.toml"}, "python", package);
    QVERIFY(call({python, "-m", "pip", "install", "--quiet", "--no-index", "--no-build-isolation",
                  "--disable-pip-version-check", "--no-cache-dir", "--root-user-action=ignore",
                  "--target", site, package},
                 game));
    take({"example.py"}, "python", game);
    QVERIFY(call(QStringList{python, "example.py"} + drawing(scratch_.qpath("python.pam")), game,
                 {{"PYTHONPATH", site}}));
    isAsDrawn(scratch_.qpath("python.pam"));
  }

  void theModuleIsInstalledByNpmAndHasTypes() {
    if (missing("npm") || missing("node")) QSKIP("npm is not installed");
    const QString game = folder("javascript/game");
    QVERIFY(call({"npm", "pack", "--silent", "--offline", "--pack-destination", game},
                 source("javascript")));
    scratch_.write("javascript/game/package.json", R"({"name": "game", "private": true})");
    QVERIFY(call({"npm", "install", "--silent", "--offline", "--no-audit", "--no-fund",
                  "./amber-parcel-loader-1.0.0.tgz"},
                 game));
    QFile example(source("javascript/example.mjs"));
    QVERIFY(example.open(QIODevice::ReadOnly));
    const QByteArray text =
        example.readAll().replace("'./amber_parcel.mjs'", "'amber-parcel-loader'");
    scratch_.write("javascript/game/example.mjs", text.toStdString());
    QVERIFY(call(QStringList{"node", "example.mjs"} + drawing(scratch_.qpath("node.pam")), game));
    isAsDrawn(scratch_.qpath("node.pam"));
    if (missing("tsc")) QSKIP("the types are not compiled: tsc is not installed");
    scratch_.write("javascript/game/game.mts",
                   "import { contains, frameAt, load, place, riders, shapeAt } from "
                   "'amber-parcel-loader';\n"
                   "const parcel = await load('parcel');\n"
                   "const asset = parcel.assets.get('chr_keeper')!;\n"
                   "const walk = asset.animations.get('walk');\n"
                   "const frame = asset.frames[walk ? frameAt(walk, 20) : 0];\n"
                   "const x: number = place(asset, frame, 0, 0).x;\n"
                   "const bytes: Uint8Array = parcel.pages[0].rgba;\n"
                   "for (const shape of frame.shapes) {\n"
                   "  if (contains(shapeAt(asset, shape, x, 0), 1, 1)) console.log(bytes.length);\n"
                   "}\n"
                   "console.log(riders(parcel, asset, walk, 20, 0, 0).length);\n");
    const QStringList compile = {"tsc",    "--noEmit", "--strict",   "--target",
                                 "es2022", "--module", "node16",     "--moduleResolution",
                                 "node16", "--lib",    "es2022,dom", "game.mts"};
    QVERIFY(call(compile, game));
    // The types are the module's: what it has not is told.
    scratch_.write("javascript/game/game.mts",
                   "import { load } from 'amber-parcel-loader';\n"
                   "console.log((await load('parcel')).pictures);\n");
    QTest::ignoreMessage(QtWarningMsg, QRegularExpression("pictures"));
    QVERIFY(!call(compile, game));
  }

  void theProjectOfCSharpIsBuilt() {
    if (missing("xbuild") || missing("mcs")) QSKIP("mono and xbuild are not installed");
    const QString package = folder("csharp/package");
    const QString game = folder("csharp/game");
    take({"AmberParcel.cs", "AmberParcel.csproj"}, "csharp", package);
    QVERIFY(call({"xbuild", "/nologo", "/verbosity:quiet", "/p:NoCompilerStandardLib=false",
                  "AmberParcel.csproj"},
                 package));
    take({"Example.cs"}, "csharp", game);
    QVERIFY(QFile::copy(package + "/bin/Release/AmberParcel.dll", game + "/AmberParcel.dll"));
    QVERIFY(call({"mcs", "Example.cs", "-r:AmberParcel.dll", "-out:example.exe"}, game));
    QVERIFY(call(QStringList{"mono", "example.exe"} + drawing(scratch_.qpath("mono.pam")), game));
    isAsDrawn(scratch_.qpath("mono.pam"));
  }

 private:
  Scratch scratch_;
  QByteArray drawn_;
};
AMBER_TEST(LoaderPackagesTest);

#include "loader_packages_tests.moc"
