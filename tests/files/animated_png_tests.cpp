#include <QByteArray>
#include <QTest>

#include "files/image/image_file.h"
#include "support/registry.h"
#include "support/scratch.h"

using namespace amber;
using namespace amber::test;

namespace {

// The sum of PNG, bit by bit.
quint32 crcOf(const QByteArray& bytes) {
  quint32 sum = 0xffffffff;
  for (const char byte : bytes) {
    sum ^= static_cast<unsigned char>(byte);
    for (int i = 0; i < 8; ++i) sum = (sum & 1) != 0 ? 0xedb88320 ^ (sum >> 1) : sum >> 1;
  }
  return ~sum;
}

QByteArray wordOf(quint32 word) {
  QByteArray bytes;
  for (int shift = 24; shift >= 0; shift -= 8) bytes += static_cast<char>(word >> shift & 0xff);
  return bytes;
}

QByteArray halfOf(int half) {
  return wordOf(static_cast<quint32>(half)).right(2);
}

QByteArray chunk(const QByteArray& name, const QByteArray& data) {
  return wordOf(static_cast<quint32>(data.size())) + name + data + wordOf(crcOf(name + data));
}

// Rows of one colour each px, as a PNG has them.
QByteArray pixels(const Image& image) {
  QByteArray raw;
  for (int y = 0; y < image.height(); ++y) {
    raw += '\0';
    raw += QByteArray(reinterpret_cast<const char*>(image.row(y)), image.width() * 4);
  }
  return qCompress(raw).mid(4);
}

Image filled(int w, int h, Rgba colour) {
  Image image(w, h);
  for (int y = 0; y < h; ++y) std::fill_n(image.row(y), w, colour);
  return image;
}

struct Part {
  PixelRect place;
  Rgba colour;
  int dispose = 0;
  int blend = 0;
  int over = 1;
  int under = 10;
};

enum class Begins { WithTheAnimation, WithAStill };

// An animated PNG of 4 x 2 px of parts of one colour each.
QByteArray animated(const std::vector<Part>& parts, int says = -1,
                    Begins begins = Begins::WithTheAnimation) {
  QByteArray png("\x89PNG\r\n\x1a\n", 8);
  png += chunk("IHDR", wordOf(4) + wordOf(2) + QByteArray("\x08\x06\x00\x00\x00", 5));
  png +=
      chunk("acTL", wordOf(static_cast<quint32>(says < 0 ? static_cast<int>(parts.size()) : says)) +
                        wordOf(0));
  const bool still = begins == Begins::WithAStill;
  if (still) png += chunk("IDAT", pixels(filled(4, 2, {1, 2, 3, 255})));
  quint32 number = 0;
  for (std::size_t i = 0; i < parts.size(); ++i) {
    const Part& part = parts[i];
    const auto word = [](int value) { return wordOf(static_cast<quint32>(value)); };
    png += chunk("fcTL", wordOf(number++) + word(part.place.w) + word(part.place.h) +
                             word(part.place.x) + word(part.place.y) + halfOf(part.over) +
                             halfOf(part.under) + QByteArray(1, static_cast<char>(part.dispose)) +
                             QByteArray(1, static_cast<char>(part.blend)));
    const QByteArray data = pixels(filled(part.place.w, part.place.h, part.colour));
    png += i == 0 && !still ? chunk("IDAT", data) : chunk("fdAT", wordOf(number++) + data);
  }
  return png + chunk("IEND", {});
}

constexpr Rgba kRed{200, 0, 0, 255};
constexpr Rgba kBlue{0, 0, 200, 255};
constexpr Rgba kMist{0, 200, 0, 128};

}  // namespace

// Animated PNGs are read whole, by the drawing that their format prescribes.
class AnimatedPngTest : public QObject {
  Q_OBJECT

  static Result<ImageFile> read(const QByteArray& bytes) {
    return imageFileFrom({bytes.constData(), static_cast<std::size_t>(bytes.size())}, "a.png");
  }

