#include <QDir>
#include <QFile>
#include <QProcess>
#include <QStandardPaths>
#include <QTest>
#include <algorithm>
#include <cmath>

#include "core/geometry/mirrored.h"
#include "core/geometry/shape_rows.h"
#include "core/origin/riders.h"
#include "files/parcel/parcel_file.h"
#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;

// The loaders draw the parcel, in each language byte for byte the same: their examples are compared
// with a drawing of the test, with shapes of every type.
class LoadersTest : public QObject {
  Q_OBJECT

  struct Loader {
    QString folder;
    QString program;    // That is looked for.
    QStringList build;  // Called in the loader's folder; %1 is a folder to build into.
    QStringList run;
  };

  static std::vector<std::pair<QString, Loader>> loaders() {
    return {{"C++",
             {"cpp",
              "g++",
              {"g++", "-std=c++17", "-Wall", "-Wextra", "-Werror", "-O0", "example.cpp", "-o",
               "%1/example"},
              {"%1/example"}}},
            {"Python", {"python", "python3", {}, {"python3", "-B", "example.py"}}},
            {"JavaScript", {"javascript", "node", {}, {"node", "example.mjs"}}},
            {"C#",
             {"csharp",
              "mcs",
              {"mcs", "Example.cs", "AmberParcel.cs", "-out:%1/example.exe"},
              {"mono", "%1/example.exe"}}}};
  }

  bool call(const Loader& loader, QStringList words) const {
    words.replaceInStrings("%1", scratch_.qpath("built"));
    QProcess process;
    process.setWorkingDirectory(QString(AMBER_SOURCE_DIR) + "/loaders/" + loader.folder);
    process.start(words.front(), words.mid(1));
    const bool done = process.waitForFinished(120000) &&
                      process.exitStatus() == QProcess::NormalExit && process.exitCode() == 0;
    if (!done) qWarning("%s", process.readAllStandardError().constData());
    return done;
  }

  // A frame at scale 1 at its place on the canvas.
  struct Standing {
    const ParcelFrame* frame;
    double x;
    double y;
    bool mirror;
  };

  static const ParcelFrame* frameOf(const Parcel& parcel, const Asset& asset, const Frame& frame) {
    for (const ParcelAsset& one : parcel.assets) {
      if (one.name != asset.name) continue;
      for (const ParcelFrame& packed : one.frames) {
        if (packed.name == frame.name) return &packed;
      }
    }
    return nullptr;
  }

  static void draw(const Standing& one, const std::vector<Image>& pages, Image& canvas) {
    const ParcelFrame& frame = *one.frame;
    const double left =
        one.mirror ? frame.origin.x - frame.trim.w - frame.rect.w : frame.trim.w - frame.origin.x;
    const int x0 = static_cast<int>(std::floor(one.x + left + 0.5));
    const int y0 = static_cast<int>(std::floor(one.y + frame.trim.h - frame.origin.y + 0.5));
    const Image& page = pages[static_cast<std::size_t>(frame.page)];
    for (int v = 0; v < frame.rect.h; ++v) {
      for (int u = 0; u < frame.rect.w; ++u) {
        const int from = one.mirror ? frame.rect.w - 1 - u : u;
        const Rgba pixel = page.at(frame.rect.x + from, frame.rect.y + v);
        const bool within = canvas.rect().contains(x0 + u, y0 + v);
        if (pixel.a > 0 && within) canvas.at(x0 + u, y0 + v) = pixel;
      }
    }
  }

  // What its shapes hold of a cell.
  static void tint(const Standing& one, int left, int cell, Image& canvas) {
    for (const ParcelShape& shape : one.frame->shapes) {
      const Shape stands =
          moved(one.mirror ? mirrored(shape.geometry, 0) : shape.geometry, one.x, one.y);
      visitRows(stands, 0, cell, [&](int y, const PixelSpan& span) {
        for (int x = std::max(span.x0, left); x < std::min(span.x1, left + cell); ++x) {
          Rgba& pixel = canvas.at(x, y);
          pixel = {static_cast<std::uint8_t>((pixel.r + 255) / 2),
                   static_cast<std::uint8_t>((pixel.g + 160) / 2),
                   static_cast<std::uint8_t>(pixel.b / 2), std::max<std::uint8_t>(pixel.a, 128)};
        }
      });
    }
  }

