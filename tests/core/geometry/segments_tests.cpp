#include <QTest>
#include <algorithm>
#include <cmath>
#include <random>
#include <utility>

#include "core/geometry/convex_parts.h"
#include "core/geometry/segments_near.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/tangled.h"

using namespace amber;
using namespace amber::test;

namespace {

// The same, found from every pair of edges.
bool anyTouch(const std::vector<Vertex>& p) {
  const std::size_t n = p.size();
  for (std::size_t i = 0; i < n; ++i) {
    for (std::size_t j = i + 2; j < n; ++j) {
      if (i == 0 && j == n - 1) continue;
      if (segmentsTouch(p[i], p[i + 1], p[j], p[(j + 1) % n])) return true;
    }
  }
  return false;
}

std::vector<Vertex> someRing(int most) {
  // On a lattice many are in line, and many touch.
  const int size = *rc::gen::element(3, 20, 1000);
  std::vector<Vertex> ring;
  for (int i = *rc::gen::inRange(3, most + 1); i > 0; --i) {
    ring.push_back({*rc::gen::inRange(-size, size) / 4.0, *rc::gen::inRange(-size, size) / 4.0});
  }
  return ring;
}

}  // namespace

class SegmentsNearTest : public QObject {
  Q_OBJECT
 private slots:
  void whatTouchesIsNear() {
    AMBER_PROPERTY("segments near", [] {
      const std::vector<Vertex> ring = someRing(150);
      const std::vector<Vertex> more = someRing(40);
      SegmentsNear segments(ring, more.size() - 1);
      for (std::size_t i = 0; i + 1 < more.size(); ++i) segments.add(more[i], more[i + 1]);
      const auto ends = [&](std::size_t i) {
        return i < ring.size() ? std::pair(ring[i], ring[(i + 1) % ring.size()])
                               : std::pair(more[i - ring.size()], more[i - ring.size() + 1]);
      };
      const std::vector<Vertex> asked = someRing(8);
      std::vector<std::size_t> near;
      const bool any = segments.anyNear(asked[0], asked[1], [&](std::size_t i) {
        near.push_back(i);
        return false;
      });
      RC_ASSERT(!any);
      RC_ASSERT(std::is_sorted(near.begin(), near.end()));
      for (std::size_t i = 0; i < ring.size() + more.size() - 1; ++i) {
        const auto [a, b] = ends(i);
        if (!segmentsTouch(asked[0], asked[1], a, b)) continue;
        RC_ASSERT(std::binary_search(near.begin(), near.end(), i));
      }
    });
  }

  void whatIsFarAwayIsNotAskedAbout() {
    std::vector<Vertex> ring;
    for (int i = 0; i < 100; ++i) ring.push_back({10.0 * i, 50.0 * (i % 2)});
    const SegmentsNear segments(ring);
    int asked = 0;
    segments.anyNear({400, 0}, {410, 50}, [&](std::size_t) {
      ++asked;
      return false;
    });
    QVERIFY(asked >= 1);
    QVERIFY(asked < 20);
  }

  void pointsAndEndlessRingsAreToldOfToo() {
    const std::vector<Vertex> point(3, Vertex{1, 1});
    QVERIFY(SegmentsNear(point).anyNear({1, 1}, {1, 1}, [](std::size_t) { return true; }));
    const std::vector<Vertex> wide{{-1e308, 0}, {1e308, 0}, {0, 1e308}};
    QVERIFY(SegmentsNear(wide).anyNear({0, 0}, {1, 1}, [](std::size_t) { return true; }));
  }

  // Of few corners and of many, which are looked at in different ways.
  void faultsAreThoseThatEveryPairOfEdgesTells() {
    AMBER_PROPERTY("faults", [] {
      const std::vector<Vertex> ring = someRing(*rc::gen::element(6, 60));
      const PolygonFault fault = faultOf({ring});
      bool repeats = false;
      for (std::size_t i = 0; i < ring.size(); ++i) {
        for (std::size_t j = i + 1; j < ring.size(); ++j) repeats |= ring[i] == ring[j];
      }
      RC_ASSERT((fault == PolygonFault::RepeatsPoint) == repeats);
      if (!repeats && anyTouch(ring)) RC_ASSERT(fault == PolygonFault::CrossesItself);
      if (fault == PolygonFault::None) RC_ASSERT(!anyTouch(ring));
    });
  }

  void ringsWithoutFaultHaveNone() {
    std::mt19937 random(7);
    for (const int corners : {5, 16, 17, 60, 130}) {
      Polygon ring = tangled(corners, random);
      QVERIFY(faultOf(ring) == PolygonFault::None);
      // Until a corner lies where another is.
      ring.points[0] = ring.points[ring.points.size() / 2];
      QVERIFY(faultOf(ring) == PolygonFault::RepeatsPoint);
    }
  }

  void thePartsOfTangledRingsAreFewAndConvex() {
    std::mt19937 random(11);
    std::size_t parts = 0;
    std::size_t inward = 0;
    for (int i = 0; i < 40; ++i) {
      const Polygon ring = tangled(60, random);
      double area = 0;
      for (const Polygon& part : convexParts(ring, 512)) {
        QVERIFY(isConvex(part));
        area += twiceArea(part.points);
        ++parts;
      }
      QVERIFY(std::abs(area - twiceArea(ring.points)) < 1e-6 * area);
      for (std::size_t k = 0; k < 60; ++k) {
        const auto& p = ring.points;
        inward += turn(p[(k + 59) % 60], p[k], p[(k + 1) % 60]) < 0 ? 1U : 0U;
      }
    }
    // Every inward corner needs at least half a cut; a cut that resolves two is rare, and one that
    // resolves one is nearly always possible.
    QVERIFY(parts <= inward + 40);
    QVERIFY(parts >= inward / 2 + 40);
  }
};
AMBER_TEST(SegmentsNearTest);

#include "segments_tests.moc"
