// Masks with very many runs: fast counting gives the result of counting every pixel, and large
// masks take seconds, not hours.
#include <QElapsedTimer>
#include <QTest>

#include "core/trial/common_pixels.h"
#include "core/trial/fairness.h"
#include "core/trial/ink_meeting.h"
#include "core/trial/mask_correlation.h"
#include "core/trial/offset_map.h"
#include "support/random_mask.h"
#include "support/registry.h"

using namespace amber;
using namespace amber::test;

namespace {

// Every second pixel of every row, the rows one px apart from each other.
PixelMask dithered(int side) {
  PixelMask mask(side, side);
  for (int y = 0; y < side; ++y) {
    for (int x = y % 2; x < side; x += 2) mask.set(x, y);
  }
  return mask;
}

struct Trial {
  Asset asset;
  Frame frame;
  TrialFrame of(PixelMask ink) { return {&asset, &frame, std::move(ink), frame.origin, {}}; }
};

// Whether the time lies within what is promised, where nothing slows the program down.
bool within(const QElapsedTimer& since, qint64 ms) {
#ifdef AMBER_SANITIZED
  Q_UNUSED(since);
  Q_UNUSED(ms);
  return true;
#else
  qInfo("%lld ms", static_cast<long long>(since.elapsed()));
  return since.elapsed() < ms;
#endif
}

}  // namespace

class DitheredTest : public QObject {
  Q_OBJECT
 private slots:
  void aCorrelationIsTheCountAtEveryShift() {
    AMBER_PROPERTY("counts at all shifts", [] {
      const PixelMask a = randomMask(40);
      const PixelMask b = randomMask(40);
      const MaskCorrelation all(a, b);
      RC_ASSERT(all.shifts() == (PixelRect{1 - b.width(), 1 - b.height(), a.width() + b.width() - 1,
                                           a.height() + b.height() - 1}));
      for (int y = all.shifts().y; y < all.shifts().bottom(); ++y) {
        for (int x = all.shifts().x; x < all.shifts().right(); ++x) {
          RC_ASSERT(all.row(y)[x - all.shifts().x] ==
                    static_cast<std::uint32_t>(commonPixels(a, b, x, y, BitCounting::Plain)));
        }
      }
    });
  }

  void theFastWayForDitheredMasksGivesWhatTheOtherGives() {
    // Large enough that both ways are taken, with one row that breaks the pattern.
    PixelMask a = dithered(300);
    setRun(a, 40, 3, 61);
    const PixelMask b = dithered(280);
    const OffsetMap map = meetingOffsets(a, b, 0, 0);
    CommonPixelRows rows(a, b);
    for (int y = -279; y < 300; y += 13) {
      const std::vector<int>& counts = rows.row(y);
      for (int x = -279; x < 300; ++x) {
        const long long common = commonPixels(a, b, x, y, BitCounting::Plain);
        QCOMPARE(static_cast<long long>(counts[static_cast<std::size_t>(x - rows.first())]),
                 common);
        QCOMPARE(map.meetsAt(x, y), common > 0);
      }
    }
  }

  void ditheredInkOf1024PxIsMappedInSeconds() {
    Trial trial;
    const TrialFrame frame = trial.of(dithered(1024));
    const std::vector<ConvexPiece> box = piecesOf(Box{0, 0, 1024, 1024}, {});
    QElapsedTimer since;
    since.start();
    const FairnessMap map = fairnessMap({&frame}, {&frame}, {{box, box}});
    QVERIFY(within(since, 10000));
    // Pixels of one colour of the board meet at every second offset, of the other at none.
    QCOMPARE(map.shapesMeet, 2047LL * 2047);
    QCOMPARE(map.phantom + map.pixelsMeet, map.shapesMeet + map.missed);
    QVERIFY(map.worstPhantom.has_value());
  }

  void ditheredInksOf1024PxMeetInMilliseconds() {
    Trial trial;
    const TrialFrame frame = trial.of(dithered(1024));
    QElapsedTimer since;
    since.start();
    const InkMeeting over = inkMeeting(frame, {}, frame, {{2, 0}});
    const InkMeeting beside = inkMeeting(frame, {}, frame, {{1, 0}});
    const InkMeeting apart = inkMeeting(frame, {}, frame, {{1500, 700}});
    QVERIFY(within(since, 2000));
    QCOMPARE(*over.count, 1022LL * 512);
    QVERIFY(!beside.meet);
    QCOMPARE(beside.gap, 0.0);
    QCOMPARE(apart.gap, 476.0);
  }

  void inksAtDifferentScalesMeetAsTheirSquaresDo() {
    AMBER_PROPERTY("scaled inks", [] {
      Trial first;
      Trial second;
      const TrialFrame a = first.of(randomMask(9));
      const TrialFrame b = second.of(randomMask(9));
      const Pose poseA{{}, *rc::gen::element(0.5, 1.0, 3.0), 0, *rc::gen::arbitrary<bool>()};
      const Pose poseB{{*rc::gen::inRange(-40, 41) / 4.0, *rc::gen::inRange(-40, 41) / 4.0},
                       *rc::gen::element(0.25, 1.0, 2.0),
                       0,
                       *rc::gen::arbitrary<bool>()};
      bool meet = false;
      double gap = std::numeric_limits<double>::infinity();
      for (const InkBox& p : inkBoxes(a, poseA)) {
        for (const InkBox& q : inkBoxes(b, poseB)) {
          const double across = std::max({0.0, q.left - p.right, p.left - q.right});
          const double down = std::max({0.0, q.top - p.bottom, p.top - q.bottom});
          gap = std::min(gap, std::hypot(across, down));
          meet |= std::min(p.right, q.right) > std::max(p.left, q.left) &&
                  std::min(p.bottom, q.bottom) > std::max(p.top, q.top);
        }
      }
      const InkMeeting fast = inkMeeting(a, poseA, b, poseB);
      RC_ASSERT(fast.meet == meet);
      RC_ASSERT(fast.gap == gap || std::abs(fast.gap - gap) < 1e-9);
      if (meet || !std::isfinite(gap)) return;
      // The distance of the points equals the reported gap.
      RC_ASSERT(std::abs(std::hypot(fast.gapTo.x - fast.gapFrom.x, fast.gapTo.y - fast.gapFrom.y) -
                         gap) < 1e-9);
    });
  }
};
AMBER_TEST(DitheredTest);

#include "dithered_tests.moc"
