#include "core/cut/islands/islands.h"

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <tuple>

#include "core/cut/islands/island_runs.h"

namespace amber {
namespace {

template <class T, class BoundsOf>
void sortForReading(std::vector<T>& items, BoundsOf boundsOf) {
  std::stable_sort(items.begin(), items.end(),
                   [&](const T& a, const T& b) { return boundsOf(a).y < boundsOf(b).y; });
  for (auto row = items.begin(); row != items.end();) {
    int bottom = boundsOf(*row).bottom();
    auto end = row + 1;
    for (; end != items.end() && boundsOf(*end).y < bottom; ++end) {
      bottom = std::max(bottom, boundsOf(*end).bottom());
    }
    std::stable_sort(row, end,
                     [&](const T& a, const T& b) { return boundsOf(a).x < boundsOf(b).x; });
    row = end;
  }
}

struct Gathered {
  Islands islands;
  std::vector<std::uint32_t> placeOf;  // For each labelled island its place in `all`, or kNoIsland.
};

// Gives specks to their takers. Islands keep the order of their first run.
Gathered gathered(const LabelledRuns& labelled, const PixelMask& ink, const IslandRule& rule) {
  Gathered result;
  const auto takers = takersOf(labelled, ink, rule.minInk, rule.join * kSpeckReach);
  result.placeOf.assign(takers.size(), kNoIsland);
  for (std::size_t i = 0; i < takers.size(); ++i) {
    if (takers[i] != i) continue;
    result.placeOf[i] = static_cast<std::uint32_t>(result.islands.all.size());
    result.islands.all.push_back(labelled.islands[i]);
  }
  for (std::size_t i = 0; i < takers.size(); ++i) {
    if (takers[i] == i) continue;
    const Island& speck = labelled.islands[i];
    if (takers[i] == kNoIsland) {
      result.islands.dropped.push_back(speck);
      continue;
    }
    result.placeOf[i] = result.placeOf[takers[i]];
    Island& taker = result.islands.all[result.placeOf[i]];
    taker.bounds = united(taker.bounds, speck.bounds);
    taker.inkPixels += speck.inkPixels;
  }
  return result;
}

// Every pixel's island, as 1 + its place; 0 where there is none yet.
class OwnerMap {
 public:
  OwnerMap(int width, int height)
      : width_(width),
        height_(height),
        owners_(static_cast<std::size_t>(width) * static_cast<std::size_t>(height)) {}

  std::uint32_t& at(std::uint32_t index) { return owners_[index]; }
  std::uint32_t indexOf(int x, int y) const {
    return static_cast<std::uint32_t>(y) * static_cast<std::uint32_t>(width_) +
           static_cast<std::uint32_t>(x);
  }

  // Whether all 8 neighbours have owners.
  bool isEnclosed(std::uint32_t index) const {
    const auto width = static_cast<std::uint32_t>(width_);
    const std::uint32_t x = index % width;
    const std::uint32_t y = index / width;
    if (x == 0 || y == 0 || x + 1 == width || y + 1 == static_cast<std::uint32_t>(height_)) {
      return false;
    }
    for (const std::uint32_t row : {index - width, index, index + width}) {
      if (owners_[row - 1] == 0 || owners_[row] == 0 || owners_[row + 1] == 0) return false;
    }
    return true;
  }

  // Owners spread one step from `edge` to those of their 8 neighbours that `open` accepts.
  template <class Open>
  std::vector<std::uint32_t> stepOut(const std::vector<std::uint32_t>& edge, Open open) {
    std::vector<std::uint32_t> next;
    for (const std::uint32_t index : edge) {
      const int x = static_cast<int>(index % static_cast<std::uint32_t>(width_));
      const int y = static_cast<int>(index / static_cast<std::uint32_t>(width_));
      for (int v = std::max(0, y - 1); v <= std::min(height_ - 1, y + 1); ++v) {
        for (int u = std::max(0, x - 1); u <= std::min(width_ - 1, x + 1); ++u) {
          const std::uint32_t near = indexOf(u, v);
          if (owners_[near] != 0 || !open(u, v, owners_[index])) continue;
          owners_[near] = owners_[index];
          next.push_back(near);
        }
      }
    }
    return next;
  }

