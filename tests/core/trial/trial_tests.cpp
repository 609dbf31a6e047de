#include <QTest>
#include <cmath>
#include <random>

#include "core/geometry/contact/parting.h"
#include "core/trial/common_pixels.h"
#include "core/trial/fairness.h"
#include "core/trial/meeting_report.h"
#include "core/trial/offset_map.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

namespace {

// A project of one role, and frames of it made of masks.
struct Stage {
  Project project = newProject("stage");
  Asset asset;
  Frame frameA;
  Frame frameB;

  TrialFrame a(PixelMask ink, FramePoint origin, std::vector<Shape> shapes = {}) {
    return trial(frameA, std::move(ink), origin, std::move(shapes));
  }
  TrialFrame b(PixelMask ink, FramePoint origin, std::vector<Shape> shapes = {}) {
    return trial(frameB, std::move(ink), origin, std::move(shapes));
  }

 private:
  TrialFrame trial(Frame& frame, PixelMask ink, FramePoint origin, std::vector<Shape> shapes) {
    frame.origin = origin;
    asset.kind = "character";
    asset.motion = Motion::Dynamic;
    TrialFrame one{&asset, &frame, std::move(ink), origin, {}};
    for (Shape& shape : shapes) {
      std::vector<ConvexPiece> pieces = piecesOf(shape, {});
      one.shapes.push_back({&project.roles.front(), std::move(shape), std::move(pieces), &asset});
    }
    return one;
  }
};

// Where a pixel's square lies, from the origin, mirrored or not.
Box squareOf(int x, int y, FramePoint origin, bool mirrored) {
  const double left = mirrored ? origin.x - x - 1 : x - origin.x;
  return {left, y - origin.y, 1, 1};
}

// The plain way: every pixel's square and every other's.
struct SlowInk {
  bool meet = false;
  long long squares = 0;
  double gap = 1e9;
};
SlowInk slowInk(const TrialFrame& a, bool mirrorA, const TrialFrame& b, bool mirrorB, double x,
                double y) {
  SlowInk slow;
  for (int ay = 0; ay < a.ink.height(); ++ay) {
    for (int ax = 0; ax < a.ink.width(); ++ax) {
      if (!a.ink.test(ax, ay)) continue;
      const Box p = squareOf(ax, ay, a.frame->origin, mirrorA);
      for (int by = 0; by < b.ink.height(); ++by) {
        for (int bx = 0; bx < b.ink.width(); ++bx) {
          if (!b.ink.test(bx, by)) continue;
          Box q = squareOf(bx, by, b.frame->origin, mirrorB);
          q.x += x;
          q.y += y;
          const double dx = std::max({0.0, q.x - p.x - 1, p.x - q.x - 1});
          const double dy = std::max({0.0, q.y - p.y - 1, p.y - q.y - 1});
          slow.gap = std::min(slow.gap, std::hypot(dx, dy));
          if (std::abs(p.x - q.x) >= 1 || std::abs(p.y - q.y) >= 1) continue;
          slow.meet = true;
          ++slow.squares;
        }
      }
    }
  }
  return slow;
}

double someHalf(int most) {
  return *rc::gen::inRange(-2 * most, 2 * most + 1) / 2.0;
}

std::vector<ConvexPiece> somePieces() {
  std::vector<ConvexPiece> pieces;
  for (int i = *rc::gen::inRange(1, 4); i > 0; --i) {
    const double x = someHalf(5);
    const double y = someHalf(5);
    switch (*rc::gen::inRange(0, 4)) {
      case 0:
        pieces.push_back({{{x, y}}, *rc::gen::inRange(1, 12) / 4.0});
        break;
      case 1:
        pieces.push_back({{{x, y}, {x + *rc::gen::inRange(1, 6), y + someHalf(4)}}, 1.25});
        break;
      case 2:
        pieces.push_back({{{x, y}, {x + 4, y}, {x + 4, y + 2}, {x, y + 2}}, 0});
        break;
      default:
        pieces.push_back({{{x, y}, {x + *rc::gen::inRange(1, 6), y + 1}, {x - 1, y + 5}}, 0});
    }
  }
  return pieces;
}

}  // namespace

class TrialTest : public QObject {
  Q_OBJECT

