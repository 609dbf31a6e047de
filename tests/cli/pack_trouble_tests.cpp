#include <unistd.h>
#include <QDir>
#include <QFile>
#include <QImage>
#include <QPainter>
#include <QProcess>
#include <QTest>
#include <nlohmann/json.hpp>

#include "support/cli.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;
using nlohmann::json;

// Where a parcel cannot go there is one sentence, and what was there stays; and what tiles look
// like beside each other, drawn as games draw them.
class PackTroubleTest : public QObject {
  Q_OBJECT

  Scratch scratch_;
  QString project_;

  // The one line of the error, after the exit status was checked.
  QByteArray refusal(const QString& folder) const {
    const CliResult packed = runCli({"pack", project_, "--out", folder});
    if (packed.exitCode != 3) return "exit " + QByteArray::number(packed.exitCode);
    const QByteArray text = packed.err.trimmed();
    return text.contains('\n') ? QByteArray("more than one line: ") + text : text;
  }

 private slots:
  void initTestCase() { project_ = demoCopy(scratch_); }

  void aTargetThatIsAFileOrALinkIsLeftAlone() {
    scratch_.write("file", "mine");
    QVERIFY2(refusal(scratch_.qpath("file")).contains("is a file, not a folder"),
             refusal(scratch_.qpath("file")).constData());
    QCOMPARE(scratch_.read("file"), std::string("mine"));
    QDir().mkpath(scratch_.qpath("elsewhere"));
    QVERIFY(QFile::link(scratch_.qpath("elsewhere"), scratch_.qpath("link")));
    QVERIFY(refusal(scratch_.qpath("link")).contains("is a link"));
    // A link that leads nowhere is one, too.
    QVERIFY(QFile::link(scratch_.qpath("nowhere"), scratch_.qpath("broken")));
    QVERIFY(refusal(scratch_.qpath("broken")).contains("is a link"));
    QVERIFY(QDir(scratch_.qpath("elsewhere")).isEmpty());
  }

  void aFolderWithoutPermissionIsToldOf() {
    if (::geteuid() == 0) QSKIP("whoever runs this may write everywhere");
    QDir().mkpath(scratch_.qpath("locked"));
    QFile::setPermissions(scratch_.qpath("locked"), QFile::ReadOwner | QFile::ExeOwner);
    QVERIFY(refusal(scratch_.qpath("locked/parcel")).contains("cannot be written"));
    QFile::setPermissions(scratch_.qpath("locked"),
                          QFile::ReadOwner | QFile::ExeOwner | QFile::WriteOwner);
  }

  // A disk of 32 kB, which a whole parcel does not fit on beside the one that is there.
  void aFullDiskIsToldOfAndTheOldParcelStays() {
    const QString disk = scratch_.qpath("disk");
    QDir().mkpath(disk);
    if (QProcess::execute("mount", {"-t", "tmpfs", "-o", "size=32k", "tmpfs", disk}) != 0) {
      QSKIP("whoever runs this may not mount a small disk");
    }
    const QByteArray first = refusal(disk + "/parcel");
    const bool clean =
        QDir(disk).entryList(QDir::AllEntries | QDir::Hidden | QDir::NoDotAndDotDot).isEmpty();
    QCOMPARE(QProcess::execute("umount", {disk}), 0);
    QVERIFY2(first.contains("space") || first.contains("cannot be written"), first.constData());
    QVERIFY2(clean, "something was left behind");
    QVERIFY(refusal("/dev/full/parcel").size() > 20);
  }

