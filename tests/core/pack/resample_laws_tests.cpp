#include <QTest>
#include <algorithm>
#include <atomic>
#include <cmath>

#include "core/base/exact_number.h"
#include "core/base/parallel.h"
#include "core/base/shared_value.h"
#include "core/pack/resample.h"
#include "core/trial/row_runs.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

Image anyPicture(int most) {
  const PixelMask ink = randomMask(most);
  Image image(ink.width(), ink.height());
  std::uint64_t state = *rc::gen::arbitrary<std::uint64_t>();
  for (int y = 0; y < ink.height(); ++y) {
    for (int x = 0; x < ink.width(); ++x) {
      state = state * 6364136223846793005ULL + 1442695040888963407ULL;
      if (!ink.test(x, y)) continue;
      const auto byte = [&](int shift) { return static_cast<std::uint8_t>(state >> shift); };
      image.at(x, y) = {byte(20), byte(28), byte(36), byte(44)};
    }
  }
  return image;
}

bool isSeen(const Image& image, int x, int y) {
  return image.at(x, y).a != 0;
}

}  // namespace

class ResampleLawsTest : public QObject {
  Q_OBJECT
 private slots:
  void atItsOwnScaleAPictureStaysAsItIsSeen() {
    AMBER_PROPERTY("scale 1", [] {
      const Image picture = anyPicture(20);
      for (const Resampling how : {Resampling::Nearest, Resampling::Area}) {
        const Image same = resampled(picture, 1, how);
        RC_ASSERT(same.size() == picture.size());
        for (int y = 0; y < picture.height(); ++y) {
          for (int x = 0; x < picture.width(); ++x) {
            if (isSeen(picture, x, y)) RC_ASSERT(same.at(x, y) == picture.at(x, y));
            if (!isSeen(picture, x, y)) RC_ASSERT(same.at(x, y) == Rgba{});
          }
        }
      }
    });
  }

  void aWholeMultipleRepeatsEveryPixel() {
    AMBER_PROPERTY("nearest, two to five times as large", [] {
      const Image picture = anyPicture(12);
      const int times = *rc::gen::inRange(2, 6);
      const Image large = resampled(picture, times, Resampling::Nearest);
      RC_ASSERT(large.size() == (PixelSize{picture.width() * times, picture.height() * times}));
      for (int y = 0; y < large.height(); ++y) {
        for (int x = 0; x < large.width(); ++x) {
          const Rgba& from = picture.at(x / times, y / times);
          RC_ASSERT(large.at(x, y) == (from.a == 0 ? Rgba{} : from));
        }
      }
    });
  }

  void aMeanLiesBetweenWhatItIsMadeOf() {
    AMBER_PROPERTY("area, any scale down", [] {
      const Image picture = anyPicture(24);
      const double scale = *rc::gen::inRange(10, 100) / 100.0;
      const Image small = resampled(picture, scale, Resampling::Area);
      RC_ASSERT(small.width() == scaledLength(picture.width(), scale));
      RC_ASSERT(small.height() == scaledLength(picture.height(), scale));
      int least = 255;
      int most = 0;
      bool any = false;
      for (int y = 0; y < picture.height(); ++y) {
        for (int x = 0; x < picture.width(); ++x) {
          if (!isSeen(picture, x, y)) continue;
          any = true;
          least = std::min<int>(least, picture.at(x, y).r);
          most = std::max<int>(most, picture.at(x, y).r);
        }
      }
      for (int y = 0; y < small.height(); ++y) {
        for (int x = 0; x < small.width(); ++x) {
          const Rgba& pixel = small.at(x, y);
          if (pixel.a == 0) {
            RC_ASSERT(pixel == Rgba{});
            continue;
          }
          // What cannot be seen gives no colour.
          RC_ASSERT(any && pixel.r >= least && pixel.r <= most);
        }
      }
    });
  }

  void aLengthIsNeverCutShort() {
    AMBER_PROPERTY("any length and scale", [] {
      const int px = *rc::gen::inRange(1, 4000);
      const double scale = *rc::gen::inRange(1, 400) / 50.0;
      const int scaled = scaledLength(px, scale);
      RC_ASSERT(scaled >= 1 && scaled >= px * scale - 1e-6 && scaled < px * scale + 1 + 1e-6);
    });
  }

  void flippedTwiceItIsItself() {
    AMBER_PROPERTY("any picture", [] {
      const Image picture = anyPicture(30);
      const Image other = flipped(picture);
      RC_ASSERT(flipped(other) == picture);
      const int x = *rc::gen::inRange(0, picture.width());
      const int y = *rc::gen::inRange(0, picture.height());
      RC_ASSERT(other.at(picture.width() - 1 - x, y) == picture.at(x, y));
    });
  }