 private slots:
  void offsetsOfPiecesAreThoseOfTheDoubleLoop() {
    AMBER_PROPERTY("shapes at all offsets", [] {
      const std::vector<ConvexPiece> a = somePieces();
      const std::vector<ConvexPiece> b = somePieces();
      const OffsetMap map = meetingOffsets(a, b);
      for (int y = -22; y <= 22; ++y) {
        for (int x = -22; x <= 22; ++x) {
          RC_ASSERT(map.meetsAt(x, y) == anyMeet(a, moved(b, x, y)));
        }
      }
    });
  }

  void commonPixelsAreThoseOfTheDoubleLoop() {
    AMBER_PROPERTY("common pixels", [] {
      // Rows of one word, of a few, and of more than are laid one behind another.
      const auto some = [](int width) {
        const int height = *rc::gen::inRange(1, 60);
        PixelMask mask(width, height);
        const int noise = *rc::gen::inRange(0, 3);
        std::mt19937 random(*rc::gen::arbitrary<std::uint32_t>());
        for (int y = 0; y < height; ++y) {
          // Every second pixel, pixels at random, or a stretch.
          const int from = static_cast<int>(random()) & 31;
          for (int x = 0; x < width; ++x) {
            const bool set = noise == 0   ? (x + y) % 2 == 0
                             : noise == 1 ? random() % 3 == 0
                                          : x >= from && x < width - from;
            if (set) mask.set(x, y);
          }
        }
        return mask;
      };
      const auto someWidth = [] {
        return *rc::gen::element(1, 5, 63, 64, 65, 127, 128, 130, 200, 256, 300, 512, 1100);
      };
      const int width = someWidth();
      const PixelMask a = some(width);
      const PixelMask b = some(*rc::gen::arbitrary<bool>() ? width : someWidth());
      CommonPixelRows rows(a, b);
      RC_ASSERT(rows.first() == 1 - b.width());
      const int y = *rc::gen::inRange(-b.height() - 1, a.height() + 2);
      const std::vector<int> counts = rows.row(y);
      RC_ASSERT(static_cast<int>(counts.size()) == a.width() + b.width() - 1);
      for (int times = 0; times < 12; ++times) {
        const int x = *rc::gen::inRange(1 - b.width(), a.width());
        long long slow = 0;
        for (int v = std::max(0, y); v < std::min(a.height(), y + b.height()); ++v) {
          for (int u = std::max(0, x); u < std::min(a.width(), x + b.width()); ++u) {
            slow += a.test(u, v) && b.test(u - x, v - y) ? 1 : 0;
          }
        }
        for (const BitCounting counting : bitCountings()) {
          RC_ASSERT(commonPixels(a, b, x, y, counting) == slow);
        }
        RC_ASSERT(counts[static_cast<std::size_t>(x - rows.first())] == slow);
      }
      RC_ASSERT(commonPixels(a, b, a.width(), y) == 0);
      RC_ASSERT(commonPixels(a, b, -b.width(), y) == 0);
    });
  }

  void fullMasksShareAllOfTheOverlap() {
    for (const int width : {64, 512, 1100}) {
      PixelMask full(width, 90);
      for (int y = 0; y < full.height(); ++y) setRun(full, y, 0, width);
      for (const BitCounting counting : bitCountings()) {
        QCOMPARE(commonPixels(full, full, 0, 0, counting), 90LL * width);
        QCOMPARE(commonPixels(full, full, 3, -2, counting), 88LL * (width - 3));
        QCOMPARE(commonPixels(full, full, -40, 1, counting), 89LL * (width - 40));
      }
    }
  }

  void inksMeetAsTheirSquaresDo() {
    AMBER_PROPERTY("inks where they stand", [] {
      Stage stage;
      const TrialFrame a = stage.a(randomMask(9), {someHalf(4), someHalf(4)});
      const TrialFrame b = stage.b(randomMask(9), {someHalf(4), someHalf(4)});
      const bool mirrorA = *rc::gen::arbitrary<bool>();
      const bool mirrorB = *rc::gen::arbitrary<bool>();
      const double x = someHalf(8);
      const double y = someHalf(8);
      const InkMeeting fast = inkMeeting(a, {{}, 1, 0, mirrorA}, b, {{x, y}, 1, 0, mirrorB});
      const SlowInk slow = slowInk(a, mirrorA, b, mirrorB, x, y);
      RC_ASSERT(fast.meet == slow.meet);
      if (!boundsOf(a.ink) || !boundsOf(b.ink)) return;
      RC_ASSERT(std::abs(fast.gap - slow.gap) < 1e-9);
      if (fast.count) RC_ASSERT(*fast.count == slow.squares);
      RC_ASSERT(fast.first.has_value() == fast.meet);
      if (fast.first) RC_ASSERT(a.ink.test(fast.first->x, fast.first->y));
    });
  }

