#include <QTest>
#include <algorithm>
#include <cstdlib>
#include <vector>

#include "core/cut/islands/islands.h"
#include "core/image/spread.h"
#include "support/random_mask.h"
#include "support/registry.h"
#include "support/text_picture.h"

using namespace amber;
using namespace amber::test;

namespace {

struct Spot {
  int x;
  int y;
};

int chebyshev(const Spot& a, const Spot& b) {
  return std::max(std::abs(a.x - b.x), std::abs(a.y - b.y));
}

std::vector<Spot> spotsOf(const PixelMask& mask) {
  std::vector<Spot> spots;
  for (int y = 0; y < mask.height(); ++y) {
    for (int x = 0; x < mask.width(); ++x) {
      if (mask.test(x, y)) spots.push_back({x, y});
    }
  }
  return spots;
}

// The obvious way: every pair of pixels is looked at.
Islands slowIslands(const PixelMask& ink, const IslandRule& rule) {
  const std::vector<Spot> spots = spotsOf(ink);
  std::vector<std::size_t> group(spots.size(), spots.size());
  std::vector<std::vector<Spot>> groups;
  for (std::size_t i = 0; i < spots.size(); ++i) {
    if (group[i] != spots.size()) continue;
    std::vector<std::size_t> waiting{i};
    group[i] = groups.size();
    groups.emplace_back();
    while (!waiting.empty()) {
      const std::size_t at = waiting.back();
      waiting.pop_back();
      groups.back().push_back(spots[at]);
      for (std::size_t k = 0; k < spots.size(); ++k) {
        if (group[k] == spots.size() && chebyshev(spots[at], spots[k]) <= rule.join) {
          group[k] = group[at];
          waiting.push_back(k);
        }
      }
    }
  }
  const auto isSpeck = [&](const std::vector<Spot>& one) {
    return static_cast<int>(one.size()) < rule.minInk;
  };
  std::vector<std::vector<Spot>> taken = groups;
  std::vector<bool> dropped(groups.size(), false);
  for (std::size_t i = 0; i < groups.size(); ++i) {
    if (!isSpeck(groups[i])) continue;
    int nearest = rule.join * 4 + 1;
    std::size_t taker = groups.size();
    for (std::size_t k = 0; k < groups.size(); ++k) {
      if (isSpeck(groups[k])) continue;
      for (const Spot& a : groups[i]) {
        for (const Spot& b : groups[k]) {
          if (chebyshev(a, b) < nearest) {
            nearest = chebyshev(a, b);
            taker = k;
          }
        }
      }
    }
    dropped[i] = taker == groups.size();
    if (!dropped[i]) {
      taken[taker].insert(taken[taker].end(), groups[i].begin(), groups[i].end());
      taken[i].clear();
    }
  }
  Islands result;
  for (std::size_t i = 0; i < taken.size(); ++i) {
    if (taken[i].empty()) continue;
    Island island;
    for (const Spot& spot : taken[i]) {
      island.bounds = united(island.bounds, {spot.x, spot.y, 1, 1});
      ++island.inkPixels;
    }
    (dropped[i] ? result.dropped : result.all).push_back(island);
  }
  inReadingOrder(result.all);
  inReadingOrder(result.dropped);
  return result;
}

// Any two that overlap become one, again and again.
Islands slowGathered(Islands islands) {
  if (islands.all.size() > kMostGathered) return islands;
  std::vector<Island> all = islands.all;
  for (bool any = true; any;) {
    any = false;
    for (std::size_t i = 0; i < all.size() && !any; ++i) {
      for (std::size_t k = i + 1; k < all.size() && !any; ++k) {
        if (intersection(all[i].bounds, all[k].bounds).empty()) continue;
        all[i].bounds = united(all[i].bounds, all[k].bounds);
        all[i].inkPixels += all[k].inkPixels;
        all.erase(all.begin() + static_cast<std::ptrdiff_t>(k));
        any = true;
      }
    }
  }
  if (likeFigures(all) > kStillAlike * likeFigures(islands.all)) islands.all = std::move(all);
  inReadingOrder(islands.all);
  return islands;
}

std::vector<PixelRect> boundsIn(const std::vector<Island>& islands) {
  std::vector<PixelRect> bounds;
  for (const Island& island : islands) bounds.push_back(island.bounds);
  return bounds;
}

}  // namespace

class IslandsTest : public QObject {
  Q_OBJECT

 private slots:
  void cornersJoinAndGapsPart() {
    const PixelMask ink = maskOf({
        "##....#",
        "..#...#",
        ".......",
        "#..##..",
    });
    QCOMPARE(boundsIn(islandsOf(ink, {}).all),
             (std::vector<PixelRect>{{0, 0, 3, 2}, {6, 0, 1, 2}, {0, 3, 1, 1}, {3, 3, 2, 1}}));
    QCOMPARE(boundsIn(islandsOf(ink, {2, 1, 0}).all), (std::vector<PixelRect>{{0, 0, 7, 4}}));
  }

