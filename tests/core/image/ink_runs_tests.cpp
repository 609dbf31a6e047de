#include <QTest>
#include <algorithm>
#include <cmath>

#include "core/fit/search/ink_counts.h"
#include "core/geometry/convex_hull.h"
#include "core/image/farthest.h"
#include "core/image/ink/ink_runs.h"
#include "core/image/outline.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

// The outline by a walk from one corner of a pixel to the next, with ink to the right; what
// outlineOf is checked against.
std::vector<Vertex> walkedOutline(const PixelMask& ink) {
  const auto set = [&](int x, int y) {
    return x >= 0 && y >= 0 && x < ink.width() && y < ink.height() && ink.test(x, y);
  };
  // Right, down, left, up; and the pixel to the left of one who goes there.
  const int dx[] = {1, 0, -1, 0};
  const int dy[] = {0, 1, 0, -1};
  const int leftX[] = {0, 0, -1, -1};
  const int leftY[] = {-1, 0, 0, -1};
  const auto leftOf = [&](int x, int y, int way) { return set(x + leftX[way], y + leftY[way]); };
  std::vector<Vertex> corners;
  for (int start = 0; start < ink.width() * ink.height(); ++start) {
    const int startX = start % ink.width();
    const int startY = start / ink.width();
    if (!set(startX, startY)) continue;
    int x = startX;
    int y = startY;
    int way = 0;
    do {
      corners.push_back({1.0 * x, 1.0 * y});
      do {
        x += dx[way];
        y += dy[way];
      } while (!leftOf(x, y, way) && leftOf(x, y, (way + 1) % 4));
      way = (way + (leftOf(x, y, way) ? 3 : 1)) % 4;
    } while (x != startX || y != startY || way != 0);
    break;
  }
  return corners;
}

}  // namespace

class InkRunsTest : public QObject {
  Q_OBJECT
 private slots:
  void runsAreToldInReadingOrder() {
    PixelMask mask(130, 2);
    setRun(mask, 0, 3, 70);
    setRun(mask, 0, 128, 130);
    setRun(mask, 1, 63, 64);
    const InkRuns runs(mask);
    QCOMPARE(runs.count(), 3U);
    QCOMPARE(runs[0].x0, 3);
    QCOMPARE(runs[0].x1, 70);
    QCOMPARE(runs[1].x1, 130);
    QCOMPARE(runs[2].y, 1);
    QCOMPARE(runs[2].x1, 64);
    QVERIFY(runs.largestIsland() == (std::vector<std::uint32_t>{0, 2}));
    QVERIFY(InkRuns(PixelMask(3, 3)).largestIsland().empty());
  }

  void anOutlineIsWhatAWalkAlongItFinds() {
    AMBER_PROPERTY("outline", [] {
      // Masks of more than a word, too.
      const PixelMask mask = randomMask(*rc::gen::element(6, 20, 140));
      RC_ASSERT(outlineOf(mask) == walkedOutline(mask));
    });
  }

  void theHullByRowsIsTheHull() {
    AMBER_PROPERTY("hull by rows", [] {
      const PixelMask mask = randomMask(70);
      std::vector<Vertex> corners;
      for (int y = 0; y < mask.height(); ++y) {
        for (int x = 0; x < mask.width(); ++x) {
          if (!mask.test(x, y)) continue;
          for (const Vertex by : {Vertex{0, 0}, Vertex{1, 0}, Vertex{0, 1}, Vertex{1, 1}}) {
            corners.push_back({x + by.x, y + by.y});
          }
        }
      }
      const std::vector<Vertex> ours = hullOf(mask);
      const std::vector<Vertex> other = convexHull(corners);
      RC_ASSERT(ours.size() == other.size());
      for (const Vertex& point : ours) {
        RC_ASSERT(std::find(other.begin(), other.end(), point) != other.end());
      }
      RC_ASSERT(ours.empty() || twiceArea(ours) == twiceArea(other));
      RC_ASSERT(InkCounts(mask).hull() == ours);
    });
  }