  void theFirstCommonPixelIsTheTopmostThenTheLeftmostAsDrawn() {
    Stage stage;
    const TrialFrame a = stage.a(maskOf({".....", ".###.", ".###."}), {0, 0});
    const TrialFrame b = stage.b(maskOf({"###", "###"}), {0, 0});
    const InkMeeting plain = inkMeeting(a, {}, b, {{2, 1}});
    QCOMPARE(plain.first->x, 2);
    QCOMPARE(plain.first->y, 1);
    QCOMPARE(*plain.count, 4LL);
    // Mirrored, the first one's pixels run the other way, and stand left of its origin.
    const InkMeeting mirror = inkMeeting(a, {{}, 1, 0, true}, b, {{-3, 2}});
    QCOMPARE(mirror.first->x, 2);
    QCOMPARE(mirror.first->y, 2);
    // At twice the size pixels cannot be counted, but the place is still reported.
    const InkMeeting twice = inkMeeting(a, {{}, 2}, b, {{5, 3}});
    QVERIFY(twice.meet && !twice.count);
    QCOMPARE(twice.first->x, 2);
    QCOMPARE(twice.first->y, 1);
  }

  void fairnessIsWhatEveryOffsetSays() {
    AMBER_PROPERTY("maps", [] {
      Stage stage;
      const FramePoint originA{someHalf(4), someHalf(4)};
      const FramePoint originB{someHalf(4), someHalf(4)};
      const TrialFrame a = stage.a(randomMask(8), originA);
      const TrialFrame b = stage.b(randomMask(8), originB);
      const FairFrame fairA{&a, *rc::gen::arbitrary<bool>()};
      const FairFrame fairB{&b, *rc::gen::arbitrary<bool>()};
      const Shape shapeA = Box{someHalf(3), someHalf(3), *rc::gen::inRange(1, 16) / 2.0, 3};
      const Shape shapeB = Circle{someHalf(3), someHalf(3), *rc::gen::inRange(1, 12) / 2.0};
      const FairnessMap map =
          fairnessMap(fairA, fairB, {{piecesOf(shapeA, {}), piecesOf(shapeB, {})}});
      const auto piecesA = piecesOf(shapeA, {{}, 1, 0, fairA.mirrored});
      const auto piecesB = piecesOf(shapeB, {{}, 1, 0, fairB.mirrored});
      long long pixels = 0;
      long long shapes = 0;
      long long phantom = 0;
      long long missed = 0;
      double worst = -1;
      for (int y = -24; y <= 24; ++y) {
        for (int x = -24; x <= 24; ++x) {
          const SlowInk ink = slowInk(a, fairA.mirrored, b, fairB.mirrored, x, y);
          const bool shape = anyMeet(piecesA, moved(piecesB, x, y));
          pixels += ink.meet ? 1 : 0;
          shapes += shape ? 1 : 0;
          missed += ink.meet && !shape ? 1 : 0;
          if (!shape || ink.meet) continue;
          ++phantom;
          worst = std::max(worst, ink.gap);
        }
      }
      RC_ASSERT(map.pixelsMeet == pixels);
      RC_ASSERT(map.shapesMeet == shapes);
      RC_ASSERT(map.phantom == phantom);
      RC_ASSERT(map.missed == missed);
      RC_ASSERT(map.worstMissed.has_value() == (missed > 0));
      if (!boundsOf(a.ink) || !boundsOf(b.ink)) return;
      RC_ASSERT(map.worstPhantom.has_value() == (phantom > 0));
      if (phantom > 0) RC_ASSERT(std::abs(map.worstPhantom->gap - worst) < 1e-9);
    });
  }

  void pixelsCountedOutsideShapesChangeNoMap() {
    AMBER_PROPERTY("counted outside", [] {
      Stage stage;
      const auto whole = [] { return double(*rc::gen::inRange(-3, 4)); };
      const auto shapes = [] {
        return std::vector<Shape>{Box{someHalf(3), someHalf(3), *rc::gen::inRange(1, 16) / 2.0, 3},
                                  Circle{someHalf(3), someHalf(3), 1.5}};
      };
      const TrialFrame a = stage.a(randomMask(8), {whole(), whole()}, shapes());
      const TrialFrame b = stage.b(randomMask(8), {whole(), whole()}, shapes());
      StandingInk inkA(FairFrame{&a});
      StandingInk inkB(FairFrame{&b});
      std::vector<ShapePair> pairs;
      for (const RoleShape& p : a.shapes) pairs.push_back({p.pieces, b.shapes[0].pieces});
      const KnownWorst known{-1, *rc::gen::inRange(-1, 8)};
      const auto without = fairnessMap(inkA, inkB, pairs, known).worstMissed;
      inkA.countOutside(a);
      inkB.countOutside(b);
      RC_ASSERT(inkA.outside(a.shapes[0].pieces) != nullptr);
      const auto with = fairnessMap(inkA, inkB, pairs, known).worstMissed;
      RC_ASSERT(with.has_value() == without.has_value());
      if (!with) return;
      RC_ASSERT(with->count == without->count);
      RC_ASSERT(with->x == without->x && with->y == without->y);
    });
  }

