#include "core/fit/tiles/tile_seams.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <map>
#include <tuple>

#include "core/base/parallel.h"

namespace amber {
namespace {

constexpr int kLeastInk = 8;         // px
constexpr int kNear = 24 * 24;       // the square of a distance of colours
constexpr double kLeastStep = 1;     // px
constexpr double kTolerance = 1e-6;  // px

bool alike(const Rgba& a, const Rgba& b) {
  const int r = a.r - b.r;
  const int g = a.g - b.g;
  const int c = a.b - b.b;
  return r * r + g * g + c * c <= kNear;
}

// A side with which of its first 64 px have ink, to leave out most pairs at once.
struct Strip {
  const std::vector<Rgba>* ink = nullptr;
  std::uint64_t bits = 0;
};

Strip stripOf(const std::vector<Rgba>& ink) {
  Strip strip{&ink};
  for (std::size_t i = 0; i < std::min<std::size_t>(64, ink.size()); ++i) {
    if (ink[i].a != 0) strip.bits |= std::uint64_t{1} << i;
  }
  return strip;
}

bool mayContinue(const Strip& a, const Strip& b) {
  if (a.ink->size() != b.ink->size() || a.ink->size() > 64) return a.ink->size() == b.ink->size();
  const int both = std::popcount(a.bits & b.bits);
  const int either = std::popcount(a.bits | b.bits);
  return both * 5 >= either * 4 && both > 0;
}

using Decisions = std::map<std::tuple<FrameId, TileSide, FrameId>, bool>;

Decisions decisionsOf(const Project& project) {
  Decisions decisions;
  for (const auto& asset : project.assets) {
    for (const TileDecision& one : asset->tileDecisions) {
      decisions[{one.tile, one.side, one.neighbour}] = one.together;
    }
  }
  return decisions;
}

// The greatest difference between the ends of facing spans that is a step.
void addStep(const TileEdge& a, const TileEdge& b, double step, TileSeam& seam) {
  const auto compare = [&](double endA, double endB) {
    const double by = std::abs(endA - endB);
    if (by < kLeastStep - kTolerance || by > step + kTolerance || by <= seam.px) return;
    seam.fault = SeamFault::Step;
    seam.px = by;
    seam.endA = endA;
    seam.endB = endB;
  };
  for (const EdgeSpan& p : a.covered) {
    for (const EdgeSpan& q : b.covered) {
      if (std::min(p.to, q.to) <= std::max(p.from, q.from)) continue;
      compare(p.from, q.from);
      compare(p.to, q.to);
    }
  }
}

double lengthOf(const std::vector<EdgeSpan>& spans) {
  double length = 0;
  for (const EdgeSpan& span : spans) length += span.to - span.from;
  return length;
}

class Pairs {
 public:
  Pairs(const Project& project, const std::vector<Tile>& tiles, const SeamChoice& choice)
      : tiles_(tiles), choice_(choice), decisions_(decisionsOf(project)) {
    for (const Tile& tile : tiles) {
      std::array<Strip, 4>& strips = strips_.emplace_back();
      for (std::size_t side = 0; side < strips.size(); ++side) {
        strips[side] = stripOf(tile.ink[side]);
      }
    }
  }

  std::vector<TileSeam> from(std::size_t a) const {
    std::vector<TileSeam> seams;
    for (const TileSide side : {TileSide::Right, TileSide::Below}) {
      for (std::size_t b = 0; b < tiles_.size(); ++b) {
        if (!wanted(tiles_[a], tiles_[b]) || !together(a, side, b)) continue;
        TileSeam seam = seamOf(edgeOf(a, facing(side)), edgeOf(b, facedBy(side)), choice_.step);
        seam.a = a;
        seam.b = b;
        seam.side = side;
        seams.push_back(seam);
      }
    }
    return seams;
  }

 private:
  const TileEdge& edgeOf(std::size_t tile, CellSide side) const {
    return tiles_[tile].edges[static_cast<std::size_t>(side)];
  }

  bool wanted(const Tile& a, const Tile& b) const {
    if (choice_.frame != nullptr) return a.frame == choice_.frame || b.frame == choice_.frame;
    if (tiles_.size() > kMostSeamTiles && a.asset != b.asset) return false;
    if (choice_.asset == nullptr) return true;
    if (choice_.with == nullptr) return a.asset == choice_.asset || b.asset == choice_.asset;
    return (a.asset == choice_.asset && b.asset == choice_.with) ||
           (b.asset == choice_.asset && a.asset == choice_.with);
  }

  bool together(std::size_t a, TileSide side, std::size_t b) const {
    if (!decisions_.empty()) {
      const auto decided = decisions_.find({tiles_[a].frame->id, side, tiles_[b].frame->id});
      if (decided != decisions_.end()) return decided->second;
    }
    const Strip& p = strips_[a][static_cast<std::size_t>(facing(side))];
    const Strip& q = strips_[b][static_cast<std::size_t>(facedBy(side))];
    return mayContinue(p, q) && continues(*p.ink, *q.ink);
  }

  const std::vector<Tile>& tiles_;
  const SeamChoice& choice_;
  Decisions decisions_;
  std::vector<std::array<Strip, 4>> strips_;
};

}  // namespace

CellSide facing(TileSide side) {
  return side == TileSide::Right ? CellSide::Right : CellSide::Bottom;
}

CellSide facedBy(TileSide side) {
  return side == TileSide::Right ? CellSide::Left : CellSide::Top;
}

bool continues(const std::vector<Rgba>& a, const std::vector<Rgba>& b) {
  if (a.size() != b.size()) return false;
  int both = 0;
  int either = 0;
  int same = 0;
  for (std::size_t i = 0; i < a.size(); ++i) {
    const bool inA = a[i].a != 0;
    const bool inB = b[i].a != 0;
    either += inA || inB ? 1 : 0;
    if (!inA || !inB) continue;
    ++both;
    same += alike(a[i], b[i]) ? 1 : 0;
  }
  const int half = static_cast<int>((a.size() + 1) / 2);
  return both >= std::min(kLeastInk, half) && same * 5 >= either * 4;
}

TileSeam seamOf(const TileEdge& a, const TileEdge& b, double step) {
  TileSeam seam;
  const auto worse = [&](SeamFault fault, double ofA, double ofB) {
    if (std::max(ofA, ofB) <= 0) return false;
    seam.fault = fault;
    seam.atB = ofB > ofA;
    seam.px = std::max(ofA, ofB);
    return true;
  };
  if (worse(SeamFault::Gap, a.gap, b.gap)) return seam;
  if (worse(SeamFault::Overhang, a.overhang, b.overhang)) return seam;
  if (a.covered.empty() != b.covered.empty()) {
    seam.fault = SeamFault::Open;
    seam.atB = b.covered.empty();
    seam.px = lengthOf(a.covered) + lengthOf(b.covered);
    return seam;
  }
  addStep(a, b, step, seam);
  return seam;
}

std::vector<TileSeam> tileSeams(const Project& project, const std::vector<Tile>& tiles,
                                const SeamChoice& choice) {
  const Pairs pairs(project, tiles, choice);
  std::vector<std::vector<TileSeam>> found(tiles.size());
  forEachIndex(tiles.size(), [&](std::size_t a) { found[a] = pairs.from(a); });
  std::vector<TileSeam> seams;
  for (const auto& some : found) seams.insert(seams.end(), some.begin(), some.end());
  return seams;
}

}  // namespace amber
