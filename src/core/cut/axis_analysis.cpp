#include "core/cut/axis_analysis.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <optional>

namespace amber {
namespace {

// Cells smaller than this are texture, not frames, px.
constexpr int kLeastCell = 6;
// What one undivided side scores: any sound division is better, any poor one worse.
constexpr double kUndivided = 0.4;
// Where more of the sheet than this is ink, gaps say nothing and colours are asked.
constexpr double kSolid = 0.97;
// Of two grids that do about equally well, the finer one is meant: a cell that holds two figures is
// as much like its neighbours as a cell that holds one. This is the share that twice as many earn.
constexpr double kFiner = 0.12;
// Keeps scores below 1 up to 64 cells a side.
constexpr double kMostFiner = 1 + kFiner * 6;
// Rows that are looked at for likeness at most; more would not change the answer.
constexpr int kMostRows = 512;

// For each column, the rows in which ink runs from the column before into it.
std::vector<int> joinsOf(const PixelMask& ink) {
  PixelMask both(ink.width(), ink.height());
  for (int y = 0; y < ink.height(); ++y) {
    const std::uint64_t* row = ink.row(y);
    for (int i = 0; i < ink.wordsPerRow(); ++i) {
      const std::uint64_t carried = i > 0 ? row[i - 1] >> 63 : 0;
      both.row(y)[i] = row[i] & (row[i] << 1 | carried);
    }
  }
  return columnCounts(both);
}

// Whether all pixels of a column have one colour: blank, or a drawn guide line.
std::vector<bool> plainColumns(const Image& image) {
  std::vector<bool> plain(static_cast<std::size_t>(image.width()), true);
  for (int y = 1; y < image.height(); ++y) {
    const Rgba* row = image.row(y);
    const Rgba* first = image.row(0);
    for (int x = 0; x < image.width(); ++x) {
      const bool bothClear = row[x].a == 0 && first[x].a == 0;
      if (!bothClear && row[x] != first[x]) plain[static_cast<std::size_t>(x)] = false;
    }
  }
  return plain;
}

struct Strip {
  int start;
  int width;
};

std::vector<Strip> stripsBetween(const std::vector<bool>& plain) {
  std::vector<Strip> strips;
  for (int x = 0; x < static_cast<int>(plain.size()); ++x) {
    if (plain[static_cast<std::size_t>(x)]) continue;
    if (strips.empty() || strips.back().start + strips.back().width != x) strips.push_back({x, 0});
    ++strips.back().width;
  }
  return strips;
}

// The cut by gutters, where equal strips stand a steady step apart and everything lies in a cell.
std::optional<AxisCut> gutterCut(const std::vector<bool>& plain) {
  const std::vector<Strip> strips = stripsBetween(plain);
  if (strips.size() < 2) return std::nullopt;
  const int side = static_cast<int>(plain.size());
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
  // Figures with air around them make strips too, but not equal ones.
  if (cell < kLeastCell || gutter < 1 || gutter > std::max(2, cell / 6) || full < 2 ||
      full * 2 < static_cast<long>(strips.size())) {
    return std::nullopt;
  }
  const int margin = start % step;
  for (const Strip& strip : strips) {
    const int offset = (strip.start - margin + step) % step;
    if (offset + strip.width > cell) return std::nullopt;
  }
  const int count = (side - margin + gutter) / step;
  return AxisCut{cell, margin, gutter, count, 0.95};
}

// How alike the cells hold their ink: the chance that a pixel that is ink in one of them is ink in
// another, over cells that hold any.
double likeness(const PixelMask& ink, int cell, int count) {
  const int rowStep = std::max(1, ink.height() / kMostRows);
  double shared = 0;
  double total = 0;
  std::vector<int> hits(static_cast<std::size_t>(cell));
  for (int y = 0; y < ink.height(); y += rowStep) {
    std::fill(hits.begin(), hits.end(), 0);
    int filled = 0;
    for (int k = 0; k < count; ++k) {
      bool any = false;
      for (int u = 0; u < cell; ++u) {
        if (!ink.test(k * cell + u, y)) continue;
        any = true;
        ++hits[static_cast<std::size_t>(u)];
      }
      filled += any;
    }
    if (filled < 2) continue;
    for (const int hit : hits) {
      shared += static_cast<double>(hit) * (hit - 1) / (filled - 1);
      total += hit;
    }
  }
  return total == 0 ? 0 : shared / total;
}

// How much of the ink that a line meets on average runs across these cuts, 0 (none) to 1.
double crossedShare(const std::vector<int>& joins, int cell, int count) {
  double all = 0;
  for (const int join : joins) all += join;
  const double mean = all / static_cast<double>(joins.size());
  if (mean == 0) return 0;
  double cut = 0;
  for (int k = 1; k < count; ++k)
    cut += joins[static_cast<std::size_t>(k) * static_cast<std::size_t>(cell)];
  return std::min(1.0, cut / (count - 1) / mean);
}

// For each column, how much its colours differ from those of the column before.
std::vector<double> breaksOf(const Image& image) {
  std::vector<double> breaks(static_cast<std::size_t>(image.width()));
  for (int y = 0; y < image.height(); ++y) {
    const Rgba* row = image.row(y);
    for (int x = 1; x < image.width(); ++x) {
      breaks[static_cast<std::size_t>(x)] += std::abs(row[x].r - row[x - 1].r) +
                                             std::abs(row[x].g - row[x - 1].g) +
                                             std::abs(row[x].b - row[x - 1].b);
    }
  }
  return breaks;
}

// How far the cuts stand out among all lines by where colours break, 0 to 1. The weakest quarter of
// the cuts speaks for all: every second line of a grid too fine lies inside a tile.
double breakScore(const std::vector<double>& breaks, int cell, int count) {
  double all = 0;
  for (const double one : breaks) all += one;
  std::vector<double> cuts;
  for (int k = 1; k < count; ++k)
    cuts.push_back(breaks[static_cast<std::size_t>(k) * static_cast<std::size_t>(cell)]);
  for (const double one : cuts) all -= one;
  const double others = all / static_cast<double>(breaks.size() - cuts.size());
  std::sort(cuts.begin(), cuts.end());
  const double weak = cuts[cuts.size() / 4];
  return weak == 0 ? 0 : std::max(0.0, 1 - others / weak);
}

double favouringFiner(double score, int count) {
  return std::min(0.94, score * (1 + kFiner * std::log2(count)) / kMostFiner);
}

std::vector<AxisCut> divisorCuts(const Image& image, const PixelMask& ink) {
  const int side = ink.width();
  const bool solid =
      static_cast<double>(countOf(ink)) > kSolid * static_cast<double>(ink.width()) * ink.height();
  const std::vector<int> joins = joinsOf(ink);
  const std::vector<double> breaks = solid ? breaksOf(image) : std::vector<double>();
  std::vector<AxisCut> cuts;
  for (int count = 2; count <= side / kLeastCell; ++count) {
    if (side % count != 0) continue;
    const int cell = side / count;
    const double score = solid
                             ? breakScore(breaks, cell, count)
                             : likeness(ink, cell, count) * (1 - crossedShare(joins, cell, count));
    cuts.push_back({cell, 0, 0, count, favouringFiner(score, count)});
  }
  return cuts;
}

}  // namespace

std::vector<AxisCut> columnCuts(const Image& image, const PixelMask& ink, std::size_t most) {
  std::vector<AxisCut> cuts = divisorCuts(image, ink);
  if (const auto gutters = gutterCut(plainColumns(image))) cuts.push_back(*gutters);
  cuts.push_back({ink.width(), 0, 0, 1, favouringFiner(kUndivided, 1)});
  std::stable_sort(cuts.begin(), cuts.end(),
                   [](const AxisCut& a, const AxisCut& b) { return a.score > b.score; });
  if (cuts.size() > most) cuts.resize(most);
  const bool undivided =
      std::any_of(cuts.begin(), cuts.end(), [](const AxisCut& cut) { return cut.count == 1; });
  if (!undivided) cuts.push_back({ink.width(), 0, 0, 1, favouringFiner(kUndivided, 1)});
  return cuts;
}

Image turned(const Image& image) {
  Image result(image.height(), image.width());
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) result.at(y, x) = image.at(x, y);
  }
  return result;
}

PixelMask turned(const PixelMask& mask) {
  PixelMask result(mask.height(), mask.width());
  for (int y = 0; y < mask.height(); ++y) {
    for (int x = 0; x < mask.width(); ++x) {
      if (mask.test(x, y)) result.set(y, x);
    }
  }
  return result;
}

}  // namespace amber
