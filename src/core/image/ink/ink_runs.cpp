#include "core/image/ink/ink_runs.h"

#include <algorithm>
#include <bit>

namespace amber {

InkRuns::InkRuns(const PixelMask& mask) {
  // Most rows of a figure have few.
  runs_.reserve(4 * static_cast<std::size_t>(mask.height()));
  std::uint32_t above = 0;
  for (int y = 0; y < mask.height(); ++y) {
    const std::uint32_t begin = count();
    addRow(mask, y);
    meet(above, begin);
    above = begin;
  }
  // A run's root so far comes before it, so that that one's own root is known already.
  for (Run& run : runs_) run.root = runs_[run.root].root;
}

void InkRuns::addRow(const PixelMask& mask, int y) {
  const std::uint64_t* row = mask.row(y);
  int open = -1;           // where the run under way began
  std::uint64_t last = 0;  // the pixel before the word
  const auto close = [&](int end) { runs_.push_back({{y, open, end}, count()}); };
  for (int i = 0; i < mask.wordsPerRow(); ++i) {
    // A bit where a run begins, and where one has ended.
    std::uint64_t ends = row[i] ^ (row[i] << 1 | last);
    last = row[i] >> 63;
    for (; ends != 0; ends &= ends - 1) {
      const int x = i * 64 + std::countr_zero(ends);
      if (open < 0) {
        open = x;
      } else {
        close(x);
        open = -1;
      }
    }
  }
  if (open >= 0) close(mask.width());
}

// Joins the runs from `begin` on to those of the row above that they meet.
void InkRuns::meet(std::uint32_t above, std::uint32_t begin) {
  std::uint32_t first = above;
  for (std::uint32_t i = begin; i < count(); ++i) {
    Run& run = runs_[i];
    while (first < begin && runs_[first].pixels.x1 < run.pixels.x0) ++first;
    for (std::uint32_t j = first; j < begin && runs_[j].pixels.x0 <= run.pixels.x1; ++j) {
      runs_[j].below = i;
      // The one that began first is the root: reading order settles ties.
      if (run.above == kNone) {
        run.above = j;
        run.root = runs_[j].root;
        continue;
      }
      const std::uint32_t a = rootOf(j);
      const std::uint32_t b = rootOf(i);
      runs_[std::max(a, b)].root = std::min(a, b);
    }
  }
}

std::uint32_t InkRuns::rootOf(std::uint32_t at) {
  while (runs_[at].root != at) {
    runs_[at].root = runs_[runs_[at].root].root;
    at = runs_[at].root;
  }
  return at;
}

std::vector<std::uint32_t> InkRuns::largestIsland() const {
  std::vector<std::uint32_t> island;
  if (runs_.empty()) return island;
  std::vector<int> counts(runs_.size());  // images are small enough, see kMostImagePixels
  for (const Run& run : runs_) counts[run.root] += run.pixels.x1 - run.pixels.x0;
  const auto root =
      static_cast<std::uint32_t>(std::max_element(counts.begin(), counts.end()) - counts.begin());
  island.resize(runs_.size());
  std::size_t held = 0;
  for (std::uint32_t i = root; i < count(); ++i) {
    island[held] = i;
    held += runs_[i].root == root ? 1U : 0U;
  }
  island.resize(held);
  return island;
}

// Ink is kept to the right: a run's right side goes down, its left side up. Where ink also lies
// ahead to the left, one turns left first, so that pixels that touch by a corner are of one
// outline. From each side on to the next there is one level edge, or none.
std::vector<Vertex> InkRuns::outlineFrom(std::uint32_t first) const {
  std::vector<Vertex> corners;
  // Four for a run at most, and far fewer where there are many.
  corners.reserve(std::min<std::size_t>(4 * runs_.size(), 2048));
  const auto goAcross = [&](int y, int from, int to) {
    if (from == to) return;
    corners.push_back({1.0 * from, 1.0 * y});
    corners.push_back({1.0 * to, 1.0 * y});
  };
  const InkRun& start = (*this)[first];
  goAcross(start.y, start.x0, start.x1);
  std::uint32_t at = first;
  bool down = true;
  while (down || at != first) {
    const InkRun& run = (*this)[at];
    if (down) {
      const std::uint32_t next = runs_[at].below;
      // Under its right end there may be one that leads on to the run beside it.
      const std::uint32_t beside = at + 1;
      if (next == kNone) {
        goAcross(run.y + 1, run.x1, run.x0);
        down = false;
      } else if ((*this)[next].x1 > run.x1 && (*this)[beside].y == run.y &&
                 (*this)[beside].x0 <= (*this)[next].x1) {
        goAcross(run.y + 1, run.x1, (*this)[beside].x0);
        at = beside;
        down = false;
      } else {
        goAcross(run.y + 1, run.x1, (*this)[next].x1);
        at = next;
      }
    } else {
      const std::uint32_t next = runs_[at].above;
      const std::uint32_t beside = at - 1;
      if (next == kNone) {
        goAcross(run.y, run.x0, run.x1);
        down = true;
      } else if ((*this)[next].x0 < run.x0 && (*this)[beside].y == run.y &&
                 (*this)[beside].x1 >= (*this)[next].x0) {
        goAcross(run.y, run.x0, (*this)[beside].x1);
        at = beside;
        down = true;
      } else {
        goAcross(run.y, run.x0, (*this)[next].x0);
        at = next;
      }
    }
  }
  return corners;
}

}  // namespace amber
