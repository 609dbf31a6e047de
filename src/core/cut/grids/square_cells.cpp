#include "core/cut/grids/square_cells.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <numeric>
#include <tuple>

namespace amber {
namespace {

constexpr int kLeastSide = 8;
constexpr long long kMostSquares = 2500;
// Scores this much below the best are about as good; the least that counts.
constexpr double kAbout = 0.05;
constexpr double kLeastScore = 0.3;
// Of a strip: what its cuts must show, how many of its cells must hold ink, and how much of the ink
// must lie where that of the others does.
constexpr double kStripCuts = 0.02;
constexpr double kStripFull = 0.8;
constexpr double kStripAlike = 0.6;
// Lines between cells of two squares are crossed by at most this share of what others are.
constexpr double kHardlyCrossed = 0.25;
// If a quarter of a cut line is ink, its colours are enough evidence.
constexpr double kTellingInk = 4;

// How much more often ink must end on cut lines than on other lines, for at least how many pixels,
// and the share of the best side's evidence that another side needs to be about as good.
constexpr double kEndsOnLines = 3;
constexpr double kLeastEnds = 12;
constexpr double kAboutAsTelling = 0.9;
constexpr double kSureEnds = 0.5;
// Evidence of ends that counts even where whole cut lines stand out at a multiple of the side: as
// between blocks of tiles that belong together. Measured on sheets of finished games: up to 0.04
// for sides that are parts of the true cell, mostly more than 0.06 for the cells of tiles.
constexpr double kTellingEnds = 0.06;
constexpr double kManyEnds = 200;

// How often ink ends on the cut lines, and on any.
struct Ends {
  double onLines = 0;
  double all = 0;
};

// What runs across every line between two columns (or rows) of pixels.
class Lines {
 public:
  explicit Lines(std::size_t count) : across_(count), steps_(count), beside_(count), ends_(count) {}

  void add(std::size_t line, bool before, bool after, int step) {
    beside_[line] += before ? 1 : 0;
    ends_[line] += before != after ? 1 : 0;
    if (!before || !after) return;
    ++across_[line];
    steps_[line] += step;
  }

  // How far the lines at every `pitch` px stand out from all; nothing where there is none.
  std::optional<double> standOut(std::size_t pitch, int length) const {
    if (across_.size() < pitch) return std::nullopt;
    double crossed = 0;
    double step = 0;
    double beside = 0;
    double count = 0;
    for (std::size_t line = pitch - 1; line < across_.size(); line += pitch) {
      crossed += across_[line];
      step += steps_[line];
      beside += beside_[line];
      count += 1;
    }
    const double all = std::accumulate(across_.begin(), across_.end(), 0.0);
    const double allSteps = std::accumulate(steps_.begin(), steps_.end(), 0.0);
    if (all <= 0) return 0;
    const double usual = all / static_cast<double>(across_.size());
    const double gap = std::max(0.0, 1 - crossed / count / usual);
    if (crossed <= 0 || allSteps <= 0) return gap;
    const double sharper = step / crossed / (allSteps / all);
    const double telling = std::min(1.0, kTellingInk * beside / count / length);
    const double colour = sharper > 1 ? (1 - 1 / sharper) * telling : 0;
    return std::max(gap, colour);
  }

  // Whether every second line of those at every `pitch` px is crossed like any other, and those
  // between hardly: then the cells are twice as long.
  bool everySecond(std::size_t pitch) const {
    if ((across_.size() + 1) % (2 * pitch) != 0 || across_.size() < 2 * pitch) return false;
    double through = 0;
    double between = 0;
    for (std::size_t line = pitch - 1; line < across_.size(); line += 2 * pitch) {
      through += across_[line];
      if (line + pitch < across_.size()) between += across_[line + pitch];
    }
    const std::size_t count = (across_.size() + 1) / (2 * pitch);
    const auto cells = static_cast<double>(count);
    const double usual =
        std::accumulate(across_.begin(), across_.end(), 0.0) / static_cast<double>(across_.size());
    return cells >= 2 && through / cells >= usual && between / (cells - 1) < kHardlyCrossed * usual;
  }

