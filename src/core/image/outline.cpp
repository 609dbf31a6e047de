#include "core/image/outline.h"

#include <bit>
#include <cmath>

#include "core/image/ink/ink_runs.h"
#include "core/image/row_hull.h"

namespace amber {

std::vector<Vertex> outlineOf(const PixelMask& ink) {
  const InkRuns runs(ink);
  return runs.count() == 0 ? std::vector<Vertex>() : runs.outlineFrom(0);
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
  const InkRuns runs(mask);
  PixelMask island(mask.width(), mask.height());
  for (const std::uint32_t at : runs.largestIsland()) {
    const InkRun& run = runs[at];
    setRun(island, run.y, run.x0, run.x1);
  }
  return island;
}

std::vector<Vertex> hullOf(const PixelMask& mask) {
  RowHull hull(mask.height());
  for (int y = 0; y < mask.height(); ++y) {
    const std::uint64_t* row = mask.row(y);
    int first = 0;
    while (first < mask.wordsPerRow() && row[first] == 0) ++first;
    if (first == mask.wordsPerRow()) continue;
    int last = mask.wordsPerRow() - 1;
    while (row[last] == 0) --last;
    hull.add(y, first * 64 + std::countr_zero(row[first]),
             last * 64 + 64 - std::countl_zero(row[last]));
  }
  return hull.corners();
}

}  // namespace amber
