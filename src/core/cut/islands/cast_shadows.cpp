#include "core/cut/islands/cast_shadows.h"

#include <algorithm>
#include <cstdint>
#include <limits>
#include <vector>

#include "core/cut/islands/island_runs.h"
#include "core/image/spread.h"

namespace amber {
namespace {

// How far shadows are looked for, px; nearer than the least they are a soft edge.
constexpr int kFarthest = 48;
constexpr int kNearest = 3;
constexpr std::size_t kSamples = 1500;
// A shadow is drawn flatter and softer than its figure: moved back, it may miss by this much, px.
constexpr int kMisses = 4;
// The least evidence for shadows, found on a set of real sheets: no sheet with less evidence was
// cut better with shadows.
constexpr double kLeastCovered = 0.5;
constexpr double kLeastNear = 0.8;
constexpr double kLeastSoft = 0.15;
// A piece of a shadow this much smaller than its owner's largest is more likely another's.
constexpr double kLeastPiece = 0.15;
constexpr int kLeastPiecePixels = 3;
// An island is part of a larger one when so much of its bounds lies in there, and both are hardly
// larger than most others are.
constexpr double kMostlyWithin = 0.6;
constexpr double kHardlyLarger = 1.3;
constexpr int kLeastLeftPixels = 8;
// A number for every pixel; 0 for none.
class PixelNumbers {
 public:
  explicit PixelNumbers(PixelSize size)
      : w_(size.w),
        h_(size.h),
        numbers_(static_cast<std::size_t>(w_) * static_cast<std::size_t>(h_)) {}

  int width() const { return w_; }
  int height() const { return h_; }
  bool holds(int x, int y) const { return x >= 0 && y >= 0 && x < w_ && y < h_; }
  std::uint32_t& at(int x, int y) { return numbers_[indexOf(x, y)]; }
  std::uint32_t at(int x, int y) const { return numbers_[indexOf(x, y)]; }

  // Numbers spread to those of the 8 neighbours that have none and that `open` accepts, step by
  // step, at most this many steps.
  template <class Open>
  void grow(int steps, Open open) {
    std::vector<std::size_t> edge;
    for (std::size_t i = 0; i < numbers_.size(); ++i) {
      if (numbers_[i] != 0) edge.push_back(i);
    }
    for (int step = 0; step < steps && !edge.empty(); ++step) {
      std::vector<std::size_t> next;
      for (const std::size_t from : edge) {
        eachNeighbour(from, [&](int x, int y) {
          std::uint32_t& number = at(x, y);
          if (number != 0 || !open(x, y)) return;
          number = numbers_[from];
          next.push_back(indexOf(x, y));
        });
      }
      edge = std::move(next);
    }
  }

  // Connected pixels of one number: the number of each piece, its pixels, and of every pixel its
  // piece, counted from 1.
  struct Pieces {
    std::vector<std::uint32_t> numberOf{0};
    std::vector<int> pixels{0};
  };
  Pieces pieces(PixelNumbers& pieceOf) const {
    Pieces found;
    std::vector<std::size_t> waiting;
    for (std::size_t i = 0; i < numbers_.size(); ++i) {
      if (numbers_[i] == 0 || pieceOf.numbers_[i] != 0) continue;
      const auto piece = static_cast<std::uint32_t>(found.numberOf.size());
      found.numberOf.push_back(numbers_[i]);
      found.pixels.push_back(0);
      pieceOf.numbers_[i] = piece;
      waiting.assign(1, i);
      while (!waiting.empty()) {
        const std::size_t here = waiting.back();
        waiting.pop_back();
        ++found.pixels.back();
        eachNeighbour(here, [&](int x, int y) {
          const std::size_t there = indexOf(x, y);
          if (numbers_[there] != numbers_[i] || pieceOf.numbers_[there] != 0) return;
          pieceOf.numbers_[there] = piece;
          waiting.push_back(there);
        });
      }
    }
    return found;
  }

 private:
  std::size_t indexOf(int x, int y) const {
    return static_cast<std::size_t>(y) * static_cast<std::size_t>(w_) + static_cast<std::size_t>(x);
  }
  template <class Visit>
  void eachNeighbour(std::size_t index, Visit visit) const {
    const int x = static_cast<int>(index % static_cast<std::size_t>(w_));
    const int y = static_cast<int>(index / static_cast<std::size_t>(w_));
    for (int v = std::max(0, y - 1); v <= std::min(h_ - 1, y + 1); ++v) {
      for (int u = std::max(0, x - 1); u <= std::min(w_ - 1, x + 1); ++u) {
        if (u != x || v != y) visit(u, v);
      }
    }
  }