  // The pixels beside which ink ends: of the lines at every `pitch` px, and of all.
  Ends endsAt(std::size_t pitch) const {
    Ends ends{0, std::accumulate(ends_.begin(), ends_.end(), 0.0)};
    for (std::size_t line = pitch - 1; line < ends_.size(); line += pitch)
      ends.onLines += ends_[line];
    return ends;
  }

 private:
  std::vector<double> across_;  // Pixels that are ink on both sides.
  std::vector<double> steps_;   // Of their colours, added up.
  std::vector<double> beside_;  // Ink before the line.
  std::vector<double> ends_;    // Ink on one side alone.
};

int stepOf(const Rgba& a, const Rgba& b) {
  return std::abs(a.r - b.r) + std::abs(a.g - b.g) + std::abs(a.b - b.b);
}

// How many of a strip's cells hold ink, and how far two of them hold it at the same places: the
// mean over all pairs of what both hold, by what either does.
struct StripLook {
  double full = 0;
  double alike = 0;
};

StripLook lookAtStrip(const PixelMask& ink, int side) {
  const int columns = ink.width() / side;
  const int rows = ink.height() / side;
  std::vector<double> held(static_cast<std::size_t>(side) * static_cast<std::size_t>(side));
  double full = 0;
  for (int row = 0; row < rows; ++row) {
    for (int column = 0; column < columns; ++column) {
      bool any = false;
      for (int y = 0; y < side; ++y) {
        for (int x = 0; x < side; ++x) {
          if (!ink.test(column * side + x, row * side + y)) continue;
          held[static_cast<std::size_t>(y) * static_cast<std::size_t>(side) +
               static_cast<std::size_t>(x)] += 1;
          any = true;
        }
      }
      full += any ? 1 : 0;
    }
  }
  StripLook look{full / (columns * rows), 0};
  if (full < 2) return look;
  double both = 0;
  double size = 0;
  for (const double count : held) {
    both += count * (count - 1);
    size += count;
  }
  both /= full * (full - 1);
  look.alike = both / (2 * size / full - both);
  return look;
}

// The evidence of ink that ends on cut lines `side` px apart instead of anywhere: for each end, how
// far the share of the lines differs from the share of the pixels there, as a Kullback-Leibler
// divergence (1951). 0 if ink ends there hardly more often.
double toldByEnds(Ends across, Ends down, int side) {
  const Ends both{across.onLines + down.onLines, across.all + down.all};
  if (both.onLines < kLeastEnds || both.onLines * side < kEndsOnLines * both.all) return 0;
  const double share = both.onLines / both.all;
  const double usual = 1.0 / side;
  const double others = share < 1 ? (1 - share) * std::log((1 - share) / (1 - usual)) : 0;
  return share * std::log(share / usual) + others;
}

// The smallest side with about as much evidence as the best one; nothing if there is none.
std::optional<SquareCells> endingOnLines(const std::vector<SquareCells>& all,
                                         const std::vector<double>& told) {
  const double most = told.empty() ? 0 : *std::max_element(told.begin(), told.end());
  if (most <= 0) return std::nullopt;
  const auto first = std::find_if(told.begin(), told.end(),
                                  [&](double one) { return one >= kAboutAsTelling * most; });
  return SquareCells{all[static_cast<std::size_t>(first - told.begin())].side, kSureEnds, 1};
}

// Cells into which the likely ones are divided by lines where much ink ends.
std::optional<SquareCells> endingWithin(const SquareCells& likely,
                                        const std::vector<SquareCells>& all,
                                        const std::vector<double>& told,
                                        const std::vector<double>& ends) {
  const auto finer = endingOnLines(all, told);
  if (!finer || finer->side >= likely.side || likely.side % finer->side != 0) return std::nullopt;
  const auto found = std::find_if(all.begin(), all.end(),
                                  [&](const SquareCells& one) { return one.side == finer->side; });
  const auto at = static_cast<std::size_t>(found - all.begin());
  if (told[at] < kTellingEnds || ends[at] < kManyEnds) return std::nullopt;
  return SquareCells{finer->side, std::max(kSureEnds, likely.score), 1};
}

// Which of the sides, smallest first, is meant. `strip`: what the cuts of a strip show.
std::optional<SquareCells> likelyOf(const std::vector<SquareCells>& all, const PixelMask& ink,
                                    double strip) {
  double best = 0;
  for (const SquareCells& one : all) best = std::max(best, one.score);
  if (best >= kLeastScore) {
    return *std::find_if(all.begin(), all.end(),
                         [&](const SquareCells& one) { return one.score >= best - kAbout; });
  }
  const int shorter = std::min(ink.width(), ink.height());
  const int longer = std::max(ink.width(), ink.height());
  if (shorter == longer || longer % shorter != 0 || strip < kStripCuts) return std::nullopt;
  const StripLook look = lookAtStrip(ink, shorter);
  if (look.full < kStripFull || look.alike < kStripAlike) return std::nullopt;
  return SquareCells{shorter, kLeastScore, 1};
}

}  // namespace

SquaresFound squareCells(const Image& image, const PixelMask& ink) {
  const int w = ink.width();
  const int h = ink.height();
  const int common = std::gcd(w, h);
  if (common < kLeastSide || (w == h && w < 2 * kLeastSide)) return {};
  Lines columns(static_cast<std::size_t>(w - 1));
  Lines rows(static_cast<std::size_t>(h - 1));
  for (int y = 0; y < h; ++y) {
    for (int x = 0; x < w; ++x) {
      const bool here = ink.test(x, y);
      if (x + 1 < w) {
        const bool right = ink.test(x + 1, y);
        const int step = here && right ? stepOf(image.at(x, y), image.at(x + 1, y)) : 0;
        columns.add(static_cast<std::size_t>(x), here, right, step);
      }
      if (y + 1 < h) {
        const bool below = ink.test(x, y + 1);
        const int step = here && below ? stepOf(image.at(x, y), image.at(x, y + 1)) : 0;
        rows.add(static_cast<std::size_t>(y), here, below, step);
      }
    }
  }
  std::vector<SquareCells> all;
  std::vector<double> told;
  std::vector<double> ends;  // Pixels of ink that end on the lines.
  double strip = 0;
  for (int side = kLeastSide; side <= common; ++side) {
    const long long cells = static_cast<long long>(w / side) * (h / side);
    if (common % side != 0 || cells < 2 || cells > kMostSquares) continue;
    const auto across = columns.standOut(static_cast<std::size_t>(side), h);
    const auto down = rows.standOut(static_cast<std::size_t>(side), w);
    if (!across && !down) continue;
    const double a = across.value_or(*(across ? across : down));
    const double b = down.value_or(a);
    // Both ways count, the weaker more.
    all.push_back({side, (3 * std::min(a, b) + std::max(a, b)) / 4, 1});
    const auto pitch = static_cast<std::size_t>(side);
    const Ends alongX = columns.endsAt(pitch);
    const Ends alongY = rows.endsAt(pitch);
    told.push_back(toldByEnds(alongX, alongY, side));
    ends.push_back(alongX.onLines + alongY.onLines);
    if (side == std::min(w, h)) strip = std::min(a, b);
  }
  std::optional<SquareCells> likely = likelyOf(all, ink, strip);
  if (likely && w != h && likely->side == std::min(w, h)) {
    const auto pitch = static_cast<std::size_t>(likely->side);
    if ((w > h ? columns : rows).everySecond(pitch)) likely->squares = 2;
  }
  if (!likely) {
    likely = endingOnLines(all, told);
  } else if (const auto finer = endingWithin(*likely, all, told, ends)) {
    likely = finer;
  }
  SquaresFound found{likely, std::move(all)};
  std::sort(found.possible.begin(), found.possible.end(),
            [](const SquareCells& one, const SquareCells& other) {
              return std::tie(one.score, one.side) > std::tie(other.score, other.side);
            });
  return found;
}

}  // namespace amber
