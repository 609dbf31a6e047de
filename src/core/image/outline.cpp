#include "core/image/outline.h"

#include <algorithm>
#include <array>
#include <bit>
#include <cmath>

namespace amber {
namespace {

struct Way {
  int dx;
  int dy;
};
// Right, down, left, up.
constexpr std::array<Way, 4> kWays = {{{1, 0}, {0, 1}, {-1, 0}, {0, -1}}};

// The pixel to the left of one who walks from the lattice point (x, y), and the one to the right.
// Around the ink the mask has a margin, so that no step needs to be looked after.
bool leftOf(const PixelMask& mask, int x, int y, unsigned way) {
  static constexpr std::array<Way, 4> kAt = {{{0, -1}, {0, 0}, {-1, 0}, {-1, -1}}};
  return mask.test(x + kAt[way].dx, y + kAt[way].dy);
}
bool rightOf(const PixelMask& mask, int x, int y, unsigned way) {
  return leftOf(mask, x, y, (way + 1) & 3);
}

// Set pixels [x0, x1) of a row.
struct Run {
  int y;
  int x0;
  int x1;
};

void addRuns(const PixelMask& mask, int y, std::vector<Run>& runs) {
  const std::uint64_t* row = mask.row(y);
  int open = -1;  // where the run under way began
  for (int i = 0; i < mask.wordsPerRow(); ++i) {
    const std::uint64_t word = row[i];
    int at = 0;
    while (at < 64) {
      // Of what is left of the word, as long as it goes on in one state.
      const std::uint64_t rest = (open >= 0 ? ~word : word) >> at;
      if (rest == 0) break;
      at += std::countr_zero(rest);
      if (open >= 0) {
        runs.push_back({y, open, i * 64 + at});
        open = -1;
      } else {
        open = i * 64 + at;
      }
    }
  }
  if (open >= 0) runs.push_back({y, open, mask.width()});
}

struct Corner {
  int x;
  int y;
};

// The next corner of a side of a hull that goes down, the right one turning right (way 1).
void addToSide(std::vector<Corner>& side, Corner next, int way) {
  while (side.size() >= 2) {
    const Corner& a = side[side.size() - 2];
    const Corner& b = side.back();
    // Images are small enough for int, see kLongestImageSide.
    const int turn = (b.x - a.x) * (next.y - a.y) - (b.y - a.y) * (next.x - a.x);
    if (way * turn > 0) break;
    side.pop_back();
  }
  side.push_back(next);
}

std::uint32_t rootOf(std::vector<std::uint32_t>& parents, std::uint32_t at) {
  while (parents[at] != at) {
    parents[at] = parents[parents[at]];
    at = parents[at];
  }
  return at;
}

}  // namespace

std::vector<Vertex> outlineOf(const PixelMask& ink) {
  std::vector<Vertex> corners;
  const auto bounds = boundsOf(ink);
  if (!bounds) return corners;
  const PixelMask mask = cropped(ink, {bounds->x - 1, bounds->y - 1, bounds->w + 2, bounds->h + 2});
  const double left = bounds->x - 1;
  const double top = bounds->y - 1;
  int startX = 1;
  while (!mask.test(startX, 1)) ++startX;
  int x = startX;
  int y = 1;
  unsigned way = 0;
  // Ink is kept to the right. Where it also lies ahead to the left, one turns left first, so that
  // pixels that touch by a corner are of one outline.
  do {
    corners.push_back({left + x, top + y});
    bool turnsLeft = false;
    do {
      x += kWays[way].dx;
      y += kWays[way].dy;
      turnsLeft = leftOf(mask, x, y, way);
    } while (!turnsLeft && rightOf(mask, x, y, way));
    way = (way + (turnsLeft ? 3 : 1)) & 3;
  } while (x != startX || y != 1 || way != 0);
  return corners;
}

std::vector<Vertex> edgeMiddles(const std::vector<Vertex>& outline) {
  std::vector<Vertex> middles;
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Vertex& p = outline[i];
    const Vertex& q = outline[i + 1 == outline.size() ? 0 : i + 1];
    const double length = std::abs(q.x - p.x) + std::abs(q.y - p.y);
    const double dx = (q.x - p.x) / length;
    const double dy = (q.y - p.y) / length;
    for (double at = 0.5; at < length; ++at) middles.push_back({p.x + dx * at, p.y + dy * at});
  }
  return middles;
}

