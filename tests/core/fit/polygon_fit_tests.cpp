#include <QTest>
#include <cmath>

#include "core/fit/measures/measures.h"
#include "core/fit/styles/box_fit.h"
#include "core/fit/styles/circle_fit.h"
#include "core/fit/styles/polygon/outline_fit.h"
#include "core/fit/styles/polygon/polygon_climb.h"
#include "core/fit/styles/polygon/polygon_fit.h"
#include "core/fit/styles/polygon/polygon_start.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/geometry/convex_hull.h"
#include "core/geometry/tolerances.h"
#include "core/image/ink/alpha_scan.h"
#include "core/image/ink/bridges.h"
#include "core/image/outline.h"
#include "core/image/shape_pixels.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

namespace {

// A wobbly figure of one island or more, the lesser ones specks.
PixelMask someBlob(int side) {
  PixelMask mask(side, side);
  const double middle = side / 2.0;
  std::vector<double> waves;
  for (int i = 0; i < 6; ++i) waves.push_back(*rc::gen::inRange(-100, 101) / 330.0);
  for (int y = 0; y < side; ++y) {
    for (int x = 0; x < side; ++x) {
      const double angle = std::atan2(y + 0.5 - middle, x + 0.5 - middle);
      double reach = 1;
      for (std::size_t i = 0; i < waves.size(); ++i) {
        reach += waves[i] * std::sin(static_cast<double>(i + 1) * angle + waves[i] * 31);
      }
      if (std::hypot(x + 0.5 - middle, y + 0.5 - middle) < 0.3 * side * reach) mask.set(x, y);
    }
  }
  mask.set(side / 2, side / 2);
  mask.set(0, 0);
  return mask;
}

// The square of every ink pixel, and not only its centre, lies in the polygon: no edge passes
// through it, and its centre is inside.
bool coversSquares(const Polygon& polygon, const PixelMask& ink) {
  const PixelMask held = pixelsOf(polygon, ink.rect());
  if (!(intersection(held, ink) == ink)) return false;
  const std::size_t n = polygon.points.size();
  for (int y = 0; y < ink.height(); ++y) {
    for (int x = 0; x < ink.width(); ++x) {
      if (!ink.test(x, y)) continue;
      // A hair smaller, so that an edge along a pixel's side does not count.
      const double e = 1e-6;
      const Vertex c[] = {
          {x + e, y + e}, {x + 1 - e, y + e}, {x + 1 - e, y + 1 - e}, {x + e, y + 1 - e}};
      for (std::size_t i = 0; i < n; ++i) {
        for (int k = 0; k < 4; ++k) {
          if (segmentsTouch(polygon.points[i], polygon.points[(i + 1) % n], c[k], c[(k + 1) % 4])) {
            return false;
          }
        }
      }
    }
  }
  return true;
}

// The least twice-area of a polygon of `count` corners on the lattice around the mask that covers
// it, by trying all of them.
double leastCovering(const PixelMask& ink, std::size_t count) {
  const InkCounts counts(ink);
  std::vector<Vertex> lattice;
  for (int y = -1; y <= ink.height() + 1; ++y) {
    for (int x = -1; x <= ink.width() + 1; ++x) lattice.push_back({1.0 * x, 1.0 * y});
  }
  const std::size_t n = lattice.size();
  std::vector<PolygonSums> edges(n * n);
  for (std::size_t i = 0; i < n; ++i) {
    for (std::size_t j = 0; j < n; ++j) {
      edges[i * n + j] = sumsOf(counts, lattice[i], lattice[j], Cuts::Counted);
    }
  }
  double least = 1e9;
  std::vector<std::size_t> chain(count);
  const auto extend = [&](const auto& self, std::size_t at, const PolygonSums& sums) -> void {
    if (at == count) {
      PolygonSums all = sums;
      all += edges[chain[count - 1] * n + chain[0]];
      if (all.cut != 0 || all.ink != counts.total() || all.twiceArea >= least) return;
      Polygon polygon;
      for (const std::size_t i : chain) polygon.points.push_back(lattice[i]);
      if (faultOf(polygon) == PolygonFault::None) least = all.twiceArea;
      return;
    }
    for (std::size_t i = chain[0] + 1; i < n; ++i) {
      const PolygonSums& edge = edges[chain[at - 1] * n + i];
      if (edge.cut != 0) continue;
      chain[at] = i;
      PolygonSums more = sums;
      more += edge;
      self(self, at + 1, more);
    }
  };
  for (std::size_t i = 0; i < n; ++i) {
    chain[0] = i;
    extend(extend, 1, {});
  }
  return least;
}

}  // namespace

