#include "core/cut/grids/drawn_lines.h"

#include <algorithm>
#include <cstdint>
#include <unordered_map>

namespace amber {
namespace {

constexpr int kLeastCellSide = 4;
// Shares of the edge pixels that must be of the colour, and of those one further in that may be.
constexpr double kLine = 0.7;
constexpr double kGoesOn = 0.5;
// This many cells are enough to recognise a sheet without lines: no colour has half of their edges.
constexpr std::size_t kFewCells = 6;
constexpr double kHalf = 0.5;

std::uint32_t keyOf(const Rgba& c) {
  return static_cast<std::uint32_t>(c.r) << 24 | static_cast<std::uint32_t>(c.g) << 16 |
         static_cast<std::uint32_t>(c.b) << 8 | c.a;
}

// How often each colour is met along the edges of rectangles.
class RingColours {
 public:
  void add(const Image& image, const PixelRect& rect) {
    for (int x = rect.x; x < rect.right(); ++x) {
      addPixel(image.at(x, rect.y));
      if (rect.h > 1) addPixel(image.at(x, rect.bottom() - 1));
    }
    for (int y = rect.y + 1; y + 1 < rect.bottom(); ++y) {
      addPixel(image.at(rect.x, y));
      if (rect.w > 1) addPixel(image.at(rect.right() - 1, y));
    }
  }

  long long all() const { return all_; }
  long long count(std::uint32_t colour) const {
    const auto found = counts_.find(colour);
    return found == counts_.end() ? 0 : found->second;
  }
  // The most frequent colour and how often it is met; of two the lower.
  std::pair<std::uint32_t, long long> most() const {
    std::pair<std::uint32_t, long long> most{0, 0};
    for (const auto& [colour, count] : counts_) {
      if (count > most.second || (count == most.second && colour < most.first)) {
        most = {colour, count};
      }
    }
    return most;
  }

 private:
  void addPixel(const Rgba& pixel) {
    ++counts_[keyOf(pixel)];
    ++all_;
  }

  std::unordered_map<std::uint32_t, long long> counts_;
  long long all_ = 0;
};

}  // namespace

std::optional<Grid> withinDrawnLines(const Image& image, const PixelMask& ink, const Grid& grid) {
  if (grid.cell.w < kLeastCellSide || grid.cell.h < kLeastCellSide) return std::nullopt;
  RingColours edge;  // the outermost pixels of the cells
  RingColours next;  // those one further in
  std::size_t looked = 0;
  for (const PixelRect& cell : cellsOf(grid)) {
    // A place that holds nothing has no line either.
    if (countWithin(ink, cell) == 0) continue;
    edge.add(image, cell);
    next.add(image, {cell.x + 1, cell.y + 1, cell.w - 2, cell.h - 2});
    // Most sheets have no lines, and a few cells are enough to see that.
    if (++looked != kFewCells) continue;
    const auto [colour, most] = edge.most();
    if ((colour & 255) == 0 ||
        static_cast<double>(most) < kHalf * static_cast<double>(edge.all())) {
      return std::nullopt;
    }
  }
  if (edge.all() == 0 || next.all() == 0) return std::nullopt;
  const auto [colour, most] = edge.most();
  // A colour that continues inward is the ground, and a transparent edge is not a line.
  if ((colour & 255) == 0 || static_cast<double>(most) < kLine * static_cast<double>(edge.all()) ||
      static_cast<double>(next.count(colour)) > kGoesOn * static_cast<double>(next.all())) {
    return std::nullopt;
  }
  Grid less = grid;
  less.cell = {grid.cell.w - 2, grid.cell.h - 2};
  less.margin = {grid.margin.w + 1, grid.margin.h + 1};
  less.gutter = {grid.gutter.w + 2, grid.gutter.h + 2};
  return less;
}

}  // namespace amber
