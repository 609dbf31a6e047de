#include <rapidcheck.h>

#include <QTest>
#include <random>

#include "core/project/frame_index.h"
#include "support/registry.h"

using namespace amber;

class FrameIndexTest : public QObject {
  Q_OBJECT

 private slots:
  void findsWhatALookThroughAllFramesFindsInAnyOrder() {
    rc::check([](std::uint64_t seed) {
      std::mt19937_64 random(seed);
      Asset asset;
      const auto count = static_cast<std::uint32_t>(random() % 12);
      for (std::uint32_t i = 0; i < count; ++i) {
        Frame frame;
        frame.id = {1 + i * 2};
        asset.frames.push_back(frame);
      }
      std::shuffle(asset.frames.begin(), asset.frames.end(), random);
      FrameIndex index(asset.frames);
      for (int asked = 0; asked < 40; ++asked) {
        // In their order, out of it, and ids that no frame has.
        const FrameId id = asked < 12 && !asset.frames.empty() && random() % 2 == 0
                               ? asset.frames[static_cast<std::size_t>(asked) % count].id
                               : FrameId{static_cast<std::uint32_t>(random() % 26)};
        RC_ASSERT(index.find(id) == findFrame(asset, id));
      }
    });
  }
};
AMBER_TEST(FrameIndexTest);

#include "frame_index_tests.moc"