  // As the examples draw, but from what our own reader gives, at scale 1.
  QByteArray drawn(const QString& assetName, const QString& animationName) const {
    const auto loaded = readParcel(scratch_.path("parcel"));
    if (!loaded) qFatal("no parcel");
    const auto& assets = loaded->parcel.assets;
    const auto asset = std::find_if(assets.begin(), assets.end(), [&](const ParcelAsset& one) {
      return QString::fromStdString(one.name) == assetName;
    });
    const auto animation = std::find_if(asset->animations.begin(), asset->animations.end(),
                                        [&](const ParcelAnimation& one) {
                                          return QString::fromStdString(one.name) == animationName;
                                        });
    int reach = 0;
    for (const int index : animation->frames) {
      const ParcelFrame& frame = asset->frames[static_cast<std::size_t>(index)];
      for (const double x : {frame.origin.x, frame.size.w - frame.origin.x, frame.origin.y,
                             frame.size.h - frame.origin.y}) {
        reach = std::max(reach, static_cast<int>(std::ceil(std::abs(x))));
      }
    }
    const int cell = 2 * reach;
    const int width = cell * static_cast<int>(animation->frames.size());
    Image canvas(width, cell);
    const auto project = readProject(project_.toStdString());
    const Asset& bearer = *findAsset(*project, std::string_view(asset->name));
    const Animation& played =
        *std::find_if(bearer.animations.begin(), bearer.animations.end(),
                      [&](const Animation& one) { return one.name == animation->name; });
    int step = 0;
    long long elapsed = 0;
    for (const int index : animation->frames) {
      const bool mirror = step % 2 == 1;
      const double x = cell * step + reach;
      std::vector<Standing> standing;
      const auto stand = [&](bool behind) {
        for (const RiddenFrame& one :
             ridersOn(*project, bearer, played.steps[static_cast<std::size_t>(step)].frame,
                      {&played, elapsed})) {
          if (one.behind != behind) continue;
          standing.push_back({frameOf(loaded->parcel, *one.asset, *one.frame),
                              x + (mirror ? -one.at.x : one.at.x), reach + one.at.y, mirror});
        }
      };
      stand(true);
      standing.push_back(
          {&asset->frames[static_cast<std::size_t>(index)], x, static_cast<double>(reach), mirror});
      stand(false);
      for (const Standing& one : standing) draw(one, loaded->pages.pages, canvas);
      for (const Standing& one : standing) tint(one, cell * step, cell, canvas);
      elapsed += animation->durationsMs[static_cast<std::size_t>(step)];
      ++step;
    }
    QByteArray bytes = QString(
                           "P7\nWIDTH %1\nHEIGHT %2\nDEPTH 4\nMAXVAL 255\nTUPLTYPE RGB_ALPHA\n"
                           "ENDHDR\n")
                           .arg(width)
                           .arg(cell)
                           .toUtf8();
    for (int y = 0; y < cell; ++y) {
      for (int x = 0; x < width; ++x) {
        const Rgba pixel = canvas.at(x, y);
        for (const std::uint8_t byte : {pixel.r, pixel.g, pixel.b, pixel.a}) {
          bytes.append(static_cast<char>(byte));
        }
      }
    }
    return bytes;
  }