  void theWorstMissedOffsetHasMostCommonPixels() {
    Stage stage;
    // Ink of 80 px across, more than a word holds; shapes that are far too small.
    PixelMask wide(80, 3);
    for (int y = 0; y < 3; ++y) setRun(wide, y, 0, 80);
    const TrialFrame a = stage.a(wide, {0, 0});
    const TrialFrame b = stage.b(wide, {0, 0});
    const FairnessMap map =
        fairnessMap({&a}, {&b}, {{piecesOf(Box{0, 0, 1, 1}, {}), piecesOf(Box{0, 0, 1, 1}, {})}});
    // At (0, 0) the shapes meet; one px aside all but a column or a row is common.
    QCOMPARE(map.worstMissed->count, 79LL * 3);
    QCOMPARE(std::abs(map.worstMissed->x), 1);
    QCOMPARE(map.worstMissed->y, 0);
    QCOMPARE(map.shapesMeet, 1LL);
    QCOMPARE(map.missed, map.pixelsMeet - 1);
  }

  void aMeetingSaysWhatThePlayerWouldFeel() {
    Stage stage;
    const PixelMask disc = maskOf({".##.", "####", "####", ".##."});
    const Shape box = Box{-6, -6, 12, 12};
    const TrialFrame a = stage.a(disc, {2, 2}, {box});
    const TrialFrame b = stage.b(disc, {2, 2}, {box});
    const auto textAt = [&](double x) {
      return meetingReport(stage.project, a, {}, b, {{x, 0}}).text;
    };
    QCOMPARE(textAt(0), std::string("Hit, and it shows"));
    QCOMPARE(textAt(4), std::string("Hit, just as they touch"));
    QCOMPARE(textAt(10), std::string("Hit, 6 px before anything touches"));
    QCOMPARE(textAt(15), std::string("Apart: 3 px between their shapes"));
    const MeetingReport report = meetingReport(stage.project, a, {}, b, {{10, 0}});
    QCOMPARE(report.boxes, false);
    QCOMPARE(report.roles.size(), std::size_t{1});
    QCOMPARE(report.roles.front().contact.depth, 2.0);
    // Small shapes miss what is seen.
    const TrialFrame small = stage.b(disc, {2, 2}, {Box{-1, -1, 1, 1}});
    const TrialFrame other = stage.a(disc, {2, 2}, {Box{-1, -1, 1, 1}});
    QCOMPARE(meetingReport(stage.project, other, {}, small, {{2, 0}}).text,
             std::string("No hit, though 4 px of them overlap"));
    // On layers that no shape seeks, they pass.
    stage.project.roles.front().seeks = 0;
    QCOMPARE(meetingReport(stage.project, a, {}, b, {{0, 0}}).text,
             std::string("No hit, by the layers, though 12 px of them overlap"));
    QCOMPARE(meetingReport(stage.project, a, {}, b, {{10, 0}}).text,
             std::string("Apart: the shapes overlap, but by their layers they ignore each other"));
  }

  void aMaskIsPartedByWholePixels() {
    const Shape mask = MaskShape{0, 0, 4, 4, {{0, 0, 4}, {1, 0, 4}, {2, 0, 4}, {3, 0, 4}}};
    const Contact contact = contactOf(mask, {}, Box{3.5, 1, 4, 2}, {});
    QCOMPARE(contact.depth, 1.0);
    QCOMPARE(contact.normal, (Vertex{1, 0}));
    QVERIFY(!contactOf(mask, {}, Box{4, 1, 4, 2}, {}).meet());
    QCOMPARE(contactOf(mask, {}, Box{7, 1, 4, 2}, {}).gap, 3.0);
  }
};
AMBER_TEST(TrialTest);

#include "trial_tests.moc"