  // Against islands found by walking from pixel to pixel.
  void theLargestIslandIsTheLargest() {
    AMBER_PROPERTY("Largest island", [] {
      const PixelMask mask = randomMask(14);
      const PixelMask island = largestIsland(mask);
      PixelMask left = mask;
      long long most = 0;
      bool found = countOf(mask) == 0 && countOf(island) == 0;
      for (int y = 0; y < mask.height(); ++y) {
        for (int x = 0; x < mask.width(); ++x) {
          if (!left.test(x, y)) continue;
          PixelMask one(mask.width(), mask.height());
          std::vector<std::pair<int, int>> open{{x, y}};
          left.reset(x, y);
          while (!open.empty()) {
            const auto [cx, cy] = open.back();
            open.pop_back();
            one.set(cx, cy);
            for (int ny = std::max(0, cy - 1); ny <= std::min(mask.height() - 1, cy + 1); ++ny) {
              for (int nx = std::max(0, cx - 1); nx <= std::min(mask.width() - 1, cx + 1); ++nx) {
                if (!left.test(nx, ny)) continue;
                left.reset(nx, ny);
                open.emplace_back(nx, ny);
              }
            }
          }
          if (countOf(one) > most) {
            most = countOf(one);
            found = one == island;
          }
        }
      }
      RC_ASSERT(found);
    });
  }
};
AMBER_TEST(InkRunsTest);

class FarthestPixelTest : public QObject {
  Q_OBJECT
 private slots:
  void thereIsNoneWithoutPixels() {
    PixelMask one(4, 3);
    one.set(1, 1);
    QVERIFY(!farthestPixel(one, PixelMask(4, 3)));
    QVERIFY(!farthestPixel(PixelMask(4, 3), one));
    QCOMPARE(farthestPixel(one, one)->distance, 0.0);
  }

  // Against every pixel's distance to every other, wherever one mask lies beside the other.
  void noPixelIsFartherAndOfSeveralItIsTheFirst() {
    AMBER_PROPERTY("farthest pixel", [] {
      const int most = *rc::gen::element(8, 30, 90);
      const PixelMask from = randomMask(most);
      PixelMask to(*rc::gen::inRange(1, most), *rc::gen::inRange(1, most));
      for (int i = *rc::gen::inRange(0, 12); i >= 0; --i) {
        to.set(*rc::gen::inRange(0, to.width()), *rc::gen::inRange(0, to.height()));
      }
      const FarthestFrom farthest(to);
      for (int round = 0; round < 2; ++round) {
        const int left = *rc::gen::inRange(-most, most);
        const int top = *rc::gen::inRange(-most, most);
        const auto found = farthest(from, left, top);
        RC_ASSERT(found.has_value() == (countOf(from) > 0));
        if (!found) return;
        long long greatest = -1;
        int x0 = 0;
        int y0 = 0;
        for (int y = 0; y < from.height(); ++y) {
          for (int x = 0; x < from.width(); ++x) {
            if (!from.test(x, y)) continue;
            long long least = 1LL << 60;
            for (int v = 0; v < to.height(); ++v) {
              for (int u = 0; u < to.width(); ++u) {
                if (!to.test(u, v)) continue;
                const long long dx = u - x - left;
                const long long dy = v - y - top;
                least = std::min(least, dx * dx + dy * dy);
              }
            }
            if (least <= greatest) continue;
            greatest = least;
            x0 = x;
            y0 = y;
          }
        }
        RC_ASSERT(found->x == x0 && found->y == y0);
        RC_ASSERT(std::abs(found->distance - std::sqrt(static_cast<double>(greatest))) < 1e-12);
      }
    });
  }

  // Too many pixels, and too long, for a look at columns.
  void largeMasksAreToldTheSame() {
    for (const PixelSize size : {PixelSize{300, 250}, PixelSize{9000, 3}, PixelSize{2, 9000}}) {
      PixelMask from(size.w, size.h);
      PixelMask to(size.w, size.h);
      for (int x = 0; x < size.w; x += 7) from.set(x, x % size.h);
      from.set(0, 0);
      to.set(size.w - 1, size.h - 1);
      const auto found = farthestPixel(from, to);
      QCOMPARE(found->x, 0);
      QCOMPARE(found->y, 0);
      QCOMPARE(found->distance, std::hypot(size.w - 1, size.h - 1));
    }
  }
};
AMBER_TEST(FarthestPixelTest);

#include "ink_runs_tests.moc"
