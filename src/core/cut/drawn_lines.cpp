#include "core/cut/drawn_lines.h"

#include <algorithm>
#include <cstdint>
#include <map>

namespace amber {
namespace {

constexpr int kLeastCellSide = 4;
// Shares of the edge pixels that must be of the colour, and of those one further in that may be.
constexpr double kLine = 0.97;
constexpr double kGoesOn = 0.5;

std::uint32_t keyOf(const Rgba& c) {
  return static_cast<std::uint32_t>(c.r) << 24 | static_cast<std::uint32_t>(c.g) << 16 |
         static_cast<std::uint32_t>(c.b) << 8 | c.a;
}

}  // namespace

std::optional<Grid> withinDrawnLines(const Image& image, const PixelMask& ink, const Grid& grid) {
  if (grid.cell.w < kLeastCellSide || grid.cell.h < kLeastCellSide) return std::nullopt;
  std::map<std::uint32_t, long long> edge;  // the outermost pixels of the cells, by colour
  std::map<std::uint32_t, long long> next;  // those one further in
  long long edges = 0;
  long long nexts = 0;
  for (const PixelRect& cell : cellsOf(grid)) {
    // A place that holds nothing has no line either.
    if (countWithin(ink, cell) == 0) continue;
    for (int y = cell.y; y < cell.bottom(); ++y) {
      for (int x = cell.x; x < cell.right(); ++x) {
        const int depth =
            std::min({x - cell.x, y - cell.y, cell.right() - 1 - x, cell.bottom() - 1 - y});
        if (depth > 1) continue;
        ++(depth == 0 ? edge : next)[keyOf(image.at(x, y))];
        ++(depth == 0 ? edges : nexts);
      }
    }
  }
  if (edges == 0 || nexts == 0) return std::nullopt;
  std::uint32_t colour = 0;
  long long most = 0;
  for (const auto& [key, count] : edge) {
    if (count <= most) continue;
    most = count;
    colour = key;
  }
  // What goes on further in is the ground, and nothing at all is no line.
  const auto same = next.find(colour);
  const long long goesOn = same == next.end() ? 0 : same->second;
  if ((colour & 255) == 0 || static_cast<double>(most) < kLine * static_cast<double>(edges) ||
      static_cast<double>(goesOn) > kGoesOn * static_cast<double>(nexts)) {
    return std::nullopt;
  }
  Grid less = grid;
  less.cell = {grid.cell.w - 2, grid.cell.h - 2};
  less.margin = {grid.margin.w + 1, grid.margin.h + 1};
  less.gutter = {grid.gutter.w + 2, grid.gutter.h + 2};
  return less;
}

}  // namespace amber
