#include <rapidcheck.h>

#include <QDir>
#include <QFile>
#include <QImage>
#include <QProcess>
#include <QStandardPaths>
#include <QTest>

#include "files/image/image_file.h"
#include "files/image/page_encoder.h"
#include "files/project/project_file.h"
#include "support/registry.h"
#include "support/scratch.h"
#include "work/pack/pack_session.h"

using namespace amber;
using namespace amber::test;

// Pages in bands: whatever reads PNG reads them, and what was written before makes no difference.
class PageEncoderTest : public QObject {
  Q_OBJECT

  static Image random(int w, int h) {
    Image image(w, h);
    // Runs of a colour, as art has them.
    const int run = *rc::gen::inRange(1, 9);
    Rgba colour;
    for (int y = 0; y < h; ++y) {
      for (int x = 0; x < w; ++x) {
        if ((x + y) % run == 0) {
          colour = {*rc::gen::arbitrary<std::uint8_t>(), *rc::gen::arbitrary<std::uint8_t>(), 7,
                    *rc::gen::arbitrary<std::uint8_t>()};
        }
        image.at(x, y) = colour;
      }
    }
    return image;
  }

 private slots:
  void whatIsWrittenIsReadAndTheSameWhateverCameBefore() {
    const bool holds = rc::check("in bands", [] {
      const int w = *rc::gen::inRange(1, 40);
      const int h = *rc::gen::inRange(1, 90);
      Image image = random(w, h);
      PageEncoder encoder;
      RC_ASSERT(*imageFrom(encoder.encode(0, image, PageColours::Full), "a.png") == image);
      RC_ASSERT(encoder.fresh(0).front().first == 0 && encoder.fresh(0).back().last == h);
      // One pixel is changed, and perhaps nothing.
      const int x = *rc::gen::inRange(0, w);
      const int y = *rc::gen::inRange(0, h);
      const Image before = image;
      image.at(x, y).g = *rc::gen::arbitrary<std::uint8_t>();
      const std::string again = encoder.encode(0, image, PageColours::Full);
      RC_ASSERT(again == PageEncoder().encode(0, image, PageColours::Full));
      RC_ASSERT(encoder.fresh(0).size() == (image == before ? 0U : 1U));
      for (const PageEncoder::Rows& rows : encoder.fresh(0)) {
        RC_ASSERT(rows.first <= y && y < rows.last);
        const Image alone = *imageFrom(encoder.rowsAlone(0, rows), "rows.png");
        RC_ASSERT(alone.size() == (PixelSize{w, rows.last - rows.first}));
        RC_ASSERT(
            std::equal(alone.row(y - rows.first), alone.row(y - rows.first) + w, image.row(y)));
      }
    });
    QVERIFY(holds);
  }

  void aPageOfAnotherSizeIsWrittenWhole() {
    PageEncoder encoder;
    encoder.encode(0, Image(8, 40), PageColours::Full);
    const Image wider(9, 40);
    QVERIFY(*imageFrom(encoder.encode(0, wider, PageColours::Full), "a.png") == wider);
    QCOMPARE(encoder.fresh(0).size(), std::size_t{3});
  }

  // The checks of other programs: the checksum of every chunk, and of the compressed data. The
  // reader of the loaders, in Python with its zlib, verifies both.
  void everySumIsRight() {
    if (QStandardPaths::findExecutable("python3").isEmpty()) QSKIP("python3 is not installed");
    const Scratch scratch;
    Image image(300, 70);
    for (int x = 0; x < 300; ++x) image.at(x, x % 70) = {200, 10, 30, 255};
    scratch.write("a.png", PageEncoder().encode(0, image, PageColours::Full));
    QProcess python;
    python.start("python3",
                 {"-B", "-c",
                  "import sys, zlib, struct\n"
                  "d = open(sys.argv[1], 'rb').read(); at = 8; packed = b''\n"
                  "while at < len(d):\n"
                  "  n = struct.unpack('>I', d[at:at+4])[0]; body = d[at+4:at+8+n]\n"
                  "  assert zlib.crc32(body) == struct.unpack('>I', d[at+8+n:at+12+n])[0]\n"
                  "  packed += body[4:] if body[:4] == b'IDAT' else b''\n"
                  "  at += 12 + n\n"
                  "assert len(zlib.decompress(packed)) == 70 * 1201\n",
                  scratch.qpath("a.png")});
    QVERIFY(python.waitForFinished());
    QVERIFY2(python.exitCode() == 0, python.readAllStandardError().constData());
  }
};
AMBER_TEST(PageEncoderTest);