 private:
  int width_;
  int height_;
  std::vector<std::uint32_t> owners_;
};

template <class Visit>
void eachRun(const LabelledRuns& labelled, Visit visit) {
  std::size_t at = 0;
  for (int y = 0; y < static_cast<int>(labelled.rowEnds.size()); ++y) {
    for (; at < labelled.rowEnds[static_cast<std::size_t>(y)]; ++at) visit(y, labelled.runs[at]);
  }
}

void addPixel(Island& island, int x, int y) {
  island.bounds = united(island.bounds, {x, y, 1, 1});
  ++island.inkPixels;
}

// Parts faint ink among the islands of solid ink. One use, step by step.
class Parting {
 public:
  Parting(const PixelMask& faint, const PixelMask& solid, const IslandRule& rule)
      : faint_(faint), rule_(rule), owners_(faint.width(), faint.height()), rest_(faint) {
    const LabelledRuns labelled = labelledRuns(solid, rule.join, KeepRuns::Yes);
    Gathered cores = gathered(labelled, solid, rule);
    islands_ = std::move(cores.islands);
    islands_.dropped.clear();  // They are faint ink too, and are asked again as such.
    for (Island& island : islands_.all) island = {};
    eachRun(labelled, [&](int y, const IslandRun& run) {
      const std::uint32_t place = cores.placeOf[run.island];
      for (int x = run.begin; place != kNoIsland && x < run.end; ++x) {
        if (solid.test(x, y)) take(x, y, place + 1);
      }
    });
    // Only from its edge does solid ink reach further.
    std::erase_if(taken_, [&](std::uint32_t index) { return owners_.isEnclosed(index); });
  }

  Islands result() {
    for (std::vector<std::uint32_t> edge = taken_; !edge.empty();) {
      edge = owners_.stepOut(edge, [&](int x, int y, std::uint32_t owner) {
        if (!faint_.test(x, y)) return false;
        rest_.reset(x, y);
        addPixel(islands_.all[owner - 1], x, y);
        taken_.push_back(owners_.indexOf(x, y));
        return true;
      });
    }
    if (boundsOf(rest_)) giveTheRest();
    inReadingOrder(islands_.all);
    inReadingOrder(islands_.dropped);
    return std::move(islands_);
  }

 private:
  void take(int x, int y, std::uint32_t owner) {
    owners_.at(owners_.indexOf(x, y)) = owner;
    rest_.reset(x, y);
    addPixel(islands_.all[owner - 1], x, y);
    taken_.push_back(owners_.indexOf(x, y));
  }

  // Ink that no step reached joins nearby islands, or forms islands or specks.
  void giveTheRest() {
    const LabelledRuns labelled = labelledRuns(rest_, rule_.join, KeepRuns::Yes);
    std::vector<std::uint32_t> islandAt(labelled.islands.size(), 0);
    OwnerMap pieces(faint_.width(), faint_.height());
    eachRun(labelled, [&](int y, const IslandRun& run) {
      for (int x = run.begin; x < run.end; ++x) {
        if (rest_.test(x, y)) pieces.at(pieces.indexOf(x, y)) = run.island + 1;
      }
    });
    for (int step = 0; step < rule_.join && !taken_.empty(); ++step) {
      taken_ = owners_.stepOut(taken_, [&](int x, int y, std::uint32_t owner) {
        const std::uint32_t piece = pieces.at(pieces.indexOf(x, y));
        if (piece != 0 && islandAt[piece - 1] == 0) islandAt[piece - 1] = owner;
        return piece == 0;
      });
    }
    for (std::size_t i = 0; i < labelled.islands.size(); ++i) {
      const Island& piece = labelled.islands[i];
      if (islandAt[i] != 0) {
        Island& taker = islands_.all[islandAt[i] - 1];
        taker.bounds = united(taker.bounds, piece.bounds);
        taker.inkPixels += piece.inkPixels;
      } else if (piece.inkPixels < rule_.minInk) {
        islands_.dropped.push_back(piece);
      } else {
        islands_.all.push_back(piece);
      }
    }
  }

