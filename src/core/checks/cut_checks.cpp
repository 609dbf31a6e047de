#include "core/checks/cut_checks.h"

#include <algorithm>
#include <map>
#include <utility>

#include "core/cut/crossing.h"
#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/cut/island_guess.h"
#include "core/cut/sheet_edits.h"
#include "core/fit/keys/kind_shapes.h"

namespace amber {
namespace {

using Line = std::pair<GridLine::Across, int>;

// A gutter wider than this is not tried as a fix, px.
constexpr int kWidestTried = 8;

std::string counted(std::size_t count, const char* one, const char* many) {
  return std::to_string(count) + " " + (count == 1 ? one : many);
}

bool crossesAlong(const PixelMask& ink, const Grid& grid, GridLine::Across across) {
  const auto crossings = crossingsOf(ink, grid);
  return std::any_of(crossings.begin(), crossings.end(),
                     [&](const Crossing& crossing) { return crossing.across == across; });
}

// Whether the ink between the cells of a grid is of lines: every column (or row) of it is inked
// over most of its length, or not at all.
bool onlyLinesBetween(const PixelMask& ink, const Grid& grid, GridLine::Across across) {
  const bool columns = across == GridLine::Across::Columns;
  const std::vector<int> counts = columns ? columnCounts(ink) : rowCounts(ink);
  const int length = columns ? ink.height() : ink.width();
  const int cell = columns ? grid.cell.w : grid.cell.h;
  const int margin = columns ? grid.margin.w : grid.margin.h;
  const int step = cell + (columns ? grid.gutter.w : grid.gutter.h);
  const int cells = columns ? grid.columns : grid.rows;
  const int end = std::min(static_cast<int>(counts.size()), margin + cells * step);
  for (int at = 0; at < end; ++at) {
    const bool between = at < margin || (at - margin) % step >= cell;
    const int inked = counts[static_cast<std::size_t>(at)];
    if (between && inked > 0 && inked * 2 < length) return false;
  }
  return true;
}

// The grid with the least gutter that no ink crosses, with the cells as far apart as now, where
// only drawn lines are left between them; nothing for none.
std::optional<Grid> withCleanGutter(const GridPart& part, GridLine::Across across) {
  const bool columns = across == GridLine::Across::Columns;
  for (int more = 1; more <= kWidestTried; ++more) {
    for (int shift = 0; shift <= more; ++shift) {
      Grid wider = part.grid;
      (columns ? wider.cell.w : wider.cell.h) -= more;
      (columns ? wider.gutter.w : wider.gutter.h) += more;
      (columns ? wider.margin.w : wider.margin.h) += shift;
      if (wider.cell.w < 1 || wider.cell.h < 1 || !fits(wider, part.area.size())) continue;
      if (!crossesAlong(part.ink, wider, across) && onlyLinesBetween(part.ink, wider, across)) {
        return wider;
      }
    }
  }
  return std::nullopt;
}

Finding aboutSheet(const Rule& rule, SheetId sheet) {
  return findingOf(rule, {sheet, {}, {}, {}, {}});
}

// Cuts the sheet with this cut, and gives new frames the defaults of their kind.
Remedy cuttingRemedy(SheetId sheet, Cut cut) {
  return {Remedy::Takes::Time,
          [sheet, cut = std::move(cut)](const Project& project,
                                        const ArtSource& art) -> Result<std::vector<Edit>> {
            const auto pixels = art(sheet);
            if (pixels == nullptr) {
              return failure(ErrorCode::FileUnreadable,
                             "the sheet cannot be read, so it cannot be cut");
            }
            auto edits = recutEdits(project, sheet, cut, *pixels);
            if (!edits) return edits;
            return withNewFramesFitted(project, std::move(*edits), art);
          }};
}

// The checks of one sheet's cut; each adds its findings.
class CutChecks {
 public:
  CutChecks(const Cut& cut, const Sheet& sheet, const SheetArt& art)
      : cut_(cut), sheet_(sheet), art_(art) {}

  std::vector<Finding> run() {
    for (const GridPart& part : gridParts(cut_, art_)) {
      addCrossings(part);
      addEdges(part);
      if (part.area == art_.image.rect()) {
        const LeftOver rest = leftOver(part.grid, art_.image.size());
        addPartial(rest.right, true);
        addPartial(rest.bottom, false);
      }
    }
    if (hasIslands()) {
      const std::vector<Island> dropped = rectsOf(cut_, art_, sheet_.orientation).dropped;
      if (!dropped.empty()) addSpecks(dropped);
    }
    return std::move(findings_);
  }

 private:
  bool hasIslands() const {
    const auto isIslands = [](const CutWay& way) {
      return std::holds_alternative<IslandRule>(way);
    };
    return isIslands(cut_.way) ||
           std::any_of(cut_.regions.begin(), cut_.regions.end(),
                       [&](const CutRegion& region) { return isIslands(region.way); });
  }