  int w_;
  int h_;
  std::vector<std::uint32_t> numbers_;
};

template <class Visit>
void eachPixel(const PixelMask& mask, Visit visit) {
  for (int y = 0; y < mask.height(); ++y) {
    for (int x = 0; x < mask.width(); ++x) {
      if (mask.test(x, y)) visit(x, y);
    }
  }
}

// The ink that does not touch solid ink.
struct Spot {
  int x;
  int y;
};

std::vector<Spot> softApart(const PixelMask& faint, const PixelMask& solid) {
  // Grown by two px right and down: what is set one px farther both ways has solid ink around it.
  PixelMask room(solid.width() + 1, solid.height() + 1);
  eachPixel(solid, [&](int x, int y) { room.set(x, y); });
  const PixelMask grown = spread(std::move(room), 3);
  std::vector<Spot> soft;
  eachPixel(faint, [&](int x, int y) {
    if (!grown.test(x + 1, y + 1)) soft.push_back({x, y});
  });
  return soft;
}

// Islands that lie mostly within another's bounds become part of it.
void gatherWithin(std::vector<Island>& islands) {
  if (islands.size() < 2 || islands.size() > kMostGathered) return;
  std::stable_sort(islands.begin(), islands.end(), [](const Island& a, const Island& b) {
    return areaOf(a.bounds) > areaOf(b.bounds);
  });
  const auto usual = static_cast<double>(areaOf(islands[islands.size() / 4].bounds));
  std::vector<Island> kept;
  for (const Island& island : islands) {
    Island* taker = nullptr;
    double most = 0;
    for (Island& other : kept) {
      const auto common = static_cast<double>(areaOf(intersection(other.bounds, island.bounds)));
      if (common <= most) continue;
      most = common;
      taker = &other;
    }
    const bool within =
        taker != nullptr && most >= kMostlyWithin * static_cast<double>(areaOf(island.bounds));
    if (within) {
      const PixelRect both = united(taker->bounds, island.bounds);
      const auto larger = std::max(static_cast<double>(areaOf(taker->bounds)), usual);
      if (static_cast<double>(areaOf(both)) <= kHardlyLarger * larger) {
        taker->bounds = both;
        taker->inkPixels += island.inkPixels;
        continue;
      }
    }
    kept.push_back(island);
  }
  islands = std::move(kept);
}

// One use, step by step.
class Casting {
 public:
  Casting(const PixelMask& faint, const PixelMask& solid, const IslandRule& rule)
      : faint_(faint), rule_(rule), owners_(faint.size()) {
    const LabelledRuns labelled = labelledRuns(solid, rule.join, KeepRuns::Yes);
    const auto takers = takersOf(labelled, solid, rule.minInk, rule.join * kSpeckReach);
    count_ = static_cast<std::uint32_t>(takers.size());
    std::size_t at = 0;
    for (int y = 0; y < static_cast<int>(labelled.rowEnds.size()); ++y) {
      for (; at < labelled.rowEnds[static_cast<std::size_t>(y)]; ++at) {
        const IslandRun& run = labelled.runs[at];
        if (takers[run.island] == kNoIsland) continue;
        for (int x = run.begin; x < run.end; ++x) {
          if (solid.test(x, y)) owners_.at(x, y) = takers[run.island] + 1;
        }
      }
    }
  }

  Islands result(const std::optional<ShadowFall>& fall) {
    owners_.grow(1, [&](int x, int y) { return faint_.test(x, y); });
    if (fall) give(*fall);
    owners_.grow(std::numeric_limits<int>::max(), [&](int x, int y) { return faint_.test(x, y); });
    return gathered();
  }

