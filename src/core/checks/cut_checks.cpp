#include "core/checks/cut_checks.h"

#include <map>
#include <utility>

#include "core/cut/crossing.h"
#include "core/cut/grid.h"

namespace amber {
namespace {

using Line = std::pair<GridLine::Across, int>;

Finding crossingFinding(const Line& line, int pixels, int places, SheetId sheet) {
  const bool columns = line.first == GridLine::Across::Columns;
  Finding finding{"cut.crossing", Severity::Warning, Bench::Cut, {}, {}, {}, {}};
  finding.where.sheet = sheet;
  finding.text = std::string("ink crosses the cut at ") + (columns ? "x = " : "y = ") +
                 std::to_string(line.second) + " by " + std::to_string(pixels) + " px" +
                 (places > 1 ? " in " + std::to_string(places) + " cells" : "");
  finding.fix = columns ? "Drag the cut, or set another cell width or gutter."
                        : "Drag the cut, or set another cell height or gutter.";
  return finding;
}

void addPartial(const PixelRect& strip, bool right, SheetId sheet, const SheetArt& art,
                std::vector<Finding>& findings) {
  if (strip.empty()) return;
  const bool inked = countWithin(art.faint, strip) > 0;
  Finding finding{
      "cut.partialCell", inked ? Severity::Warning : Severity::Note, Bench::Cut, {}, {}, {}, {}};
  finding.where.sheet = sheet;
  finding.text = "a strip of " + std::to_string(right ? strip.w : strip.h) +
                 " px is left over at the " + (right ? "right" : "bottom") +
                 (inked ? " and holds ink: the last cell is partial" : " and is empty");
  finding.fix = "Set a cell size that divides the sheet, or a margin.";
  findings.push_back(std::move(finding));
}

}  // namespace

std::vector<Finding> checkGrid(const Grid& grid, SheetId sheet, const SheetArt& art) {
  std::map<Line, std::pair<int, int>> lines;  // px crossed, cells concerned
  for (const Crossing& crossing : crossingsOf(art.faint, grid)) {
    auto& line = lines[{crossing.across, crossing.position}];
    line.first += crossing.count;
    ++line.second;
  }
  std::vector<Finding> findings;
  findings.reserve(lines.size() + 2);
  for (const auto& [line, extent] : lines) {
    findings.push_back(crossingFinding(line, extent.first, extent.second, sheet));
  }
  const LeftOver rest = leftOver(grid, art.image.size());
  addPartial(rest.right, true, sheet, art, findings);
  addPartial(rest.bottom, false, sheet, art, findings);
  return findings;
}

}  // namespace amber