// Packing again and again gives what packing once gives.
class PackSessionTest : public QObject {
  Q_OBJECT

  Scratch scratch_;
  std::string project_;
  PackSession session_;
  std::shared_ptr<ArtStore> store_;

  std::map<QString, QByteArray> bytesIn(const QString& folder) const {
    std::map<QString, QByteArray> bytes;
    for (const QString& name : QDir(folder).entryList(QDir::Files | QDir::Hidden)) {
      QFile file(folder + "/" + name);
      if (!file.open(QIODevice::ReadOnly)) qFatal("unreadable");
      bytes[name] = file.readAll();
    }
    return bytes;
  }

  // Both ways give the same bytes.
  void packBoth(const Project& project) {
    const PackProfile& profile = defaultProfile(project);
    const auto again = session_.pack(project, profile, store_, scratch_.path("again"), {});
    QVERIFY2(again && again->differences.empty(), again ? "" : again.error().sentence.c_str());
    const auto cold = std::make_shared<ArtStore>(scratch_.path("demo"));
    QDir(scratch_.qpath("once")).removeRecursively();
    QVERIFY(packProject(project, profile, cold, scratch_.path("once"), {}).has_value());
    QVERIFY(bytesIn(scratch_.qpath("again")) == bytesIn(scratch_.qpath("once")));
    QVERIFY(verifyParcel(scratch_.path("again"), project, cold)->empty());
  }

  void repaint(const char* sheet) const {
    const QString path = scratch_.qpath(QString("demo/sheets/") + sheet);
    QImage image(path);
    for (int y = 0; y < image.height() / 2; ++y) {
      for (int x = 0; x < image.width(); ++x) {
        const QColor colour = image.pixelColor(x, y);
        if (colour.alpha() > 0)
          image.setPixelColor(x, y, QColor(colour.blue(), 9, colour.red(), colour.alpha()));
      }
    }
    QVERIFY(image.save(path));
  }

 private slots:
  void initTestCase() {
    project_ = demoCopy(scratch_).toStdString();
    store_ = std::make_shared<ArtStore>(scratch_.path("demo"));
  }

  void whateverChangesTheBytesAreThoseOfPackingOnce() {
    Project project = *readProject(project_);
    packBoth(project);
    packBoth(project);
    // A sheet is painted over.
    repaint("clay_pot.png");
    for (const auto& sheet : project.sheets) {
      if (sheet->path == "sheets/clay_pot.png") QVERIFY(store_->reload(*sheet).has_value());
    }
    packBoth(project);
    // Numbers, names, frames, and how it is packed.
    const auto edit = [&](const std::vector<Edit>& edits) {
      project = withEdits(project, edits)->project;
      packBoth(project);
    };
    const Asset keeper = *project.assets.front();
    const FramePoint origin = keeper.frames[0].origin;
    edit({SetOrigin{keeper.id, keeper.frames[0].id, {origin.x + 1, origin.y}, kByHand}});
    edit({Rename{keeper.id, {}, {}, "chr_gardener"}});
    edit({RemoveFrames{keeper.id, {keeper.frames[2].id}}});
    for (const auto& change : std::vector<std::function<void(PackProfile&)>>{
             [](PackProfile& p) { p.padding = 5; }, [](PackProfile& p) { p.trim = false; },
             [](PackProfile& p) { p.pageSide = 256; }, [](PackProfile& p) { p.scales = {2}; },
             [](PackProfile& p) { p.masks = MaskForm::Picture; },
             [](PackProfile& p) { p.colours = PageColours::Palette; },
             [](PackProfile& p) {
               p = {};
               p.same = SamePictures::Mirrored;
             },
             [](PackProfile& p) { p.unseen = Unseen::Bled; }}) {
      std::vector<PackProfile> profiles = project.profiles;
      change(profiles.front());
      edit({SetProfiles{profiles}});
    }
  }

  void whatIsWrongOnDiskIsNotTakenForRight() {
    const Project project = *readProject(project_);
    packBoth(project);
    // Files that are not part of a parcel, added in the meantime, prevent it as they do the first
    // time.
    scratch_.write("again/notes.txt", "mine");
    const auto refused =
        session_.pack(project, defaultProfile(project), store_, scratch_.path("again"), {});
    QVERIFY(!refused.has_value());
    QVERIFY(refused.error().sentence.find("notes.txt") != std::string::npos);
    QVERIFY(QFile::remove(scratch_.qpath("again/notes.txt")));
    packBoth(project);
  }
};
AMBER_TEST(PackSessionTest);

#include "pack_session_tests.moc"
