#include <QTest>
#include <algorithm>

#include "core/cut/packing/packing_search.h"
#include "core/cut/packing/skyline.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

// Levels column by column: the obvious twin of a skyline.
class Columns {
 public:
  Columns(int width, int height) : levels_(static_cast<std::size_t>(width)), height_(height) {}

  Skyline::Notch lowest() const {
    const auto least = std::min_element(levels_.begin(), levels_.end());
    const auto from = static_cast<int>(least - levels_.begin());
    int end = from;
    while (end < width() && at(end) == *least) ++end;
    return {from, *least, end - from, from > 0 ? at(from - 1) : height_,
            end < width() ? at(end) : height_};
  }
  Skyline::Notch narrowest() const {
    Skyline::Notch best;
    for (int from = 0, end = 0; from < width(); from = end) {
      while (end < width() && at(end) == at(from)) ++end;
      const Skyline::Notch notch{from, at(from), end - from, from > 0 ? at(from - 1) : height_,
                                 end < width() ? at(end) : height_};
      if (notch.y >= notch.left || notch.y >= notch.right) continue;
      if (best.w == 0 || 3 * notch.w + notch.y < 3 * best.w + best.y) best = notch;
    }
    return best;
  }
  void fill(int x, int w, int y) { std::fill_n(levels_.begin() + x, w, y); }
  bool isFull() const {
    return std::all_of(levels_.begin(), levels_.end(), [&](int y) { return y == height_; });
  }

 private:
  int width() const { return static_cast<int>(levels_.size()); }
  int at(int x) const { return levels_[static_cast<std::size_t>(x)]; }
  std::vector<int> levels_;
  int height_;
};

// Ink of every kind: opaque, soft and black, and none.
SheetArt randomArt(int most) {
  const PixelMask ink = randomMask(most);
  Image image(ink.width(), ink.height());
  const int odd = *rc::gen::inRange(2, 7);
  for (int y = 0; y < ink.height(); ++y) {
    for (int x = 0; x < ink.width(); ++x) {
      if (!ink.test(x, y)) continue;
      const int kind = (x * 7 + y * 5) % odd;
      image.at(x, y) = kind == 0   ? Rgba{0, 0, 0, 90}
                       : kind == 1 ? Rgba{200, 90, 10, 120}
                                   : Rgba{200, 90, 10, 255};
    }
  }
  return artOf(std::move(image), InkRule{});
}

bool isOpaqueFigure(const SheetArt& art, int x, int y) {
  return art.image.at(x, y).a == 255 && art.image.at(x, y).r > 100;
}

// What touches from inside the rectangle to outside it, pixel by pixel.
float touching(const SheetArt& art, const PixelRect& rect) {
  float sum = 0;
  for (int y = rect.y; y < rect.bottom(); ++y) {
    for (int x = rect.x; x < rect.right(); ++x) {
      for (int v = y - 1; v <= y + 1; ++v) {
        for (int u = x - 1; u <= x + 1; ++u) {
          if (rect.contains(u, v) || !art.image.rect().contains(u, v)) continue;
          if (!art.faint.test(x, y) || !art.faint.test(u, v)) continue;
          const bool firm = isOpaqueFigure(art, x, y) && isOpaqueFigure(art, u, v);
          sum += firm ? PackingInk::kFirmContact : 1.0F;
        }
      }
    }
  }
  return sum;
}

}  // namespace

class SkylineTest : public QObject {
  Q_OBJECT
 private slots:
  void aSkylineIsWhatItsColumnsAre() {
    AMBER_PROPERTY("filling the lowest place here and there", [] {
      const int width = *rc::gen::inRange(1, 30);
      const int height = *rc::gen::inRange(1, 30);
      Skyline skyline(width, height);
      Columns columns(width, height);
      while (!columns.isFull()) {
        RC_ASSERT(!skyline.isFull());
        const Skyline::Notch notch = skyline.lowest();
        RC_ASSERT(notch == columns.lowest());
        const Skyline::Notch narrow = skyline.narrowest();
        RC_ASSERT(narrow == columns.narrowest());
        const int beside = *rc::gen::inRange(0, notch.w);
        const int w = *rc::gen::inRange(1, notch.w - beside + 1);
        const int y = *rc::gen::inRange(notch.y + 1, height + 1);
        skyline.fill(notch.x + beside, w, y);
        columns.fill(notch.x + beside, w, y);
      }
      RC_ASSERT(skyline.isFull());
    });
  }

  void equalSkylinesHashAlikeHoweverTheyCameAbout() {
    Skyline one(10, 20);
    one.fill(0, 10, 5);
    Skyline other(10, 20);
    other.fill(0, 4, 5);
    QVERIFY(other != one);
    other.fill(4, 6, 5);
    QVERIFY(other == one);
    QCOMPARE(other.hash(), one.hash());
    other.fill(2, 3, 6);
    QVERIFY(other != one && other.hash() != one.hash());
  }
};
AMBER_TEST(SkylineTest);

