#include "core/cut/grids/gutter_search.h"

#include <algorithm>
#include <map>
#include <numeric>
#include <optional>
#include <utility>

namespace amber {
namespace {

// Colours of drawn lines that are tried, the most frequent first.
constexpr std::size_t kMostColours = 4;
// A gutter that shows is better evidence than any likeness; a drawn one is the best.
constexpr double kBlankScore = 0.99;
constexpr double kDrawnScore = 0.99;
// Tiles hold at least this share of their greatest ink at their edges.
constexpr double kFilled = 0.62;
// Less beside a cell is a margin, px, unless only the cell with that room is a multiple of 8 px, as
// cells mostly are.
constexpr int kLeastRoom = 2;
constexpr int kCommonStep = 8;
// Drawn lines indicate cells only if at most this many cells lack a line for each cell that has
// both.
constexpr int kMostMissing = 2;

struct Strip {
  int start;
  int width;
  int end() const { return start + width; }
};

// What one column holds: a colour from top to bottom, or more than one. Pixels without ink are one
// colour, whatever lies under them.
struct ColumnColour {
  bool plain = true;
  bool inked = false;
  Rgba colour;
};

std::vector<ColumnColour> columnColours(const Image& image, const PixelMask& ink) {
  std::vector<ColumnColour> columns(static_cast<std::size_t>(image.width()));
  for (int x = 0; x < image.width(); ++x) {
    ColumnColour& column = columns[static_cast<std::size_t>(x)];
    column.inked = ink.test(x, 0);
    column.colour = column.inked ? image.at(x, 0) : Rgba{};
  }
  // Columns that are plain so far; most are not for long.
  std::vector<int> left(columns.size());
  std::iota(left.begin(), left.end(), 0);
  for (int y = 1; y < image.height() && !left.empty(); ++y) {
    const Rgba* row = image.row(y);
    std::erase_if(left, [&](int x) {
      ColumnColour& column = columns[static_cast<std::size_t>(x)];
      const bool inked = ink.test(x, y);
      column.plain = inked == column.inked && (!inked || row[x] == column.colour);
      return !column.plain;
    });
  }
  return columns;
}

std::vector<Strip> stripsBetween(const std::vector<bool>& apart) {
  std::vector<Strip> strips;
  for (int x = 0; x < static_cast<int>(apart.size()); ++x) {
    if (apart[static_cast<std::size_t>(x)]) continue;
    if (strips.empty() || strips.back().end() != x) strips.push_back({x, 0});
    ++strips.back().width;
  }
  return strips;
}

// The cut by drawn lines: every strip between them is a cell, or several where a line is missing,
// but for one that may be left over.
std::optional<AxisCut> cutByLines(const std::vector<bool>& apart) {
  const std::vector<Strip> strips = stripsBetween(apart);
  if (strips.size() < 2) return std::nullopt;
  const int cell = strips.front().width;
  const int step = strips[1].start - strips[0].start;
  const int gutter = step - cell;
  if (cell < kLeastCell || gutter > cell) return std::nullopt;
  int count = 0;
  int single = 0;
  for (const Strip& strip : strips) {
    const bool last = &strip == &strips.back();
    if (strip.start != strips[0].start + count * step) return std::nullopt;
    if ((strip.width + gutter) % step != 0) {
      if (!last || strips.size() < 3) return std::nullopt;
      // What is left is cells too, where they go on to the edge of the sheet.
      const int left = static_cast<int>(apart.size()) - strip.start;
      if ((left + gutter) % step == 0) count += (left + gutter) / step;
      break;
    }
    count += (strip.width + gutter) / step;
    single += strip.width == cell ? 1 : 0;
  }
  if (single < 2 || count > kMostMissing * single) return std::nullopt;
  return AxisCut{cell, strips.front().start, gutter, count, kDrawnScore, 0};
}

// Whether the ink of strips goes straight to their edges, as that of tiles does; figures taper.
bool fillTheirStrips(const std::vector<Strip>& strips, int cell, const std::vector<int>& counts) {
  double edges = 0;
  double most = 0;
  for (const Strip& strip : strips) {
    if (strip.width != cell) continue;
    edges += counts[static_cast<std::size_t>(strip.start)] +
             counts[static_cast<std::size_t>(strip.end() - 1)];
    most += 2.0 * *std::max_element(counts.begin() + strip.start, counts.begin() + strip.end());
  }
  return edges > kFilled * most;
}

// The cut by blank columns, where most strips are equally wide and a steady step apart; narrower
// strips are tiles that do not fill their cell.
std::optional<AxisCut> cutByBlanks(const std::vector<bool>& apart, const std::vector<int>& counts) {
  const std::vector<Strip> strips = stripsBetween(apart);
  if (strips.size() < 2) return std::nullopt;
  const int side = static_cast<int>(apart.size());
  int cell = 0;
  for (const Strip& strip : strips) cell = std::max(cell, strip.width);
  const auto full = std::count_if(strips.begin(), strips.end(),
                                  [&](const Strip& strip) { return strip.width == cell; });
  int step = side;
  int start = -1;
  for (const Strip& strip : strips) {
    if (strip.width != cell) continue;
    if (start >= 0) step = std::min(step, strip.start - start);
    start = strip.start;
  }
  const int gutter = step - cell;
  if (cell < kLeastCell || gutter < 1 || gutter > std::max(2, cell / 2) || full < 2 ||
      full * 2 < static_cast<long>(strips.size()) || !fillTheirStrips(strips, cell, counts)) {
    return std::nullopt;
  }
  const int margin = start % step;
  for (const Strip& strip : strips) {
    const int offset = (strip.start - margin + step) % step;
    if (offset + strip.width > cell) return std::nullopt;
  }
  // Equal free space on both sides of each cell belongs to the cells.
  const bool room = margin >= kLeastRoom || (step % kCommonStep == 0 && cell % kCommonStep != 0);
  if (room && gutter == 2 * margin && side % step == 0) {
    return AxisCut{step, 0, 0, side / step, kBlankScore, 0};
  }
  const int count = (side - margin + gutter) / step;
  return AxisCut{cell, margin, gutter, count, kBlankScore, 0};
}

}  // namespace

std::vector<AxisCut> gutterCuts(const Image& image, const PixelMask& ink) {
  const std::vector<ColumnColour> columns = columnColours(image, ink);
  std::vector<bool> blank;
  std::map<std::uint32_t, int> drawn;
  const auto codeOf = [](const Rgba& c) {
    return std::uint32_t{c.r} << 24 | std::uint32_t{c.g} << 16 | std::uint32_t{c.b} << 8 | c.a;
  };
  for (const ColumnColour& column : columns) {
    blank.push_back(column.plain && !column.inked);
    if (column.plain && column.inked) ++drawn[codeOf(column.colour)];
  }
  std::vector<AxisCut> cuts;
  if (const auto cut = cutByBlanks(blank, columnCounts(ink))) cuts.push_back(*cut);
  std::vector<std::pair<int, std::uint32_t>> colours;
  colours.reserve(drawn.size());
  for (const auto& [code, count] : drawn) colours.emplace_back(-count, code);
  std::sort(colours.begin(), colours.end());
  if (colours.size() > kMostColours) colours.resize(kMostColours);
  for (const auto& [count, code] : colours) {
    std::vector<bool> apart;
    apart.reserve(columns.size());
    for (const ColumnColour& column : columns) {
      apart.push_back(column.plain && column.inked && codeOf(column.colour) == code);
    }
    if (const auto cut = cutByLines(apart)) cuts.push_back(*cut);
  }
  return cuts;
}

}  // namespace amber
