#include "core/cut/islands/island_runs.h"

#include <algorithm>
#include <bit>
#include <cstdlib>
#include <limits>
#include <numeric>

#include "core/image/bit_count.h"
#include "core/image/spread.h"

namespace amber {
namespace {

// Which labels are one, and what they hold so far.
class LabelTable {
 public:
  std::uint32_t make() {
    parents_.push_back(static_cast<std::uint32_t>(parents_.size()));
    extents_.emplace_back();
    return parents_.back();
  }

  std::uint32_t root(std::uint32_t label) {
    while (parents_[label] != label) {
      parents_[label] = parents_[parents_[label]];
      label = parents_[label];
    }
    return label;
  }

  // The earlier label stays.
  std::uint32_t unite(std::uint32_t a, std::uint32_t b) {
    a = root(a);
    b = root(b);
    if (a == b) return a;
    if (b < a) std::swap(a, b);
    parents_[b] = a;
    return a;
  }

  void add(std::uint32_t label, int y, int left, int right, int count) {
    Extent& extent = extents_[label];
    extent.left = std::min(extent.left, left);
    extent.right = std::max(extent.right, right);
    extent.top = std::min(extent.top, y);
    extent.bottom = y + 1;
    extent.count += count;
  }

  // The islands, and for each label the index of its island.
  std::vector<Island> islands(std::vector<std::uint32_t>& indexOf) {
    const std::size_t labels = parents_.size();
    indexOf.resize(labels);
    std::vector<Island> islands;
    for (std::uint32_t label = 0; label < labels; ++label) {
      const std::uint32_t top = root(label);
      if (top == label) {
        indexOf[label] = static_cast<std::uint32_t>(islands.size());
        islands.emplace_back();
      } else {
        indexOf[label] = indexOf[top];
      }
      const Extent& extent = extents_[label];
      if (extent.count == 0) continue;
      Island& island = islands[indexOf[label]];
      island.bounds = united(island.bounds, {extent.left, extent.top, extent.right - extent.left,
                                             extent.bottom - extent.top});
      island.inkPixels += extent.count;
    }
    return islands;
  }

