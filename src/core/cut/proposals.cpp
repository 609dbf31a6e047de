#include "core/cut/proposals.h"

#include <algorithm>
#include <cmath>
#include <future>

#include "core/cut/crossing.h"
#include "core/cut/grid.h"
#include "core/cut/grids/axis_analysis.h"
#include "core/cut/grids/drawn_lines.h"
#include "core/cut/grids/square_cells.h"
#include "core/cut/island_guess.h"

namespace amber {
namespace {

// Cells are square more often than not, and seldom far from it: what a side twice the other costs.
constexpr double kOblong = 0.05;
constexpr double kMostOblong = 0.1;
// What a grid earns, of what it lacks to 1, that gives nearly every island of ink a cell to itself.
constexpr double kExplains = 0.25;
constexpr std::size_t kLeastExplained = 3;
constexpr std::size_t kWaysASide = 4;
// What the likeliest islands score: more than all of the sheet, less than a grid that is valid both
// ways.
constexpr double kIslands = 0.54;
// What square cells that divide the sheet score at least, and how much of the rest they can earn.
constexpr double kSquares = 0.55;
constexpr double kSquaresTell = 0.8;
constexpr double kSureSquares = 0.8;
// What all of the sheet scores where nothing speaks for cutting it, and squares that divide it all
// the same: so many of them are proposed after it.
constexpr double kWhole = 0.35;
constexpr double kPossible = 0.18;
// A frame is hardly ever more than this many times as long as it is wide.
constexpr double kLongest = 10;
constexpr std::size_t kMostPossible = 2;
constexpr double kLikelyFigures = 0.7;
constexpr std::size_t kLinesSought = 4;
constexpr double kNearlyAll = 0.9;
constexpr double kMost = 0.6;
constexpr double kSamePlace = 0.12;

// What a name or other sheets add to a grid, of what it lacks to 1; and what grids score that
// nothing else speaks for, where no ink crosses their cuts and where some does.
constexpr double kHinted = 0.3;
constexpr double kHintedClean = 0.6;
constexpr double kHintedOnly = 0.3;
// First proposals that were right in 97 of 100 cases on sheets of finished games.
constexpr double kSureCells = 0.75;
constexpr double kSureIslands = 0.5;
constexpr double kSureLead = 0.2;

std::string times(int a, int b) {
  return std::to_string(a) + " x " + std::to_string(b);
}

std::string reasonFor(const Grid& grid, const PixelMask& ink) {
  if (grid.columns * grid.rows == 1) return "whole sheet as one frame";
  std::string reason =
      times(grid.columns, grid.rows) + " cells of " + times(grid.cell.w, grid.cell.h);
  if (grid.gutter != PixelSize{} || grid.margin != PixelSize{}) {
    reason += ", margin " + times(grid.margin.w, grid.margin.h) + ", gutter " +
              times(grid.gutter.w, grid.gutter.h);
  }
  const std::size_t crossings = crossingsOf(ink, grid).size();
  reason += crossings == 0   ? ", no ink crosses a cut"
            : crossings == 1 ? ", ink crosses one cut"
                             : ", ink crosses cuts in " + std::to_string(crossings) + " places";
  const std::vector<PixelRect> cells = cellsOf(grid);
  const auto empty = std::count_if(cells.begin(), cells.end(), [&](const PixelRect& cell) {
    return countWithin(ink, cell) == 0;
  });
  if (empty > 0) {
    reason += ", " + std::to_string(empty) + (empty == 1 ? " cell is empty" : " cells are empty");
  }
  const LeftOver rest = leftOver(grid, ink.size());
  if (!rest.right.empty()) reason += ", " + std::to_string(rest.right.w) + " px left over at right";
  if (!rest.bottom.empty()) {
    reason += ", " + std::to_string(rest.bottom.h) + " px left over at the bottom";
  }
  return reason;
}

std::string reasonFor(const IslandGuess& guess) {
  std::string reason =
      std::to_string(guess.islands.size()) +
      (guess.rule.boxes ? " frames with drawn outlines, and ink beside them" : " islands of ink");
  if (guess.rule.join > 1 && !guess.rule.boxes) {
    reason += ", parts up to " + std::to_string(guess.rule.join) + " px apart joined";
  }
  if (guess.rule.tight) {
    reason = std::to_string(guess.islands.size()) + " tightly packed frames";
  } else if (guess.rule.shadows) {
    reason += ", each with its shadow";
  } else if (guess.rule.part > 0)
    reason += ", separated where only faint pixels touch";
  return reason;
}

// How far values lie from their mean, as the root of the mean square.
double spreadOf(const std::vector<double>& values) {
  double sum = 0;
  double squares = 0;
  for (const double value : values) {
    sum += value;
    squares += value * value;
  }
  const auto count = static_cast<double>(values.size());
  return std::sqrt(std::max(0.0, squares / count - sum / count * (sum / count)));
}

// Whether a grid explains the islands: nearly every island has one cell, by its middle, at about
// the same place in the cell, and most of them lie within the cell.
bool explains(const Grid& grid, const std::vector<Island>& islands) {
  if (grid.columns * grid.rows == 1) return false;
  std::vector<int> held(static_cast<std::size_t>(grid.columns) *
                        static_cast<std::size_t>(grid.rows));
  std::size_t apart = 0;
  std::size_t inside = 0;
  std::vector<double> across;
  std::vector<double> down;
  for (const Island& island : islands) {
    const int x = island.bounds.x + island.bounds.w / 2 - grid.margin.w;
    const int y = island.bounds.y + island.bounds.h / 2 - grid.margin.h;
    const int column = x / (grid.cell.w + grid.gutter.w);
    const int row = y / (grid.cell.h + grid.gutter.h);
    if (x < 0 || y < 0 || column >= grid.columns || row >= grid.rows) continue;
    across.push_back(static_cast<double>(x % (grid.cell.w + grid.gutter.w)) / grid.cell.w);
    down.push_back(static_cast<double>(y % (grid.cell.h + grid.gutter.h)) / grid.cell.h);
    const int place = row * grid.columns + column;
    if (++held[static_cast<std::size_t>(place)] == 1) ++apart;
    if (within(island.bounds, cellAt(grid, column, row))) ++inside;
  }
  const auto all = static_cast<double>(islands.size());
  return static_cast<double>(apart) >= kNearlyAll * all &&
         static_cast<double>(inside) >= kMost * all && spreadOf(across) < kSamePlace &&
         spreadOf(down) < kSamePlace;
}

Grid gridOf(const SquareCells& squares, PixelSize sheet) {
  PixelSize cell{squares.side, squares.side};
  (sheet.w > sheet.h ? cell.w : cell.h) *= squares.squares;
  return {cell, {}, {}, sheet.w / cell.w, sheet.h / cell.h};
}

// Squares of which whole rows are empty above others are the room over figures that are taller than
// wide: cells with that room, where they divide the sheet and hold less ink there everywhere.
Grid withRoomAbove(const Grid& squares, const PixelMask& ink) {
  const auto bounds = boundsOf(ink);
  const int empty = bounds ? bounds->y / squares.cell.h : 0;
  if (empty == 0 || squares.rows % (empty + 1) != 0) return squares;
  Grid tall = squares;
  tall.cell.h *= empty + 1;
  tall.rows /= empty + 1;
  for (int row = 0; row < tall.rows; ++row) {
    const PixelRect cells{0, row * tall.cell.h, ink.width(), tall.cell.h};
    const int room = tall.cell.h - squares.cell.h;
    const auto above = countWithin(ink, {0, cells.y, cells.w, room});
    const auto below = countWithin(ink, {0, cells.y + room, cells.w, squares.cell.h});
    if (above > below) return squares;
  }
  return tall;
}

// Figures that lie anywhere leave gaps here and there, and some at equal distances: then squares
// are only meant where the figures lie in them.
bool doubtful(const SquareCells& squares, PixelSize sheet,
              const std::optional<IslandGuess>& guess) {
  if (!guess || squares.score >= kSureSquares || guess->likelihood < kLikelyFigures) return false;
  return !explains(gridOf(squares, sheet), guess->islands);
}

// Squares found by faint ink, or by solid ink if a haze of very low alpha joins figures that solid
// ink separates.
SquaresFound surer(SquaresFound faint, SquaresFound firm, PixelSize sheet,
                   const std::optional<IslandGuess>& guess) {
  if (faint.likely && doubtful(*faint.likely, sheet, guess)) faint.likely.reset();
  const bool sure = firm.likely && firm.likely->score >= kSureSquares;
  return faint.likely || !sure ? std::move(faint) : std::move(firm);
}

// Square cells that divide the sheet are proposed besides, and a grid of them that was found
// already is likelier for it.
void addSquares(const Grid& grid, double score, std::vector<Proposal>& proposals) {
  for (Proposal& proposal : proposals) {
    if (std::get<Grid>(proposal.way) != grid) continue;
    proposal.score = std::max(proposal.score, score);
    return;
  }
  proposals.push_back({grid, score, {}});
}

// Where each cell is framed by a drawn line, the frame is what lies within it.
void leaveLinesOut(const SheetArt& art, std::vector<Proposal>& proposals) {
  for (std::size_t i = 0; i < std::min(proposals.size(), kLinesSought); ++i) {
    const Grid& grid = std::get<Grid>(proposals[i].way);
    if (grid.columns * grid.rows == 1) continue;
    if (const auto within = withinDrawnLines(art.image, art.faint, grid)) {
      proposals[i].way = *within;
      proposals[i].score += (1 - proposals[i].score) * kExplains;
    }
  }
}

// Grids that match the hints are more likely; each gets a reason.
std::vector<std::pair<Grid, std::string>> addHints(const CutHints& hints, const PixelMask& ink,
                                                   std::vector<Proposal>& proposals) {
  std::vector<std::pair<Grid, std::string>> words;
  const auto add = [&](const Grid& grid, std::string said) {
    const auto found = std::find_if(proposals.begin(), proposals.end(), [&](const Proposal& one) {
      return std::get<Grid>(one.way) == grid;
    });
    if (found != proposals.end()) {
      found->score += (1 - found->score) * kHinted;
    } else {
      proposals.push_back({grid, crossingsOf(ink, grid).empty() ? kHintedClean : kHintedOnly, {}});
    }
    words.emplace_back(grid, std::move(said));
  };
  for (const NamedGrid& named : gridsNamed(hints.name, ink.size())) {
    add(named.grid, "the file name contains " + named.said);
  }
  for (const PixelSize cell : hints.cells) {
    if (ink.width() % cell.w != 0 || ink.height() % cell.h != 0) continue;
    const Grid grid{cell, {}, {}, ink.width() / cell.w, ink.height() / cell.h};
    if (grid.columns * grid.rows > 1 && crossingsOf(ink, grid).empty()) {
      add(grid, "like other sheets beside it");
    }
  }
  return words;
}

// How many times as long as wide.
double longness(PixelSize size) {
  return static_cast<double>(std::max(size.w, size.h)) / std::min(size.w, size.h);
}

std::vector<Proposal> gridProposals(const std::vector<AxisCut>& columns,
                                    const std::vector<AxisCut>& rows) {
  std::vector<Proposal> proposals;
  for (const AxisCut& x : columns) {
    for (const AxisCut& y : rows) {
      const Grid grid{
          {x.cell, y.cell}, {x.margin, y.margin}, {x.gutter, y.gutter}, x.count, y.count};
      if (static_cast<long long>(x.count) * y.count > kMostCells) continue;
      const double oblong =
          x.count * y.count == 1
              ? 0
              : std::min(kMostOblong,
                         kOblong * std::abs(std::log2(static_cast<double>(x.cell) / y.cell)));
      double score = (x.score + y.score) / 2 - oblong;
      if (x.count * y.count == 1) score *= std::min(1.0, kLongest / longness(grid.cell));
      proposals.push_back({grid, std::clamp(score, 0.0, 1.0), {}});
    }
  }
  return proposals;
}

}  // namespace

std::vector<Proposal> proposeCuts(const SheetArt& art, const CutHints& hints, std::size_t most) {
  // Three looks at the same pixels, side by side; none depends on another.
  auto rowsSought = std::async(std::launch::async, [&] {
    return columnCuts(turned(art.image), turned(art.faint), kWaysASide);
  });
  auto islandsSought = std::async(std::launch::async, [&] { return guessIslands(art); });
  auto squaresSought = std::async(std::launch::async, [&] {
    return std::pair(squareCells(art.image, art.faint),
                     art.faint == art.firm ? SquaresFound{} : squareCells(art.image, art.firm));
  });
  const PixelSize sheet = art.image.size();
  const std::vector<AxisCut> columns = columnCuts(art.image, art.faint, kWaysASide);
  std::vector<Proposal> proposals = gridProposals(columns, rowsSought.get());
  const auto better = [](const Proposal& a, const Proposal& b) { return a.score > b.score; };
  const auto guess = islandsSought.get();
  if (guess && guess->islands.size() >= kLeastExplained) {
    for (Proposal& proposal : proposals) {
      if (explains(std::get<Grid>(proposal.way), guess->islands)) {
        proposal.score += (1 - proposal.score) * kExplains;
      }
    }
  }
  auto [faintSquares, firmSquares] = squaresSought.get();
  const SquaresFound squares = surer(std::move(faintSquares), std::move(firmSquares), sheet, guess);
  if (squares.likely) {
    addSquares(withRoomAbove(gridOf(*squares.likely, sheet), art.faint),
               kSquares + (1 - kSquares) * kSquaresTell * squares.likely->score, proposals);
  }
  for (std::size_t i = 0; i < std::min(squares.possible.size(), kMostPossible); ++i) {
    const double score = kPossible + (kWhole - kPossible) * squares.possible[i].score / 2;
    addSquares(gridOf(squares.possible[i], sheet), score, proposals);
  }
  const std::vector<std::pair<Grid, std::string>> words = addHints(hints, art.faint, proposals);
  std::stable_sort(proposals.begin(), proposals.end(), better);
  leaveLinesOut(art, proposals);
  std::stable_sort(proposals.begin(), proposals.end(), better);
  if (guess) {
    double score = kIslands * guess->likelihood;
    const Proposal& best = proposals.front();
    if (explains(std::get<Grid>(best.way), guess->islands)) {
      score = std::min(score, best.score - kOblong);
    }
    proposals.insert(
        std::upper_bound(proposals.begin(), proposals.end(), Proposal{{}, score, {}}, better),
        {guess->rule, score, reasonFor(*guess)});
  }
  if (proposals.size() > most) proposals.resize(most);
  for (Proposal& proposal : proposals) {
    const auto* grid = std::get_if<Grid>(&proposal.way);
    if (grid == nullptr) continue;
    proposal.reason = reasonFor(*grid, art.faint);
    for (const auto& [hinted, said] : words) {
      if (hinted == *grid) proposal.reason += ", " + said;
    }
  }
  return proposals;
}

bool isSure(const std::vector<Proposal>& proposals) {
  const Proposal& first = proposals.front();
  const auto* grid = std::get_if<Grid>(&first.way);
  if (grid == nullptr) {
    // Which shadow or part belongs to which figure needs review.
    const auto& rule = std::get<IslandRule>(first.way);
    return first.score >= kSureIslands && !rule.shadows && !rule.tight;
  }
  if (grid->columns * grid->rows > 1) return first.score >= kSureCells;
  return proposals.size() < 2 || first.score - proposals[1].score >= kSureLead;
}

SheetGuess guessFor(const SheetArt& art, const InkRule& rule, const CutHints& hints) {
  SheetGuess guess{proposeCuts(art, hints), rule.key ? std::nullopt : likelyKey(art.image), false};
  guess.sure = !guess.key && isSure(guess.proposals);
  return guess;
}

}  // namespace amber