 private:
  // Gives soft pixels to what lies where they are moved back to, but for little pieces.
  void give(const ShadowFall& fall) {
    PixelNumbers near = owners_;
    near.grow(kMisses, [](int, int) { return true; });
    PixelNumbers cast(faint_.size());
    eachPixel(faint_, [&](int x, int y) {
      if (owners_.at(x, y) != 0 || !near.holds(x - fall.x, y - fall.y)) return;
      cast.at(x, y) = near.at(x - fall.x, y - fall.y);
    });
    PixelNumbers pieceOf(faint_.size());
    const PixelNumbers::Pieces pieces = cast.pieces(pieceOf);
    std::vector<int> largest(count_ + 1, 0);
    for (std::size_t i = 1; i < pieces.pixels.size(); ++i) {
      largest[pieces.numberOf[i]] = std::max(largest[pieces.numberOf[i]], pieces.pixels[i]);
    }
    eachPixel(faint_, [&](int x, int y) {
      const std::uint32_t piece = pieceOf.at(x, y);
      if (piece == 0) return;
      const std::uint32_t owner = pieces.numberOf[piece];
      const int pixels = pieces.pixels[piece];
      if (pixels >= kLeastPiecePixels && pixels >= kLeastPiece * largest[owner]) {
        owners_.at(x, y) = owner;
      }
    });
  }

  Islands gathered() {
    Islands result;
    std::vector<Island> islands(count_);
    PixelMask left(faint_.width(), faint_.height());
    eachPixel(faint_, [&](int x, int y) {
      const std::uint32_t owner = owners_.at(x, y);
      if (owner == 0) {
        left.set(x, y);
        return;
      }
      islands[owner - 1].bounds = united(islands[owner - 1].bounds, {x, y, 1, 1});
      ++islands[owner - 1].inkPixels;
    });
    for (const Island& island : islands) {
      if (island.inkPixels > 0) result.all.push_back(island);
    }
    for (const Island& island : labelledRuns(left, rule_.join, KeepRuns::No).islands) {
      const bool few = island.inkPixels < std::max(kLeastLeftPixels, rule_.minInk);
      (few ? result.dropped : result.all).push_back(island);
    }
    gatherWithin(result.all);
    inReadingOrder(result.all);
    inReadingOrder(result.dropped);
    return result;
  }

  const PixelMask& faint_;
  const IslandRule& rule_;
  PixelNumbers owners_;
  std::uint32_t count_ = 0;
};

}  // namespace

std::optional<ShadowFall> shadowFall(const PixelMask& faint, const PixelMask& solid) {
  const std::vector<Spot> soft = softApart(faint, solid);
  const long long solids = countOf(solid);
  if (soft.empty() || solids == 0) return std::nullopt;
  ShadowFall fall;
  fall.softBySolid = static_cast<double>(soft.size()) / static_cast<double>(solids);
  const std::size_t step = (soft.size() + kSamples - 1) / kSamples;
  std::vector<Spot> samples;
  for (std::size_t i = 0; i < soft.size(); i += step) samples.push_back(soft[i]);
  const auto solidAt = [&](int x, int y) {
    return x >= 0 && y >= 0 && x < solid.width() && y < solid.height() && solid.test(x, y);
  };
  std::size_t most = 0;
  for (int dy = -kFarthest; dy <= kFarthest; ++dy) {
    for (int dx = -kFarthest; dx <= kFarthest; ++dx) {
      if (std::max(std::abs(dx), std::abs(dy)) < kNearest) continue;
      const auto covered = static_cast<std::size_t>(
          std::count_if(samples.begin(), samples.end(),
                        [&](const Spot& spot) { return solidAt(spot.x - dx, spot.y - dy); }));
      if (covered <= most) continue;
      most = covered;
      fall.x = dx;
      fall.y = dy;
    }
  }
  if (most == 0) return std::nullopt;
  const auto nearOne = [&](const Spot& spot) {
    for (int v = -kMisses; v <= kMisses; ++v) {
      for (int u = -kMisses; u <= kMisses; ++u) {
        if (solidAt(spot.x - fall.x + u, spot.y - fall.y + v)) return true;
      }
    }
    return false;
  };
  const auto all = static_cast<double>(samples.size());
  fall.covered = static_cast<double>(most) / all;
  fall.near = static_cast<double>(std::count_if(samples.begin(), samples.end(), nearOne)) / all;
  return fall;
}

bool isLikely(const ShadowFall& fall) {
  return fall.covered >= kLeastCovered && fall.near >= kLeastNear && fall.softBySolid >= kLeastSoft;
}

Islands islandsWithShadows(const PixelMask& faint, const PixelMask& solid, const IslandRule& rule) {
  return Casting(faint, solid, rule).result(shadowFall(faint, solid));
}

}  // namespace amber