 private:
  struct Extent {
    int left = std::numeric_limits<int>::max();
    int top = std::numeric_limits<int>::max();
    int right = 0;
    int bottom = 0;
    long long count = 0;
  };
  std::vector<std::uint32_t> parents_;
  std::vector<Extent> extents_;
};

// The runs of set bits of one row, appended.
void runsOfRow(const std::uint64_t* row, int words, std::vector<IslandRun>& runs) {
  bool open = false;
  for (int i = 0; i < words; ++i) {
    std::uint64_t word = row[i];
    const int base = i * 64;
    if (open) {
      if (word == ~std::uint64_t{0}) continue;
      const int length = std::countr_one(word);
      runs.back().end = static_cast<std::uint16_t>(base + length);
      open = false;
      word = length == 0 ? word : word >> length << length;
    }
    while (word != 0) {
      const int begin = std::countr_zero(word);
      const int length = std::countr_one(word >> begin);
      runs.push_back({static_cast<std::uint16_t>(base + begin),
                      static_cast<std::uint16_t>(base + begin + length), 0});
      if (begin + length == 64) {
        open = true;
        break;
      }
      word = word >> (begin + length) << (begin + length);
    }
  }
  if (open) runs.back().end = static_cast<std::uint16_t>(words * 64);
}

std::uint64_t bitsOfWord(const std::uint64_t* row, int index, int begin, int end) {
  std::uint64_t word = row[index];
  if (index == begin >> 6) word &= ~std::uint64_t{0} << (begin & 63);
  if (index == (end - 1) >> 6) word &= ~std::uint64_t{0} >> (63 - ((end - 1) & 63));
  return word;
}

// The first and the last set bit of a row within [begin, end), or -1. Requires: begin < end.
int firstSet(const std::uint64_t* row, int begin, int end) {
  for (int i = begin >> 6; i <= (end - 1) >> 6; ++i) {
    const std::uint64_t word = bitsOfWord(row, i, begin, end);
    if (word != 0) return i * 64 + std::countr_zero(word);
  }
  return -1;
}

int lastSet(const std::uint64_t* row, int begin, int end) {
  for (int i = (end - 1) >> 6; i >= begin >> 6; --i) {
    const std::uint64_t word = bitsOfWord(row, i, begin, end);
    if (word != 0) return i * 64 + 63 - std::countl_zero(word);
  }
  return -1;
}

// The ink of a row within [begin, end).
struct Stretch {
  int left = -1;  // No ink.
  int right = 0;
  int count = 0;
};

Stretch inkWithin(const std::uint64_t* row, int begin, int end) {
  Stretch ink;
  for (int i = begin >> 6; i <= (end - 1) >> 6; ++i) {
    const std::uint64_t word = bitsOfWord(row, i, begin, end);
    if (word == 0) continue;
    if (ink.left < 0) ink.left = i * 64 + std::countr_zero(word);
    ink.right = i * 64 + 64 - std::countl_zero(word);
    ink.count += bitsIn(word);
  }
  return ink;
}

// Gives each run of a row the label of the runs above that touch it, at an edge or a corner.
void labelRow(const IslandRun* above, const IslandRun* aboveEnd, IslandRun* run, IslandRun* runEnd,
              LabelTable& table) {
  for (; run != runEnd; ++run) {
    while (above != aboveEnd && above->end < run->begin) ++above;
    std::uint32_t label = kNoIsland;
    for (const IslandRun* one = above; one != aboveEnd && one->begin <= run->end; ++one) {
      label = label == kNoIsland ? one->island : table.unite(label, one->island);
    }
    run->island = label == kNoIsland ? table.make() : label;
  }
}

// How near the ink of a stretch of one row is to the ink of a run in another, px; large for none.
int rowDistance(const std::uint64_t* row, const IslandRun& run, int begin, int end, int most) {
  int nearest = most + 1;
  const int low = std::max<int>(run.begin, begin - most);
  const int high = std::min<int>(run.end, end + most);
  if (low >= high) return nearest;
  const int inLow = std::max(low, begin);
  const int inHigh = std::min(high, end);
  if (inLow < inHigh && firstSet(row, inLow, inHigh) >= 0) return 0;
  if (low < std::min(high, begin)) {
    const int x = lastSet(row, low, std::min(high, begin));
    if (x >= 0) nearest = begin - x;
  }
  if (std::max(low, end) < high) {
    const int x = firstSet(row, std::max(low, end), high);
    if (x >= 0) nearest = std::min(nearest, x - end + 1);
  }
  return nearest;
}

struct Nearest {
  int distance;
  std::uint32_t island = kNoIsland;
};

// Looks for the nearest large island in one row, `away` rows from a stretch of a speck's ink.
void lookAlong(const LabelledRuns& labelled, const PixelMask& ink,
               const std::vector<std::uint8_t>& large, int row, int away, const IslandRun& stretch,
               Nearest& nearest) {
  const auto index = static_cast<std::size_t>(row);
  const auto runAt = [&](std::size_t i) {
    return labelled.runs.begin() + static_cast<std::ptrdiff_t>(i);
  };
  const auto last = runAt(labelled.rowEnds[index]);
  auto run = std::partition_point(
      runAt(row == 0 ? 0 : labelled.rowEnds[index - 1]), last,
      [&](const IslandRun& one) { return one.end <= stretch.begin - nearest.distance; });
  for (; run != last && run->begin < stretch.end + nearest.distance; ++run) {
    if (large[run->island] == 0) continue;
    const int across =
        rowDistance(ink.row(row), *run, stretch.begin, stretch.end, nearest.distance);
    const int distance = std::max(across, away);
    if (distance < nearest.distance ||
        (distance == nearest.distance && nearest.island != kNoIsland &&
         run->island < nearest.island)) {
      nearest = {distance, run->island};
    }
  }
}

// Row after row outward, until none can be nearer than what was found.
void lookAround(const LabelledRuns& labelled, const PixelMask& ink,
                const std::vector<std::uint8_t>& large, int y, const IslandRun& stretch,
                Nearest& nearest) {
  for (int away = 0; away <= nearest.distance; ++away) {
    if (y - away >= 0) lookAlong(labelled, ink, large, y - away, away, stretch, nearest);
    if (away > 0 && y + away < ink.height()) {
      lookAlong(labelled, ink, large, y + away, away, stretch, nearest);
    }
  }
}

}  // namespace

LabelledRuns labelledRuns(const PixelMask& ink, int join, KeepRuns keep) {
  assert(join >= 1 && ink.width() < 65536);
  PixelMask room;
  if (join > 1) room = spread(ink, join);
  const PixelMask& grown = join > 1 ? room : ink;
  LabelTable table;
  LabelledRuns result;
  std::vector<IslandRun>& runs = result.runs;
  std::size_t aboveBegin = 0;
  std::size_t begin = 0;
  for (int y = 0; y < ink.height(); ++y) {
    runsOfRow(grown.row(y), grown.wordsPerRow(), runs);
    labelRow(runs.data() + aboveBegin, runs.data() + begin, runs.data() + begin,
             runs.data() + runs.size(), table);
    for (std::size_t i = begin; i < runs.size(); ++i) {
      const IslandRun& run = runs[i];
      if (join == 1) {
        table.add(run.island, y, run.begin, run.end, run.end - run.begin);
        continue;
      }
      const Stretch stretch = inkWithin(ink.row(y), run.begin, run.end);
      if (stretch.left < 0) continue;
      table.add(run.island, y, stretch.left, stretch.right, stretch.count);
    }
    if (keep == KeepRuns::Yes) {
      aboveBegin = begin;
      result.rowEnds.push_back(runs.size());
    } else {
      // Only the last row's runs are looked at again.
      runs.erase(runs.begin(), runs.begin() + static_cast<std::ptrdiff_t>(begin));
      aboveBegin = 0;
    }
    begin = runs.size();
  }
  std::vector<std::uint32_t> indexOf;
  result.islands = table.islands(indexOf);
  if (keep == KeepRuns::No) runs.clear();
  for (IslandRun& run : runs) run.island = indexOf[run.island];
  return result;
}

std::vector<std::uint32_t> takersOf(const LabelledRuns& labelled, const PixelMask& ink, int minInk,
                                    int reach) {
  const std::size_t count = labelled.islands.size();
  std::vector<std::uint32_t> takers(count);
  std::iota(takers.begin(), takers.end(), 0U);
  std::vector<Nearest> nearest(count, Nearest{reach + 1});
  // By themselves, so that they stay in the cache while runs are gone through.
  std::vector<std::uint8_t> large(count);
  for (std::size_t i = 0; i < count; ++i) large[i] = labelled.islands[i].inkPixels >= minInk;
  std::size_t at = 0;
  for (int y = 0; y < ink.height(); ++y) {
    for (; at < labelled.rowEnds[static_cast<std::size_t>(y)]; ++at) {
      const IslandRun& run = labelled.runs[at];
      if (large[run.island] != 0) continue;
      // A stretch of ink at a time: a grown run may hold several.
      for (int x = firstSet(ink.row(y), run.begin, run.end); x >= 0;) {
        int end = x + 1;
        while (end < run.end && ink.test(end, y)) ++end;
        const IslandRun stretch{static_cast<std::uint16_t>(x), static_cast<std::uint16_t>(end), 0};
        lookAround(labelled, ink, large, y, stretch, nearest[run.island]);
        x = end < run.end ? firstSet(ink.row(y), end, run.end) : -1;
      }
    }
  }
  for (std::size_t i = 0; i < count; ++i) {
    if (large[i] == 0) takers[i] = nearest[i].island;
  }
  return takers;
}

}  // namespace amber