class PolygonFitTest : public QObject {
  Q_OBJECT
 private slots:
  void sumsOfEdgesAreTheCounts() {
    AMBER_PROPERTY("sums", [] {
      const PixelMask ink = someBlob(24);
      PolygonOptions wish;
      wish.points = *rc::gen::inRange(3, 12);
      const auto polygon = polygonOf(ink, wish, FitStyle::Balanced, 0);
      const PolygonSums sums = sumsOf(InkCounts(ink), polygon->points, Cuts::Counted);
      const PixelRect window{-40, -40, 120, 120};
      const PixelMask held = pixelsOf(*polygon, window);
      RC_ASSERT(sums.pixels == countOf(held));
      RC_ASSERT(sums.ink == countOf(intersection(held, cropped(ink, window))));
      RC_ASSERT(std::abs(sums.twiceArea - twiceArea(polygon->points)) < 1e-6);
    });
  }

  // Edges are counted in one way if their corners are on a fine lattice, and in another way
  // otherwise. Both count the pixels of the rows of the edge's line, including those through pixel
  // centres.
  void anEdgeHoldsWhatItsRowsHold() {
    AMBER_PROPERTY("edges by rows", [] {
      PixelMask mask = randomMask(*rc::gen::element(6, 40));
      mask.set(0, 0);
      const InkCounts ink(mask);
      const double grid = *rc::gen::element(1.0, 2.0, 4.0, 256.0, 1000.0);
      const auto corner = [&] {
        const auto place = [&] { return *rc::gen::inRange(-20000, 60000) / 1000.0; };
        return Vertex{std::round(place() * grid) / grid, std::round(place() * grid) / grid};
      };
      const Vertex p = corner();
      const Vertex q = corner();
      const PolygonSums sums = sumsOf(ink, p, q, Cuts::NotCounted);
      long long pixels = 0;
      long long held = 0;
      if (p.y != q.y) {
        const EdgeLine line(p, q);
        const int end = firstPixelFrom(std::max(p.y, q.y));
        for (int y = firstPixelFrom(std::min(p.y, q.y)); y < end; ++y) {
          const int column = firstPixelFrom(line.at(y + 0.5));
          pixels += column;
          held += ink.leftOf(y, column);
        }
      }
      const int way = q.y > p.y ? 1 : -1;
      RC_ASSERT(sums.pixels == way * pixels);
      RC_ASSERT(sums.ink == way * held);
    });
  }

  // Laws 1 to 5, for every style.
  void everyStyleKeepsItsPromise() {
    AMBER_PROPERTY("laws", [] {
      const PixelMask ink = someBlob(*rc::gen::inRange(8, 40));
      PolygonOptions wish;
      wish.points = *rc::gen::inRange(3, 14);
      wish.convex = *rc::gen::arbitrary<bool>();
      wish.around = *rc::gen::element(Around::Largest, Around::All, Around::Hull);
      const PixelMask meant = wish.around == Around::Largest ? largestIsland(ink) : ink;
      for (const FitStyle style : kFitStyles) {
        const auto polygon = polygonOf(ink, wish, style, 0.08);
        RC_ASSERT(polygon.has_value());
        RC_ASSERT(static_cast<int>(polygon->points.size()) <= wish.points);
        RC_ASSERT(validated(*polygon, ink.size()).has_value());
        RC_ASSERT(faultOf(*polygon) == PolygonFault::None);
        RC_ASSERT(!(wish.convex || wish.around == Around::Hull) || isConvex(*polygon));
        const Measures m = measured(*polygon, meant);
        if (style == FitStyle::Snug) RC_ASSERT(coversSquares(*polygon, meant));
        if (style == FitStyle::Trimmed) RC_ASSERT(m.bareInk <= 0.08);
        if (style == FitStyle::Inner) RC_ASSERT(m.air == 0);
        if (style == FitStyle::Balanced && !isConvex(*polygon)) {
          const auto ring = thinned(edgeMiddles(outlineOf(bridged(meant))), 48);
          const auto start =
              bestThrough(InkCounts(meant), ring, static_cast<std::size_t>(wish.points));
          if (faultOf({start}) == PolygonFault::None) {
            RC_ASSERT(m.overlap >= measured(Polygon{start}, meant).overlap - 1e-9);
          }
        }
      }
    });
  }