PixelMask largestIsland(const PixelMask& mask) {
  std::vector<Run> runs;
  std::vector<std::uint32_t> parents;
  runs.reserve(4 * static_cast<std::size_t>(mask.height()));
  parents.reserve(runs.capacity());
  std::size_t above = 0;  // where the runs of the row above begin
  for (int y = 0; y < mask.height(); ++y) {
    const std::size_t begin = runs.size();
    addRuns(mask, y, runs);
    std::size_t last = above;
    for (std::size_t i = begin; i < runs.size(); ++i) {
      parents.push_back(static_cast<std::uint32_t>(i));
      while (last < begin && runs[last].x1 < runs[i].x0) ++last;
      for (std::size_t j = last; j < begin && runs[j].x0 <= runs[i].x1; ++j) {
        const std::uint32_t a = rootOf(parents, static_cast<std::uint32_t>(j));
        const std::uint32_t b = rootOf(parents, static_cast<std::uint32_t>(i));
        // The one that began first is the root: reading order settles ties.
        parents[std::max(a, b)] = std::min(a, b);
      }
    }
    above = begin;
  }
  std::vector<long long> counts(runs.size());
  for (std::size_t i = 0; i < runs.size(); ++i) {
    counts[rootOf(parents, static_cast<std::uint32_t>(i))] += runs[i].x1 - runs[i].x0;
  }
  PixelMask island(mask.width(), mask.height());
  const auto most = std::max_element(counts.begin(), counts.end());
  if (most == counts.end()) return island;
  const auto root = static_cast<std::uint32_t>(most - counts.begin());
  for (std::size_t i = 0; i < runs.size(); ++i) {
    if (rootOf(parents, static_cast<std::uint32_t>(i)) == root) {
      setRun(island, runs[i].y, runs[i].x0, runs[i].x1);
    }
  }
  return island;
}

std::vector<Vertex> hullOf(const PixelMask& mask) {
  // From the top, the corners of the rows' right ends go down one side of the hull, and those of
  // their left ends the other; both are in order of their height already.
  std::vector<Corner> right;
  std::vector<Corner> left;
  right.reserve(static_cast<std::size_t>(mask.height()) + 2);
  left.reserve(static_cast<std::size_t>(mask.height()) + 2);
  for (int y = 0; y < mask.height(); ++y) {
    const std::uint64_t* row = mask.row(y);
    int first = 0;
    while (first < mask.wordsPerRow() && row[first] == 0) ++first;
    if (first == mask.wordsPerRow()) continue;
    int last = mask.wordsPerRow() - 1;
    while (row[last] == 0) --last;
    const int x0 = first * 64 + std::countr_zero(row[first]);
    const int x1 = last * 64 + 64 - std::countl_zero(row[last]);
    // The upper corner of a row counts only where the side goes outward.
    if (right.empty() || x1 > right.back().x) addToSide(right, {x1, y}, 1);
    if (left.empty() || x0 < left.back().x) addToSide(left, {x0, y}, -1);
    addToSide(right, {x1, y + 1}, 1);
    addToSide(left, {x0, y + 1}, -1);
  }
  std::vector<Vertex> hull;
  hull.reserve(right.size() + left.size());
  for (const Corner& corner : right) hull.push_back({1.0 * corner.x, 1.0 * corner.y});
  // The left side goes up again; the level edges at the top and the bottom join the two.
  for (auto corner = left.rbegin(); corner != left.rend(); ++corner) {
    hull.push_back({1.0 * corner->x, 1.0 * corner->y});
  }
  return hull;
}

}  // namespace amber