  const PixelMask& faint_;
  IslandRule rule_;
  OwnerMap owners_;
  PixelMask rest_;
  Islands islands_;
  std::vector<std::uint32_t> taken_;
};

}  // namespace

double likeFigures(const std::vector<Island>& islands) {
  if (islands.empty()) return 0;
  const auto areaOf = [](const PixelRect& rect) { return static_cast<double>(rect.w) * rect.h; };
  PixelRect all;
  std::vector<double> areas;
  for (const Island& island : islands) {
    all = united(all, island.bounds);
    areas.push_back(areaOf(island.bounds));
  }
  std::sort(areas.begin(), areas.end());
  const double largest = areas.back() / areaOf(all);
  const double middle = areas[areas.size() / 2] / areas.back();
  const double many = 1 - std::exp(-static_cast<double>(islands.size()) / 4.0);
  return many * std::max(0.0, 1 - 1.6 * largest) * std::min(1.0, 0.5 + middle);
}

namespace {

// One pass: islands whose bounds overlap become one. Whether any did.
bool gatherOnce(std::vector<Island>& islands) {
  std::sort(islands.begin(), islands.end(), [](const Island& a, const Island& b) {
    return std::tie(a.bounds.x, a.bounds.y, a.bounds.w) <
           std::tie(b.bounds.x, b.bounds.y, b.bounds.w);
  });
  std::vector<Island> done;
  std::vector<Island> open;
  bool any = false;
  for (Island& island : islands) {
    for (std::size_t i = 0; i < open.size();) {
      if (open[i].bounds.right() <= island.bounds.x) {
        done.push_back(open[i]);
      } else if (intersection(open[i].bounds, island.bounds).empty()) {
        ++i;
        continue;
      } else {
        island.bounds = united(island.bounds, open[i].bounds);
        island.inkPixels += open[i].inkPixels;
        any = true;
      }
      open[i] = open.back();
      open.pop_back();
    }
    open.push_back(island);
  }
  done.insert(done.end(), open.begin(), open.end());
  islands = std::move(done);
  return any;
}

void gatherByBounds(std::vector<Island>& islands) {
  if (islands.size() < 2 || islands.size() > kMostGathered) return;
  std::vector<Island> gathered = islands;
  if (!gatherOnce(gathered)) return;
  while (gatherOnce(gathered)) {
  }
  if (likeFigures(gathered) > kStillAlike * likeFigures(islands)) islands = std::move(gathered);
}

}  // namespace

Islands islandsOf(const PixelMask& ink, const IslandRule& rule) {
  Islands result;
  if (rule.minInk <= 1) {
    result.all = labelledRuns(ink, rule.join, KeepRuns::No).islands;
  } else {
    result = gathered(labelledRuns(ink, rule.join, KeepRuns::Yes), ink, rule).islands;
  }
  gatherByBounds(result.all);
  inReadingOrder(result.all);
  inReadingOrder(result.dropped);
  return result;
}

std::size_t islandCount(const PixelMask& ink, int join) {
  return labelledRuns(ink, join, KeepRuns::No).islands.size();
}

Islands partedIslandsOf(const PixelMask& faint, const PixelMask& solid, const IslandRule& rule) {
  assert(faint.size() == solid.size());
  Islands result = Parting(faint, solid, rule).result();
  gatherByBounds(result.all);
  inReadingOrder(result.all);
  return result;
}

void inReadingOrder(std::vector<PixelRect>& rects) {
  sortForReading(rects, [](const PixelRect& rect) -> const PixelRect& { return rect; });
}

void inReadingOrder(std::vector<Island>& islands) {
  sortForReading(islands, [](const Island& island) -> const PixelRect& { return island.bounds; });
}

}  // namespace amber