  void aSpeckGoesToTheNearestOrIsDropped() {
    const PixelMask ink = maskOf({
        "###...#.............",
        "###...............#.",
        "###.......###.......",
    });
    const Islands islands = islandsOf(ink, {1, 2, 0});
    QCOMPARE(boundsIn(islands.all), (std::vector<PixelRect>{{0, 0, 7, 3}, {10, 2, 3, 1}}));
    QCOMPARE(islands.all[0].inkPixels, 10LL);
    QCOMPARE(boundsIn(islands.dropped), (std::vector<PixelRect>{{18, 1, 1, 1}}));
  }

  void rowsAreReadTopToBottomAndLeftToRight() {
    std::vector<PixelRect> rects{{30, 0, 4, 10}, {0, 4, 4, 4}, {10, 9, 4, 5}, {0, 20, 4, 4}};
    inReadingOrder(rects);
    QCOMPARE(rects,
             (std::vector<PixelRect>{{0, 4, 4, 4}, {10, 9, 4, 5}, {30, 0, 4, 10}, {0, 20, 4, 4}}));
  }

  void islandsAreThoseOfTheObviousWay() {
    AMBER_PROPERTY("laws 1 to 3, and specks", [] {
      const PixelMask ink = randomMask(24);
      const IslandRule rule{*rc::gen::inRange(1, 6), *rc::gen::element(1, 2, 4, 9), 0};
      const Islands fast = islandsOf(ink, rule);
      const Islands slow = slowGathered(slowIslands(ink, rule));
      // Specks equally near to two islands depend on the order of the slow twin; both give them to
      // the earlier island.
      RC_ASSERT(fast.all == slow.all);
      RC_ASSERT(fast.dropped == slow.dropped);
    });
  }

  void wideMasksCrossTheWordsTheyAreHeldIn() {
    AMBER_PROPERTY("runs over 64 columns", [] {
      PixelMask ink(200, 3);
      for (int i = *rc::gen::inRange(0, 8); i >= 0; --i) {
        const int y = *rc::gen::inRange(0, 3);
        const int from = *rc::gen::inRange(0, 200);
        const int to = std::min(200, from + *rc::gen::element(1, 2, 63, 64, 65, 130));
        for (int x = from; x < to; ++x) ink.set(x, y);
      }
      const IslandRule rule{*rc::gen::element(1, 2, 17, 64, 65), 1, 0};
      RC_ASSERT(islandsOf(ink, rule).all == slowGathered(slowIslands(ink, rule)).all);
    });
  }

  void spreadingGrowsRightAndDown() {
    QCOMPARE(textOf(spread(maskOf({"#....", ".....", "....#"}), 3)),
             textOf(maskOf({"###..", "###..", "###.#"})));
  }

  void figuresThatTouchByFaintInkAreParted() {
    const SheetArt art = sheetArtOf({
        ".##oooo##..",
        ".##oooo##..",
        ".....o.....",
        "..........o",
    });
    QCOMPARE(islandsOf(art.faint, {}).all.size(), std::size_t{2});
    const Islands parted = partedIslandsOf(art.faint, art.firm, {});
    QCOMPARE(boundsIn(parted.all),
             (std::vector<PixelRect>{{1, 0, 4, 2}, {5, 0, 4, 3}, {10, 3, 1, 1}}));
    long long pixels = 0;
    for (const Island& island : parted.all) pixels += island.inkPixels;
    QCOMPARE(pixels, countOf(art.faint));
  }

  void partingLosesNoInkAndPartsNoSolidIsland() {
    AMBER_PROPERTY("every faint pixel has an island", [] {
      const PixelMask faint = randomMask(30);
      PixelMask solid = faint;
      const int every = *rc::gen::inRange(1, 5);
      for (int y = 0; y < solid.height(); ++y) {
        for (int x = 0; x < solid.width(); ++x) {
          if (solid.test(x, y) && (x / 3 + y / 2) % every != 0) solid.reset(x, y);
        }
      }
      const IslandRule rule{*rc::gen::inRange(1, 4), 1, 128};
      const Islands parted = partedIslandsOf(faint, solid, rule);
      long long pixels = 0;
      for (const Island& island : parted.all) pixels += island.inkPixels;
      RC_ASSERT(pixels == countOf(faint));
      RC_ASSERT(parted.dropped.empty());
      for (const Island& core : slowIslands(solid, rule).all) {
        RC_ASSERT(std::any_of(parted.all.begin(), parted.all.end(), [&](const Island& island) {
          return within(core.bounds, island.bounds);
        }));
      }
    });
  }
};
AMBER_TEST(IslandsTest);

#include "islands_tests.moc"