  // A tip between two rows of pixels holds none of them; no polygon that is to be full ends in one.
  void noInnerPolygonReachesPastTheInk() {
    AMBER_PROPERTY("no tips", [] {
      const PixelMask ink = someBlob(*rc::gen::inRange(8, 33));
      PolygonOptions wish;
      wish.points = *rc::gen::inRange(3, 12);
      wish.around = Around::All;
      const PixelRect all = ink.rect();
      const Polygon polygon = *polygonOf(ink, wish, FitStyle::Inner, 0);
      for (const Vertex& p : polygon.points) {
        const int x = static_cast<int>(std::floor(p.x));
        const int y = static_cast<int>(std::floor(p.y));
        RC_ASSERT(countWithin(ink, intersection(PixelRect{x - 1, y - 1, 3, 3}, all)) > 0);
      }
    });
  }

  // Law 2, against every polygon on the lattice.
  void snugIsWithinOnePerCentOfTheLeast_data() {
    QTest::addColumn<int>("points");
    QTest::newRow("three") << 3;
    QTest::newRow("four") << 4;
  }
  void snugIsWithinOnePerCentOfTheLeast() {
    QFETCH(const int, points);
    int tried = 0;
    std::uint64_t state = 11;
    for (int i = 0; i < 24; ++i) {
      PixelMask mask(2 + i % 3, 2 + i / 3 % 3);
      for (int y = 0; y < mask.height(); ++y) {
        for (int x = 0; x < mask.width(); ++x) {
          state = state * 6364136223846793005ULL + 1442695040888963407ULL;
          if (state >> 63 != 0) mask.set(x, y);
        }
      }
      mask = largestIsland(mask);
      if (countOf(mask) == 0) continue;
      ++tried;
      PolygonOptions wish;
      wish.points = points;
      const auto polygon = polygonOf(mask, wish, FitStyle::Snug, 0);
      const double least = leastCovering(mask, static_cast<std::size_t>(points));
      QVERIFY2(twiceArea(polygon->points) <= least * 1.01,
               qPrintable(QString("%1 against %2").arg(twiceArea(polygon->points)).arg(least)));
    }
    QVERIFY(tried > 15);
  }

  void moreCornersAgreeNoLess() {
    const PixelMask arrow = maskOf({"....#....", "...###...", "..#####..", ".#######.", "...###...",
                                    "...###...", "...###..."});
    PolygonOptions wish;
    double last = 0;
    for (wish.points = 3; wish.points <= 9; ++wish.points) {
      const double overlap =
          measured(*polygonOf(arrow, wish, FitStyle::Balanced, 0), arrow).overlap;
      QVERIFY(overlap >= last - 0.01);
      last = std::max(last, overlap);
    }
    QVERIFY(last > 0.95);
  }

  void aCircumscribedPolygonHoldsTheHull() {
    AMBER_PROPERTY("circumscribed", [] {
      std::vector<Vertex> points;
      const int count = *rc::gen::inRange(3, 30);
      for (int i = 0; i < count; ++i) {
        points.push_back(
            {*rc::gen::inRange(0, 1000) / 7.0 + 0.013, *rc::gen::inRange(0, 1000) / 11.0});
      }
      const std::vector<Vertex> hull = convexHull(points);
      if (hull.size() < 3) return;
      const auto most = static_cast<std::size_t>(*rc::gen::inRange(3, 9));
      const std::vector<Vertex> around = circumscribed(hull, most);
      RC_ASSERT(around.size() >= 3 && around.size() <= most);
      for (std::size_t i = 0; i < around.size(); ++i) {
        for (const Vertex& point : hull) {
          const Vertex& p = around[i];
          const Vertex& q = around[(i + 1) % around.size()];
          RC_ASSERT(turn(p, q, point) > -1e-6 * std::hypot(q.x - p.x, q.y - p.y) - 1e-6);
        }
      }
    });
    // No three edges of a parallelogram enclose it.
    QCOMPARE(circumscribed({{0, 0}, {4, 0}, {5, 3}, {1, 3}}, 3).size(), std::size_t{3});
  }

  void noInkGivesNoPolygon() {
    for (const FitStyle style : kFitStyles) {
      QVERIFY(!polygonOf(PixelMask(4, 4), {}, style, 0.05));
      // A single pixel has room for each.
      const auto one = polygonOf(maskOf({"...", ".#.", "..."}), {}, style, 0.05);
      QVERIFY(one && validated(*one, {3, 3}));
    }
  }