 private slots:
  void picturesTimesBlendAndDisposeAreRead() {
    const auto file = read(animated({{{0, 0, 4, 2}, kRed},
                                     {{1, 0, 2, 1}, kMist, 2, 1, 1, 4},   // over; then as before
                                     {{0, 1, 1, 1}, kBlue, 1, 0, 0, 10},  // then cleared; no time
                                     {{3, 0, 1, 2}, kMist, 0, 0, 3, 0}}));
    QVERIFY2(file.has_value(), file ? "" : file.error().sentence.c_str());
    QCOMPARE(file->pictures->size, (PixelSize{4, 2}));
    QCOMPARE(file->pictures->timesMs, (std::vector<int>{100, 250, 100, 30}));
    // Laid in one row.
    QCOMPARE(file->image.size(), (PixelSize{16, 2}));
    const auto at = [&](int picture, int x, int y) { return file->image.at(picture * 4 + x, y); };
    QCOMPARE(at(0, 3, 1), kRed);
    QCOMPARE(at(1, 1, 0), (Rgba{100, 100, 0, 255}));
    QCOMPARE(at(1, 0, 0), kRed);
    // The second was taken back.
    QCOMPARE(at(2, 1, 0), kRed);
    QCOMPARE(at(2, 0, 1), kBlue);
    // The third was cleared, and the last replaced the earlier content.
    QCOMPARE(at(3, 0, 1), Rgba{});
    QCOMPARE(at(3, 3, 0), kMist);
    QCOMPARE(at(3, 1, 1), kRed);
  }

  void aPictureBeforeTheAnimationIsNoPartOfIt() {
    const auto file =
        read(animated({{{0, 0, 4, 2}, kRed}, {{0, 0, 4, 2}, kBlue}}, -1, Begins::WithAStill));
    QVERIFY(file.has_value());
    QCOMPARE(file->image.at(0, 0), kRed);
    QCOMPARE(file->pictures->timesMs.size(), std::size_t{2});
  }

  void whatIsBrokenIsRefusedWithASentence_data() {
    QTest::addColumn<QByteArray>("bytes");
    const Part whole{{0, 0, 4, 2}, kRed};
    QTest::newRow("fewer than said") << animated({whole, whole}, 3);
    QTest::newRow("more than said") << animated({whole, whole, whole}, 2);
    QTest::newRow("none") << animated({whole, whole}, 0);
    QTest::newRow("a million") << animated({whole, whole}, 1000000);
    QTest::newRow("leaves the canvas") << animated({whole, {{3, 0, 2, 1}, kBlue}});
    QTest::newRow("empty") << animated({whole, {{3, 0, 0, 1}, kBlue}});
    QTest::newRow("no such blend") << animated({whole, {{0, 0, 1, 1}, kBlue, 0, 7}});
    QTest::newRow("no such dispose") << animated({whole, {{0, 0, 1, 1}, kBlue, 3, 0}});
    QByteArray cut = animated({whole, whole});
    cut.chop(60);
    QTest::newRow("cut off") << cut;
    QByteArray order = animated({whole, whole, whole});
    order.replace(chunk("fdAT", wordOf(2) + pixels(filled(4, 2, kRed))), QByteArray());
    QTest::newRow("a part is missing") << order;
  }

  void whatIsBrokenIsRefusedWithASentence() {
    QFETCH(QByteArray, bytes);
    const auto file = read(bytes);
    QVERIFY(!file.has_value());
    QCOMPARE(file.error().code, ErrorCode::NotAnImage);
    QVERIFY(file.error().sentence.find("save it again") != std::string::npos);
  }

  // Every cut of the file, and every byte changed, ends with an answer.
  void noBytesEndWithoutAnAnswer() {
    const QByteArray whole = animated({{{0, 0, 4, 2}, kRed}, {{1, 0, 2, 1}, kMist, 2, 1}});
    for (qsizetype length = 0; length < whole.size(); ++length) {
      const auto file = read(whole.left(length));
      QVERIFY(file.has_value() || !file.error().sentence.empty());
    }
    for (qsizetype at = 8; at < whole.size(); ++at) {
      QByteArray changed = whole;
      changed[at] = static_cast<char>(~changed[at]);
      const auto file = read(changed);
      QVERIFY(file.has_value() || !file.error().sentence.empty());
    }
  }
};
AMBER_TEST(AnimatedPngTest);

#include "animated_png_tests.moc"