  // Tiles side by side at odd scales and half px, smoothed: no px of the seam has a colour that no
  // tile has there.
  void tilesShowNoSeamWhenTheyAreFiltered() {
    const QString folder = scratch_.qpath("tiles");
    QCOMPARE(runCli({"profiles", project_, "--add", "tiles", "--extrude", "2", "--padding", "0"})
                 .exitCode,
             0);
    QCOMPARE(runCli({"pack", project_, "--out", folder, "--profile", "tiles"}).exitCode, 0);
    QFile file(folder + "/parcel.json");
    QVERIFY(file.open(QIODevice::ReadOnly));
    const json parcel = json::parse(file.readAll().toStdString());
    const QImage page(folder + "/page_0.png");
    for (const json& asset : parcel["assets"]) {
      if (asset["name"] != "tile_glasshouse") continue;
      const json& r = asset["frames"][0]["rect"];
      const QRectF source(r[0], r[1], r[2], r[3]);
      const QImage tile = page.copy(source.toRect());
      for (const double scale : {1.0, 1.37, 2.5, 3.0}) {
        for (const double shift : {0.0, 0.25, 0.5}) {
          // What is on the page around the tile, with the page as a game's filter samples it: the
          // tile itself with its edge repeated must look the same.
          const int side = static_cast<int>(std::ceil((tile.width() + 1) * scale));
          const auto drawn = [&](const QImage& from, const QRectF& part) {
            QImage canvas(side, side, QImage::Format_ARGB32_Premultiplied);
            canvas.fill(Qt::transparent);
            QPainter painter(&canvas);
            painter.setRenderHint(QPainter::SmoothPixmapTransform);
            painter.drawImage(QRectF(shift, shift, tile.width() * scale, tile.height() * scale),
                              from, part);
            painter.end();
            return canvas;
          };
          QImage alone(tile.width() + 4, tile.height() + 4, QImage::Format_ARGB32);
          for (int y = 0; y < alone.height(); ++y) {
            for (int x = 0; x < alone.width(); ++x) {
              alone.setPixel(x, y,
                             tile.pixel(std::clamp(x - 2, 0, tile.width() - 1),
                                        std::clamp(y - 2, 0, tile.height() - 1)));
            }
          }
          QCOMPARE(drawn(page, source), drawn(alone, QRectF(2, 2, tile.width(), tile.height())));
        }
      }
    }
  }

  // Packed again, nothing is done until something differs: the project, a sheet, the profile that
  // was asked for, or any file of the parcel.
  void whatDidNotChangeIsNotPackedAgain() {
    const QString folder = scratch_.qpath("again");
    const auto pack = [&](const QStringList& more = {}) {
      return runCli(QStringList{"pack", project_, "--out", folder} + more);
    };
    const auto skipped = [&](const CliResult& result) {
      return result.exitCode == 0 && result.out.contains("nothing changed");
    };
    QVERIFY(!skipped(pack()));
    const std::string parcel = scratch_.read("again/parcel.json");
    const CliResult second = pack({"--depfile", scratch_.qpath("again.d")});
    QVERIFY(skipped(second));
    QVERIFY(second.out.contains("verified"));
    QVERIFY(scratch_.read("again.d").find("keeper_walk.png") != std::string::npos);
    QVERIFY(!skipped(pack({"--again"})));
    QCOMPARE(scratch_.read("again/parcel.json"), parcel);
    QVERIFY(skipped(pack()));
    QVERIFY(!skipped(pack({"--profile", "game"})));
    QVERIFY(!skipped(pack()));
    // A page with another byte, and one that is gone, are made again.
    const std::string page = scratch_.read("again/page_0.png");
    scratch_.write("again/page_0.png", page + "x");
    QVERIFY(!skipped(pack()));
    QCOMPARE(scratch_.read("again/page_0.png"), page);
    QVERIFY(QFile::remove(scratch_.qpath("again/page_0.png")));
    QVERIFY(!skipped(pack()));
    QCOMPARE(scratch_.read("again/page_0.png"), page);
    // Another number in the project, and a sheet that was repainted, which stops it.
    QCOMPARE(runCli({"asset", project_, "--asset", "chr_snail", "--scale", "2"}).exitCode, 0);
    QVERIFY(!skipped(pack()));
    QVERIFY(skipped(pack()));
    const QString sheet = QFileInfo(project_).path() + "/sheets/clay_pot.png";
    QImage repainted(sheet);
    repainted.setPixelColor(16, 16, Qt::red);
    QVERIFY(repainted.save(sheet));
    QVERIFY(!skipped(pack()));
  }
};
AMBER_TEST(PackTroubleTest);

#include "pack_trouble_tests.moc"