  void bledColoursAreThoseOfTheNearestThatAreSeen() {
    AMBER_PROPERTY("any picture", [] {
      const Image picture = anyPicture(14);
      Image bled = picture;
      bleedColours(bled);
      Image again = bled;
      bleedColours(again);
      RC_ASSERT(again == bled);
      for (int y = 0; y < picture.height(); ++y) {
        for (int x = 0; x < picture.width(); ++x) {
          RC_ASSERT(bled.at(x, y).a == picture.at(x, y).a);
          if (isSeen(picture, x, y)) {
            RC_ASSERT(bled.at(x, y) == picture.at(x, y));
            continue;
          }
          // Of the nearest ring that holds any, one has its colour.
          for (int ring = 1; ring < 40; ++ring) {
            bool any = false;
            bool its = false;
            for (int v = std::max(0, y - ring); v <= std::min(picture.height() - 1, y + ring);
                 ++v) {
              for (int u = std::max(0, x - ring); u <= std::min(picture.width() - 1, x + ring);
                   ++u) {
                if (std::max(std::abs(u - x), std::abs(v - y)) != ring) continue;
                if (!isSeen(picture, u, v)) continue;
                any = true;
                const Rgba& seen = picture.at(u, v);
                its = its || (seen.r == bled.at(x, y).r && seen.g == bled.at(x, y).g &&
                              seen.b == bled.at(x, y).b);
              }
            }
            if (!any) continue;
            RC_ASSERT(its);
            break;
          }
        }
      }
    });
  }

  void runsOfRowsAreTheMask() {
    AMBER_PROPERTY("any mask", [] {
      const PixelMask mask = randomMask(140);
      const RowRuns runs(mask);
      RC_ASSERT(runs.rows() == mask.height());
      for (int y = 0; y < mask.height(); ++y) {
        int at = 0;
        for (const PixelSpan& run : runs[y]) {
          RC_ASSERT(run.x0 < run.x1 && run.x0 >= at);
          for (; at < run.x0; ++at) RC_ASSERT(!mask.test(at, y));
          for (; at < run.x1; ++at) RC_ASSERT(mask.test(at, y));
        }
        for (; at < mask.width(); ++at) RC_ASSERT(!mask.test(at, y));
        const auto row = static_cast<std::size_t>(y);
        if (runs[y].empty()) {
          RC_ASSERT(runs.begins()[row] >= RowRuns::kNowhere);
          RC_ASSERT(runs.ends()[row] <= -RowRuns::kNowhere);
        } else {
          RC_ASSERT(runs.begins()[row] == runs[y].front().x0);
          RC_ASSERT(runs.ends()[row] == runs[y].back().x1);
        }
      }
    });
  }

  void everyIndexIsWorkedOnOnce() {
    for (const std::size_t count :
         {std::size_t{0}, std::size_t{1}, std::size_t{7}, std::size_t{5000}}) {
      std::vector<std::atomic<int>> times(count);
      forEachIndex(count, [&](std::size_t i) { ++times[i]; });
      QVERIFY(std::all_of(times.begin(), times.end(), [](const auto& one) { return one == 1; }));
    }
  }

  void valuesAreSharedUntilTheyDiffer() {
    const SharedValue<std::vector<int>> one(std::vector<int>{1, 2});
    const SharedValue<std::vector<int>> same = one;
    const SharedValue<std::vector<int>> equal(std::vector<int>{1, 2});
    const SharedValue<std::vector<int>> other(std::vector<int>{1, 3});
    QVERIFY(one.sameAs(same) && one == same);
    QVERIFY(!one.sameAs(equal) && one == equal);
    QVERIFY(!(one == other));
    QCOMPARE(one->size(), std::size_t{2});
    QCOMPARE(one.pointer().use_count(), 3L);
  }

  void aNumberReadsBackAsItself() {
    AMBER_PROPERTY("any number", [] {
      const double value = *rc::gen::arbitrary<double>();
      if (!std::isfinite(value)) return;
      RC_ASSERT(std::stod(exactNumber(value)) == value);
    });
    AMBER_PROPERTY("whole numbers carry no point", [] {
      const int value = *rc::gen::arbitrary<int>();
      RC_ASSERT(exactNumber(value) == std::to_string(value));
    });
  }
};
AMBER_TEST(ResampleLawsTest);

#include "resample_laws_tests.moc"
