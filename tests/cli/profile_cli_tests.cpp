#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QImage>
#include <QTest>
#include <cmath>
#include <functional>
#include <nlohmann/json.hpp>
#include <set>

#include "core/project/project.h"
#include "files/project/project_file.h"
#include "support/cli.h"
#include "support/registry.h"
#include "support/schema.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// The command profiles, and the parcels that profiles make, read by nothing of ours: the JSON as it
// stands, the pages as any reader of PNG gives them, against the sheets and the project's file.
class ProfileCliTest : public QObject {
  Q_OBJECT

  Scratch scratch_;
  QString project_;

  json parcel_;
  QString folder_;

  CliResult profiles(const QStringList& more) const {
    return runCli(QStringList{"profiles", project_, "--json"} + more);
  }

  static json parsed(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) qFatal("no file");
    return json::parse(file.readAll().toStdString());
  }

  QImage page(const json& page) const {
    return QImage(folder_ + "/" + QString::fromStdString(page["file"]))
        .convertToFormat(QImage::Format_RGBA8888);
  }

  void pack(const QStringList& options) {
    QCOMPARE(profiles(QStringList{"--add", "try"} + options).exitCode, 0);
    folder_ = scratch_.qpath("parcel");
    QDir(folder_).removeRecursively();
    const CliResult packed = runCli({"pack", project_, "--out", folder_, "--profile", "try"});
    QVERIFY2(packed.exitCode == 0, packed.err.constData());
    parcel_ = parsed(folder_ + "/parcel.json");
    QCOMPARE(schemaComplaint("amber-parcel-1.schema.json", parcel_.dump()), std::string());
    QCOMPARE(runCli({"verify", folder_, "--project", project_}).exitCode, 0);
    QCOMPARE(profiles({"--remove", "try"}).exitCode, 0);
  }

  // Calls `look` with each packed frame and the same frame of the project's file.
  template <class Look>
  void eachFrame(const Look& look) const {
    const json project = parsed(project_);
    for (std::size_t a = 0; a < parcel_["assets"].size(); ++a) {
      const json& asset = parcel_["assets"][a];
      for (std::size_t f = 0; f < asset["frames"].size(); ++f) {
        look(asset["frames"][f], project["assets"][a]["frames"][f], asset["scale"].get<double>(),
             project);
      }
    }
  }

  // The frame on its sheet. Sheets that are turned, keyed or animated are skipped.
  QImage sheetPicture(const json& frame, const json& project) const {
    for (const json& sheet : project["sheets"]) {
      if (sheet["id"] != frame["sheet"]) continue;
      if (!sheet["key"].is_null() || sheet["mirror"] != "none" || sheet["turns"] != 0 ||
          (sheet.contains("pictures") && !sheet["pictures"].is_null())) {
        return {};
      }
      const QImage image(QFileInfo(project_).absolutePath() + "/" +
                         QString::fromStdString(sheet["path"]));
      const json& r = frame["rect"];
      return image.copy(r[0], r[1], r[2], r[3]).convertToFormat(QImage::Format_RGBA8888);
    }
    return {};
  }

 private slots:
  void init() {
    QDir(scratch_.qpath("demo")).removeRecursively();
    project_ = demoCopy(scratch_);
  }

  void profilesAreMadeChangedCalledOtherwiseAndTakenAway() {
    const json before = profiles({}).json()["profiles"];
    QCOMPARE(before.size(), std::size_t{1});
    QVERIFY(before[0]["name"] == "game");
    const json added = profiles({"--add", "handheld", "--scales", "2,1,0.5", "--px-per-unit", "16",
                                 "--y", "up", "--pages", "powerOfTwo", "--constants", "lua,cpp"})
                           .json()["profiles"];
    QCOMPARE(added.size(), std::size_t{2});
    QVERIFY(added[1]["scales"] == json::parse("[0.5, 2.0]"));
    QVERIFY(added[1]["constants"] == json::parse(R"(["cpp", "lua"])"));
    QVERIFY(added[1]["pages"] == "powerOfTwo");
    // The first is as it was.
    QVERIFY(added[0] == before[0]);
    const json renamed =
        profiles({"--profile", "handheld", "--rename", "pocket", "--first", "--padding", "9"})
            .json()["profiles"];
    QVERIFY(renamed[0]["name"] == "pocket");
    QVERIFY(renamed[0]["padding"] == 9);
    QCOMPARE(defaultProfile(*readProject(project_.toStdString())).name, std::string("pocket"));
    QCOMPARE(profiles({"--remove", "pocket"}).json()["profiles"].size(), std::size_t{1});
  }

  void whatCannotBeIsRefused() {
    QVERIFY(profiles({"--profile", "nobody"}).err.contains("it has game"));
    QCOMPARE(profiles({"--scales", "9"}).exitCode, 2);
    QCOMPARE(profiles({"--px-per-unit", "0"}).exitCode, 2);
    QVERIFY(profiles({"--remove", "game"}).err.contains("at least one pack profile"));
    QVERIFY(profiles({"--add", "game"}).err.contains("two pack profiles are called game"));
    QCOMPARE(runCli({"pack", project_, "--out", scratch_.qpath("x"), "--profile", "no"}).exitCode,
             2);
    // Tried, nothing is written.
    QCOMPARE(profiles({"--add", "b", "--try"}).exitCode, 0);
    QCOMPARE(profiles({}).json()["profiles"].size(), std::size_t{1});
  }

  // Every frame from its page, at every scale, against its sheet through that scale.
  void framesAreTheirSheetsAtEveryScale_data() {
    QTest::addColumn<QStringList>("options");
    QTest::newRow("nearest") << QStringList{"--scales", "0.5,2,3"};
    QTest::newRow("wide edges") << QStringList{"--scales", "2", "--extrude", "3", "--padding", "0"};
    QTest::newRow("no trim, mirrored once")
        << QStringList{"--scales", "1.5", "--trim", "off", "--same", "mirrored"};
    QTest::newRow("palette, bled, square") << QStringList{
        "--scales", "2", "--colours", "palette", "--unseen", "bled", "--pages", "squarePowerOfTwo"};
  }

  void framesAreTheirSheetsAtEveryScale() {
    QFETCH(QStringList, options);
    pack(options);
    std::vector<std::pair<double, json>> scales{{1, parcel_["pages"]}};
    for (const json& scale : parcel_["scales"]) scales.push_back({scale["scale"], scale["pages"]});
    int looked = 0;
    for (std::size_t s = 0; s < scales.size(); ++s) {
      const double k = scales[s].first;
      std::vector<QImage> pages;
      for (const json& one : scales[s].second) pages.push_back(page(one));
      eachFrame([&](const json& packed, const json& frame, double, const json& project) {
        const QImage sheet = sheetPicture(frame, project);
        if (sheet.isNull()) return;
        const json& at = s == 0 ? packed : packed["scaled"][s - 1];
        const QImage& from = pages[at["page"]];
        const json& rect = at["rect"];
        const bool mirrored = at.value("mirrored", false);
        const int width = static_cast<int>(std::ceil(sheet.width() * k - 1e-9));
        const int height = static_cast<int>(std::ceil(sheet.height() * k - 1e-9));
        for (int y = 0; y < height; ++y) {
          for (int x = 0; x < width; ++x) {
            const QRgb wanted =
                sheet.pixel(std::min(sheet.width() - 1, static_cast<int>((x + 0.5) / k)),
                            std::min(sheet.height() - 1, static_cast<int>((y + 0.5) / k)));
            const int u = x - at["trim"][0].get<int>();
            const int v = y - at["trim"][1].get<int>();
            QRgb got = 0;
            if (u >= 0 && v >= 0 && u < rect[2] && v < rect[3]) {
              const int across = mirrored ? rect[2].get<int>() - 1 - u : u;
              got = from.pixel(rect[0].get<int>() + across, rect[1].get<int>() + v);
            }
            if (qAlpha(got) == 0 && qAlpha(wanted) == 0) continue;
            QCOMPARE(got, wanted);
          }
        }
        ++looked;
      });
    }
    QVERIFY(looked > 60);
  }

  // Around every picture its edge is repeated, and what lies between is empty.
  void edgesAreRepeatedAsOftenAsIsSaid() {
    pack({"--extrude", "3"});
    const QImage first = page(parcel_["pages"][0]);
    int edges = 0;
    eachFrame([&](const json& packed, const json&, double, const json&) {
      if (packed["page"] != 0) return;
      const json& r = packed["rect"];
      for (int i = 1; i <= 3; ++i) {
        const int y = r[1].get<int>() + r[3].get<int>() / 2;
        QCOMPARE(first.pixel(r[0].get<int>() - i, y), first.pixel(r[0].get<int>(), y));
        const int x = r[0].get<int>() + r[2].get<int>() - 1;
        QCOMPARE(first.pixel(x + i, y), first.pixel(x, y));
        edges += first.pixel(x, y) != 0 ? 1 : 0;
      }
    });
    QVERIFY(edges > 10);
  }

  // Units: computed from px by hand.
  void framesAreSaidInUnitsToo() {
    pack({"--px-per-unit", "8", "--y", "up", "--polygons", "parts"});
    QVERIFY(parcel_["units"]["pxPerUnit"] == 8);
    QVERIFY(parcel_["units"]["y"] == "up");
    QVERIFY(parcel_["units"]["length"] == "px");
    int boxes = 0;
    eachFrame([&](const json& packed, const json& frame, double scale, const json&) {
      const double unit = scale / 8;
      const json& in = packed["inUnits"];
      const double ox = frame["origin"][0];
      const double oy = frame["origin"][1];
      const json& rect = packed["rect"];
      const json& trim = packed["trim"];
      const auto near = [](const json& got, double wanted) {
        return std::abs(got.get<double>() - wanted) < 1e-9;
      };
      QVERIFY(near(in["draw"][0], (trim[0].get<double>() - ox) * unit));
      QVERIFY(near(in["draw"][1], -(trim[1].get<double>() + rect[3].get<double>() - oy) * unit));
      QVERIFY(near(in["draw"][2], rect[2].get<double>() * unit));
      for (const auto& [name, at] : packed["mounts"].items()) {
        QVERIFY(near(in["mounts"][name][0], (at[0].get<double>() - ox) * unit));
        QVERIFY(near(in["mounts"][name][1], -(at[1].get<double>() - oy) * unit));
      }
      for (std::size_t i = 0; i < packed["shapes"].size(); ++i) {
        const json& g = packed["shapes"][i]["geometry"];
        const json& u = in["shapes"][i];
        QVERIFY(g["kind"] == u["kind"]);
        if (g["kind"] != "box") continue;
        ++boxes;
        QVERIFY(near(u["x"], g["x"].get<double>() * unit));
        QVERIFY(near(u["y"], -(g["y"].get<double>() + g["h"].get<double>()) * unit));
        QVERIFY(near(u["h"], g["h"].get<double>() * unit));
      }
    });
    QVERIFY(boxes > 10);
  }

  void masksAsPicturesAreTheirRuns() {
    QCOMPARE(runCli({"shape", project_, "--asset", "chr_moth", "--do", "fit", "--shape", "mask"})
                 .exitCode,
             0);
    pack({});
    const json runs = parcel_;
    pack({"--masks", "picture"});
    const QImage masks = page(parcel_["maskPages"][0]);
    int looked = 0;
    for (std::size_t a = 0; a < parcel_["assets"].size(); ++a) {
      const json& frames = parcel_["assets"][a]["frames"];
      for (std::size_t f = 0; f < frames.size(); ++f) {
        for (std::size_t i = 0; i < frames[f]["shapes"].size(); ++i) {
          const json& g = frames[f]["shapes"][i]["geometry"];
          const json& was = runs["assets"][a]["frames"][f]["shapes"][i]["geometry"];
          if (g["kind"] != "mask") continue;
          QVERIFY(!g.contains("runs"));
          const json& rect = g["picture"]["rect"];
          int set = 0;
          for (int y = 0; y < rect[3]; ++y) {
            for (int x = 0; x < rect[2]; ++x) {
              set += qAlpha(masks.pixel(rect[0].get<int>() + x, rect[1].get<int>() + y)) != 0;
            }
          }
          int wanted = 0;
          for (const json& run : was["runs"]) {
            wanted += static_cast<int>(run[2].get<double>() - run[1].get<double>());
            const int x = rect[0].get<int>() +
                          static_cast<int>(run[1].get<double>() - was["x"].get<double>());
            const int y = rect[1].get<int>() +
                          static_cast<int>(run[0].get<double>() - was["y"].get<double>());
            QVERIFY(qAlpha(masks.pixel(x, y)) == 255);
          }
          QCOMPARE(set, wanted);
          ++looked;
        }
      }
    }
    QVERIFY(looked > 0);
  }

  // What would be written, and what of it differs from what lies there.
  void whatWouldBePackedIsToldAndNothingIsWritten() {
    const QString folder = scratch_.qpath("plan");
    QDir(folder).removeRecursively();
    const QStringList attempt{"pack", project_, "--out", folder, "--try", "--json"};
    const json first = runCli(attempt).json();
    QVERIFY(first["changes"].is_null());
    QVERIFY(!QFileInfo::exists(folder));
    QCOMPARE(runCli({"pack", project_, "--out", folder}).exitCode, 0);
    const json same = runCli(attempt).json();
    QVERIFY(same["changes"].empty());
    qint64 bytes = 0;
    for (const json& file : same["files"]) {
      const QFileInfo info(folder + "/" + QString::fromStdString(file["file"]));
      QCOMPARE(info.size(), file["bytes"].get<qint64>());
      bytes += file["bytes"].get<qint64>();
    }
    QVERIFY(same["bytes"] == bytes);
    QCOMPARE(runCli({"asset", project_, "--asset", "chr_moth", "--scale", "4"}).exitCode, 0);
    const json changed = runCli(attempt).json();
    QCOMPARE(changed["changes"].size(), std::size_t{1});
    QVERIFY(changed["changes"][0]["change"] == "numbers" &&
            changed["changes"][0]["asset"] == "chr_moth" &&
            changed["changes"][0]["text"] == "scale");
  }

  void aPaletteIsUsedWhereItSuffices() {
    pack({"--colours", "palette", "--page-side", "100"});
    int palettes = 0;
    for (const json& one : parcel_["pages"]) {
      const QImage image(folder_ + "/" + QString::fromStdString(one["file"]));
      std::set<QRgb> colours;
      for (int y = 0; y < image.height(); ++y) {
        for (int x = 0; x < image.width(); ++x) colours.insert(image.pixel(x, y));
      }
      QCOMPARE(image.format() == QImage::Format_Indexed8, colours.size() <= 256);
      palettes += image.format() == QImage::Format_Indexed8 ? 1 : 0;
    }
    QVERIFY(palettes > 1);
  }

  void aParcelOfAProfileThatIsGoneDoesNotVerify() {
    QCOMPARE(profiles({"--add", "other", "--extrude", "2"}).exitCode, 0);
    const QString folder = scratch_.qpath("other");
    QCOMPARE(runCli({"pack", project_, "--out", folder, "--profile", "other"}).exitCode, 0);
    QCOMPARE(profiles({"--profile", "other", "--extrude", "3"}).exitCode, 0);
    QCOMPARE(runCli({"verify", folder, "--project", project_}).exitCode, 1);
    QCOMPARE(profiles({"--remove", "other"}).exitCode, 0);
    QVERIFY(runCli({"verify", folder, "--project", project_}).out.contains("does not have"));
  }
};
AMBER_TEST(ProfileCliTest);

#include "profile_cli_tests.moc"