  void anInsetMovesEveryEdge() {
    const Polygon square{{{2, 2}, {12, 2}, {12, 12}, {2, 12}}};
    const InsetShape by = insetBy(square, {1, 2, 3, 4});
    QVERIFY(!by.stopped);
    QVERIFY(by.shape == Shape(Polygon{{{3, 4}, {9, 4}, {9, 8}, {3, 8}}}));
    const InsetShape tooMuch = insetBy(square, {9, 9, 9, 9});
    QVERIFY(tooMuch.stopped);
    QVERIFY(faultOf(std::get<Polygon>(tooMuch.shape)) == PolygonFault::None);
  }
};
AMBER_TEST(PolygonFitTest);

class OutlineFitTest : public QObject {
  Q_OBJECT
 private slots:
  // The promise of coveringWithin on outlines of ink, against every pixel.
  void itCoversAndStaysNear() {
    AMBER_PROPERTY("covering", [] {
      const PixelMask ink = *rc::gen::arbitrary<bool>() ? randomMask(16) : someBlob(48);
      const PixelMask island = largestIsland(ink);
      if (countOf(island) == 0) return;
      const double tolerance = *rc::gen::element(0.0, 0.5, 1.0, 2.5);
      const std::vector<Vertex> outline = outlineOf(island);
      const Polygon around{coveringInk(island, outline, tolerance)};
      RC_ASSERT(around.points.size() <= outline.size());
      const PixelRect window{-8, -8, ink.width() + 16, ink.height() + 16};
      const PixelMask held = pixelsOf(around, window);
      RC_ASSERT(intersection(held, cropped(island, window)) == cropped(island, window));
      // What passes a pixel does not cut it.
      RC_ASSERT(sumsOf(InkCounts(island), around.points, Cuts::Counted).cut == 0);
      for (const Vertex& point : around.points) {
        double nearest = 1e9;
        for (const Vertex& corner : outline) {
          nearest = std::min(nearest, std::hypot(point.x - corner.x, point.y - corner.y));
        }
        RC_ASSERT(nearest <= tolerance + 1e-9);
      }
    });
  }

  void aStaircaseBecomesALine() {
    PixelMask stairs(40, 40);
    for (int y = 0; y < 40; ++y) setRun(stairs, y, 0, y + 1);
    QVERIFY(coveringWithin(outlineOf(stairs), 1).size() <= 5);
    QCOMPARE(coveringWithin(outlineOf(stairs), 0).size(), outlineOf(stairs).size());
  }

  // All in one go is what each is on its own.
  void allOutlinesOfAFrameAreThoseOfItsIsland() {
    AMBER_PROPERTY("all outlines", [] {
      const PixelMask ink = *rc::gen::element(0, 1) == 0 ? randomMask(40) : someBlob(40);
      const FrameOutlines all = outlinesOf(ink, 1);
      const PixelMask island = largestIsland(ink);
      RC_ASSERT(all.outline == outlineOf(island));
      if (all.outline.empty()) return;
      RC_ASSERT(all.box == *snugBox(island));
      RC_ASSERT(all.hull == hullOf(island));
      RC_ASSERT(std::abs(all.circle.r - snugCircle(InkCounts(island))->r) < 1e-9);
      RC_ASSERT(all.polygon.points == coveringInk(island, all.outline, 1) ||
                coversSquares(all.polygon, island));
    });
  }

  void alphaIsScannedForWhatReachesIt() {
    AMBER_PROPERTY("alpha", [] {
      Image image(*rc::gen::inRange(1, 150), *rc::gen::inRange(1, 9));
      const int least = *rc::gen::element(1, 128, 255);
      for (int i = *rc::gen::inRange(0, 9); i > 0; --i) {
        Rgba& pixel =
            image.at(*rc::gen::inRange(0, image.width()), *rc::gen::inRange(0, image.height()));
        pixel.a = static_cast<std::uint8_t>(*rc::gen::inRange(0, 256));
      }
      PixelMask wanted(image.width(), image.height());
      for (int y = 0; y < image.height(); ++y) {
        for (int x = 0; x < image.width(); ++x) {
          if (image.at(x, y).a >= least) wanted.set(x, y);
        }
      }
      RC_ASSERT(alphaMask(image, least) == wanted);
      RC_ASSERT(alphaBounds(image, least) == boundsOf(wanted));
    });
  }
};
AMBER_TEST(OutlineFitTest);

#include "polygon_fit_tests.moc"