  void addCrossings(const GridPart& part) {
    std::map<Line, std::pair<int, int>> lines;  // px crossed, cells concerned
    for (const Crossing& crossing : crossingsOf(part.ink, part.grid)) {
      auto& line = lines[{crossing.across, crossing.position}];
      line.first += crossing.count;
      ++line.second;
    }
    if (lines.empty()) return;
    std::map<GridLine::Across, std::optional<Grid>> wider;
    for (const auto& [line, extent] : lines) {
      if (!wider.contains(line.first)) wider[line.first] = withCleanGutter(part, line.first);
    }
    for (const auto& [line, extent] : lines) {
      addCrossing(part, line, extent.first, extent.second, wider[line.first]);
    }
  }

  void addCrossing(const GridPart& part, const Line& line, int pixels, int places,
                   const std::optional<Grid>& wider) {
    const bool columns = line.first == GridLine::Across::Columns;
    Finding finding = aboutSheet(rules::kCutCrossing, sheet_.id);
    const int position = line.second + (columns ? part.area.x : part.area.y);
    finding.subject = (columns ? "x = " : "y = ") + std::to_string(position);
    finding.text = columns ? "ink crosses the cut at x = " : "ink crosses the cut at y = ";
    finding.text += std::to_string(position) + " by " + std::to_string(pixels) + " px";
    if (places > 1) finding.text += " in " + std::to_string(places) + " cells";
    Cut cut = cut_;
    CutWay& way = wayAt(cut, part.area);
    if (wider) {
      const int gutter = columns ? wider->gutter.w : wider->gutter.h;
      finding.fix = "Widen the gutter to " + std::to_string(gutter) + ".";
      way = *wider;
    } else {
      finding.fix = "Cut as islands.";
      way = islandRule();
    }
    finding.remedy = cuttingRemedy(sheet_.id, std::move(cut));
    findings_.push_back(std::move(finding));
  }

  static CutWay& wayAt(Cut& cut, const PixelRect& area) {
    for (CutRegion& region : cut.regions) {
      if (region.area == area) return region.way;
    }
    return cut.way;
  }

  const IslandRule& islandRule() {
    if (!islandRule_) {
      const auto guess = guessIslands(art_);
      islandRule_ = guess ? guess->rule : IslandRule{};
    }
    return *islandRule_;
  }

  void addEdges(const GridPart& part) {
    const std::size_t touching = cellsTouchingEdge(part.ink, part.grid).size();
    const auto cells =
        static_cast<std::size_t>(part.grid.columns) * static_cast<std::size_t>(part.grid.rows);
    // Where most cells are filled to their edges, that is how the art is drawn.
    if (touching == 0 || touching * 2 > cells) return;
    Finding finding = aboutSheet(rules::kCutEdge, sheet_.id);
    finding.text = "ink touches the edge of " + std::to_string(touching) + " of " +
                   counted(cells, "cell", "cells");
    finding.fix =
        "If the art fills its cells on purpose, no change is needed. Otherwise use larger cells.";
    findings_.push_back(std::move(finding));
  }

  void addPartial(const PixelRect& strip, bool right) {
    if (strip.empty()) return;
    const bool inked = countWithin(art_.faint, strip) > 0;
    Finding finding = aboutSheet(rules::kCutPartialCell, sheet_.id);
    finding.subject = right ? "right" : "bottom";
    if (!inked) finding.severity = Severity::Note;
    finding.text = "a strip of " + std::to_string(right ? strip.w : strip.h) +
                   " px is left over at the " + (right ? "right" : "bottom") +
                   (inked ? " and holds ink: the last cell is partial" : " and is empty");
    finding.fix = "Set a cell size that divides the sheet evenly, or a margin.";
    findings_.push_back(std::move(finding));
  }

  void addSpecks(const std::vector<Island>& dropped) {
    Finding finding = aboutSheet(rules::kCutSpecks, sheet_.id);
    long long pixels = 0;
    for (const Island& speck : dropped) pixels += speck.inkPixels;
    finding.text = counted(dropped.size(), "speck", "specks") + " of ink, " +
                   std::to_string(pixels) + " px in all, " +
                   (dropped.size() == 1 ? "belongs" : "belong") + " to no frame";
    finding.fix = "Lower the smallest island, or join parts over a greater distance.";
    findings_.push_back(std::move(finding));
  }

  const Cut& cut_;
  const Sheet& sheet_;
  const SheetArt& art_;
  std::optional<IslandRule> islandRule_;
  std::vector<Finding> findings_;
};

}  // namespace

std::vector<Finding> checkCut(const Cut& cut, const Sheet& sheet, const SheetArt& art) {
  return CutChecks(cut, sheet, art).run();
}

}  // namespace amber
