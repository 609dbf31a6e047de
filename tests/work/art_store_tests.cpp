#include <QTest>
#include <atomic>
#include <thread>

#include "files/file_bytes.h"
#include "files/image/image_file.h"
#include "support/registry.h"
#include "support/scratch.h"
#include "support/text_picture.h"
#include "work/art/art_store.h"

using namespace amber;
using namespace amber::test;

class ArtStoreThreadsTest : public QObject {
  Q_OBJECT

  static std::string shade(int value) {
    Image image(64, 64);
    for (int y = 0; y < 64; ++y) {
      for (int x = 0; x < 64; ++x) image.at(x, y) = {static_cast<std::uint8_t>(value), 0, 0, 255};
    }
    return pngBytes(image);
  }

 private slots:
  // While the file is replaced again and again, art and hash are always of one reading.
  void artAndHashAreOfOneReadingUnderManyThreads() {
    const Scratch scratch;
    std::vector<std::string> bytes;
    std::map<std::string, int> valueOf;
    for (int i = 0; i < 8; ++i) {
      bytes.push_back(shade(i * 30));
      valueOf[contentHash(bytes.back())] = i * 30;
    }
    QVERIFY(writeFileAtomically(scratch.path("a.png"), bytes[0]));
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "a.png";
    sheet.size = {64, 64};
    ArtStore store(scratch.path());
    std::atomic<bool> stop = false;
    std::atomic<int> wrong = 0;
    std::atomic<int> seen = 0;
    std::vector<std::jthread> threads;
    for (int t = 0; t < 4; ++t) {
      threads.emplace_back([&, t] {
        while (!stop) {
          const auto loaded = t % 2 == 0 ? store.reload(sheet) : store.loadWithHash(sheet);
          if (!loaded || valueOf.at(loaded->hash) != loaded->art->image.at(5, 5).r) ++wrong;
          ++seen;
        }
      });
    }
    for (int i = 0; i < 200; ++i) {
      QVERIFY(writeFileAtomically(scratch.path("a.png"), bytes[static_cast<std::size_t>(i) % 8]));
    }
    stop = true;
    threads.clear();
    QCOMPARE(wrong.load(), 0);
    QVERIFY(seen > 20);
    // What was read last stays.
    QVERIFY(writeFileAtomically(scratch.path("a.png"), bytes[3]));
    QVERIFY(store.reload(sheet));
    QCOMPARE(store.loadWithHash(sheet)->hash, contentHash(bytes[3]));
  }

  void aFramesOwnEdgeCountsForAKeyJoinedToEdges() {
    // Two frames of 4 x 4 side by side. The key's pixel at (5, 2) is walled off from the sheet's
    // edge by the left frame's ink, and joined to the right frame's own edge.
    Image image(8, 4);
    const Rgba key{255, 0, 255, 255};
    const Rgba ink{20, 90, 40, 255};
    for (int y = 0; y < 4; ++y) {
      for (int x = 0; x < 8; ++x) image.at(x, y) = ink;
    }
    image.at(4, 2) = key;
    const Scratch scratch;
    scratch.write("a.png", pngBytes(image));
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "a.png";
    sheet.size = {8, 4};
    sheet.ink.key = KeyColour{255, 0, 255, 0, KeyReach::JoinedToEdge};
    ArtStore store(scratch.path());
    QVERIFY((*store.load(sheet))->firm.test(4, 2));
    sheet.cut = Cut{Grid{{4, 4}, {}, {}, 2, 1}, {}};
    QVERIFY(!(*store.load(sheet))->firm.test(4, 2));
    QVERIFY(!(*store.load(sheet))->faint.test(4, 2));
    sheet.ink.key->reach = KeyReach::Everywhere;
    QVERIFY(!(*store.load(sheet))->firm.test(4, 2));
    sheet.ink.key.reset();
    QVERIFY((*store.load(sheet))->firm.test(4, 2));
  }
};
AMBER_TEST(ArtStoreThreadsTest);

#include "art_store_tests.moc"