class FrameCandidatesTest : public QObject {
  Q_OBJECT
 private slots:
  void countsAndContactsAreThoseOfThePixels() {
    AMBER_PROPERTY("any rectangle", [] {
      const SheetArt art = randomArt(24);
      const PackingInk ink(art);
      const int x = *rc::gen::inRange(0, art.image.width());
      const int y = *rc::gen::inRange(0, art.image.height());
      const int w = *rc::gen::inRange(1, art.image.width() - x + 1);
      const int h = *rc::gen::inRange(1, art.image.height() - y + 1);
      RC_ASSERT(ink.ink(x, y, w, h) == countWithin(art.faint, {x, y, w, h}));
      int figures = 0;
      for (int v = y; v < y + h; ++v) {
        for (int u = x; u < x + w; ++u) figures += art.image.at(u, v).r > 100 ? 1 : 0;
      }
      RC_ASSERT(ink.figures(x, y, w, h) == figures);
      // Where two lines meet, pairs across the corner are seen from one of them, or from both.
      const float across = ink.acrossColumn(x, y, h) + ink.acrossColumn(x + w, y, h) +
                           ink.acrossRow(y, x, w) + ink.acrossRow(y + h, x, w);
      RC_ASSERT(std::abs(across - touching(art, {x, y, w, h})) <= 8 * PackingInk::kFirmContact);
      // Along one line alone they are the same.
      RC_ASSERT(std::abs(ink.acrossColumn(x, 0, art.image.height()) -
                         touching(art, {0, 0, x, art.image.height()})) < 0.01F);
      RC_ASSERT(std::abs(ink.acrossRow(y, 0, art.image.width()) -
                         touching(art, {0, 0, art.image.width(), y})) < 0.01F);
    });
  }

  void candidatesHaveInkAlongTheirSidesAndTheLikeliestIsFirst() {
    AMBER_PROPERTY("any corner", [] {
      const SheetArt art = randomArt(30);
      const PackingInk ink(art);
      FrameCandidates candidates(ink, *rc::gen::inRange(1, 9));
      const int x = *rc::gen::inRange(0, art.image.width());
      const int y = *rc::gen::inRange(0, art.image.height());
      const std::vector<FrameCandidate> found = candidates.at(x, y);
      RC_ASSERT(found == candidates.at(x, y));
      for (const FrameCandidate& one : found) {
        RC_ASSERT(x + one.w <= art.image.width() && y + one.h <= art.image.height());
        RC_ASSERT(ink.ink(x, y, one.w, 1) > 0 && ink.ink(x, y + one.h - 1, one.w, 1) > 0);
        RC_ASSERT(ink.ink(x, y, 1, one.h) > 0 && ink.ink(x + one.w - 1, y, 1, one.h) > 0);
      }
      RC_ASSERT(std::is_sorted(
          found.begin(), found.end(),
          [](const FrameCandidate& a, const FrameCandidate& b) { return a.cost < b.cost; }));
    });
  }

  void aSheetOfEqualTilesIsPackedIntoThem() {
    // Three by two tiles, each a block with a dot toward every side, where none touches another's.
    Image image(36, 20);
    for (int tile = 0; tile < 6; ++tile) {
      const int left = tile % 3 * 12;
      const int top = tile / 3 * 10;
      const Rgba colour{static_cast<std::uint8_t>(60 + 30 * tile), 140, 90, 255};
      for (int y = 3; y < 7; ++y) {
        for (int x = 3; x < 9; ++x) image.at(left + x, top + y) = colour;
      }
      image.at(left + 3, top) = image.at(left + 8, top + 9) = colour;
      image.at(left, top + 2) = image.at(left + 11, top + 7) = colour;
    }
    const SheetArt art = artOf(std::move(image), InkRule{});
    const PackingInk ink(art);
    FrameCandidates candidates(ink, 6);
    const auto packing = likeliestPacking(ink, candidates, {});
    QVERIFY(packing.has_value());
    QCOMPARE(packing->frames.size(), std::size_t{6});
    for (std::size_t i = 0; i < 6; ++i) {
      const PixelRect& frame = packing->frames[i];
      QVERIFY2(
          frame.w == 12 && frame.h == 10,
          qPrintable(QString("%1 %2 %3 %4").arg(frame.x).arg(frame.y).arg(frame.w).arg(frame.h)));
    }
    // Nothing is lost, nothing touches: each frame earns what it can.
    QVERIFY(packing->cost < -6 * 4.0F);
    const auto first = costByTheFirst(ink, candidates, {}, 3);
    QVERIFY(first.has_value());
    QVERIFY2(std::abs(*first - packing->cost) < 0.3 * std::abs(packing->cost),
             qPrintable(QString("%1 %2").arg(*first).arg(packing->cost)));
    // Sought as two frames it is less likely.
    FrameCandidates two(ink, 2);
    const auto fewer = likeliestPacking(ink, two, {});
    QVERIFY(!fewer || fewer->cost > packing->cost);
  }
};
AMBER_TEST(FrameCandidatesTest);

#include "packing_tests.moc"