 private slots:
  // A parcel of shapes of every kind; half as large, since the examples draw twice as large.
  void initTestCase() {
    const QString project = demoCopy(scratch_);
    project_ = project;
    const std::pair<const char*, const char*> kinds[] = {{"chr_snail", "circle"},
                                                         {"chr_moth", "capsule"},
                                                         {"chr_mouse", "polygon"},
                                                         {"chr_firefly", "mask"}};
    for (const auto& [asset, kind] : kinds) {
      QCOMPARE(
          runCli({"shape", project, "--asset", asset, "--do", "fit", "--shape", kind}).exitCode, 0);
    }
    for (const char* asset : {"chr_keeper", "chr_snail", "chr_moth", "chr_mouse", "chr_firefly"}) {
      QCOMPARE(runCli({"asset", project, "--asset", asset, "--scale", "0.5"}).exitCode, 0);
    }
    // Every loader also has a zone to read.
    QCOMPARE(runCli({"zone", project, "--asset", "night_end", "--size", "32x200", "--kind", "prop"})
                 .exitCode,
             0);
    QCOMPARE(
        runCli({"shape", project, "--asset", "prop_night_end", "--do", "fit", "--shape", "mask"})
            .exitCode,
        0);
    // The keeper carries a lantern from the third step on, with a pod behind it.
    const std::vector<QStringList> rides = {
        {"mount", project, "--asset", "chr_keeper", "--animation", "walk", "--name", "lamp",
         "--offset", "-8.5,-4", "--hold"},
        {"mount", project, "--asset", "chr_keeper", "--frame", "5", "--name", "lamp", "--unkey"},
        {"mount", project, "--asset", "chr_keeper", "--frame", "7", "--name", "lamp", "--offset",
         "-8.5,-4"},
        {"ride", project, "--asset", "chr_keeper", "--mount", "lamp", "--with", "prop_lantern"},
        {"mount", project, "--asset", "prop_lantern", "--name", "top", "--offset", "3,-30"},
        {"ride", project, "--asset", "prop_lantern", "--mount", "top", "--with", "pick_seed_pod",
         "--behind"}};
    for (const QStringList& call : rides) QCOMPARE(runCli(call).exitCode, 0);
    QCOMPARE(runCli({"pack", project, "--out", scratch_.qpath("parcel")}).exitCode, 0);
    QVERIFY(scratch_.read("parcel/parcel.json").find("\"riders\"") != std::string::npos);
    // The same, wanted otherwise in every way.
    QCOMPARE(runCli({"profiles", project,    "--add",      "other",   "--scales",      "2",
                     "--same",   "mirrored", "--colours",  "palette", "--unseen",      "bled",
                     "--masks",  "picture",  "--polygons", "parts",   "--px-per-unit", "16",
                     "--y",      "up",       "--filter",   "linear"})
                 .exitCode,
             0);
    QCOMPARE(
        runCli({"pack", project, "--out", scratch_.qpath("other"), "--profile", "other"}).exitCode,
        0);
    QDir().mkpath(scratch_.qpath("built"));
    const std::string text = scratch_.read("parcel/parcel.json");
    for (const char* kind : {"box", "circle", "capsule", "polygon", "mask"}) {
      QVERIFY2(text.find("\"kind\": \"" + std::string(kind) + "\"") != std::string::npos, kind);
    }
  }

  void everyLanguageDrawsWhatTheParcelSays_data() {
    QTest::addColumn<int>("loader");
    for (int i = 0; const auto& one : loaders()) {
      QTest::newRow(qPrintable(one.first)) << i++;
    }
  }

  void everyLanguageDrawsWhatTheParcelSays() {
    QFETCH(int, loader);
    const Loader one = loaders()[static_cast<std::size_t>(loader)].second;
    if (QStandardPaths::findExecutable(one.program).isEmpty()) {
      QSKIP(qPrintable(one.program + " is not installed: what it draws is not known"));
    }
    if (!one.build.isEmpty()) QVERIFY(call(one, one.build));
    const std::pair<const char*, const char*> shown[] = {{"chr_keeper", "walk"},
                                                         {"chr_snail", "crawl"},
                                                         {"chr_moth", "flutter"},
                                                         {"chr_mouse", "run"},
                                                         {"chr_firefly", "glow"}};
    for (const auto& [asset, animation] : shown) {
      const QString out = scratch_.qpath("drawn.pam");
      QFile::remove(out);
      QVERIFY(call(one, one.run + QStringList{scratch_.qpath("parcel"), asset, animation, out}));
      QFile file(out);
      QVERIFY(file.open(QIODevice::ReadOnly));
      const QByteArray wanted = drawn(asset, animation);
      QVERIFY2(file.readAll() == wanted, asset);
      // From pages with palettes, mirrored pictures, convex parts, masks as pictures; and of
      // another scale: what of that matters to an asset is a polygon's or a mask's.
      if (animation != std::string("run") && animation != std::string("glow")) continue;
      for (const QStringList& scale : {QStringList(), QStringList("0")}) {
        QVERIFY(call(
            one, one.run + QStringList{scratch_.qpath("other"), asset, animation, out} + scale));
        QFile again(out);
        QVERIFY(again.open(QIODevice::ReadOnly));
        QVERIFY2(again.readAll() == wanted, asset);
      }
    }
  }

  void whatIsNoParcelIsRefused() {
    QDir().mkpath(scratch_.qpath("no_parcel"));
    scratch_.write("no_parcel/parcel.json", "{\"format\": \"amber-project\", \"version\": 1}");
    for (const auto& [language, one] : loaders()) {
      if (QStandardPaths::findExecutable(one.program).isEmpty()) continue;
      QTest::ignoreMessage(QtWarningMsg, QRegularExpression("this is not a parcel"));
      QVERIFY2(!call(one, one.run + QStringList{scratch_.qpath("no_parcel"), "a", "b",
                                                scratch_.qpath("no.pam")}),
               qPrintable(language));
    }
  }

 private:
  Scratch scratch_;
  QString project_;
};
AMBER_TEST(LoadersTest);

#include "loaders_tests.moc"
