// The commands that look at one image: cut and fit.
#include <array>
#include <cstdio>
#include <iostream>

#include "cli/commands.h"
#include "core/checks/check_project.h"
#include "core/checks/cut_checks.h"
#include "core/cut/grid.h"
#include "core/cut/proposals.h"
#include "core/fit/box_fit.h"
#include "core/fit/measures.h"
#include "files/geometry_json.h"
#include "files/image_file.h"
#include "work/report.h"

namespace amber {
namespace {

std::string hexOf(const KeyColour& key) {
  std::array<char, 7> text{};
  std::snprintf(text.data(), text.size(), "%02x%02x%02x", key.r, key.g, key.b);
  return text.data();
}

Json backgroundJson(const InkRule& ink) {
  if (!ink.key) return Json{{"kind", "alpha"}};
  return Json{{"kind", "key"}, {"key", hexOf(*ink.key)}, {"tolerance", ink.key->tolerance}};
}

// A project of this one sheet, so that findings have something to point at.
Project projectOf(const std::string& image, PixelSize size) {
  Project project;
  Sheet sheet;
  sheet.id = {1};
  sheet.path = image;
  sheet.size = size;
  project.sheets.emplace_back(std::move(sheet));
  return project;
}

Finding emptyCell(const Grid& grid, std::size_t index) {
  const int column = static_cast<int>(index) % grid.columns + 1;
  const int row = static_cast<int>(index) / grid.columns + 1;
  Finding finding{"frame.empty", Severity::Warning, Bench::Cut, {{1}, {}, {}, {}, {}}, {}, {}, {}};
  finding.text = "the cell in column " + std::to_string(column) + ", row " + std::to_string(row) +
                 " holds no ink";
  finding.fix = "Leave it out.";
  return finding;
}

std::string methodOf(const Grid& grid, PixelSize sheet) {
  return grid == wholeGrid(sheet) ? "whole" : "cells";
}

Json proposalsJson(const std::vector<Proposal>& proposals, PixelSize sheet) {
  Json list = Json::array();
  for (const Proposal& proposal : proposals) {
    const Grid& grid = proposal.grid;
    list.push_back(Json{{"method", methodOf(grid, sheet)},
                        {"cell", jsonOf(grid.cell)},
                        {"margin", jsonOf(grid.margin)},
                        {"gutter", jsonOf(grid.gutter)},
                        {"columns", grid.columns},
                        {"rows", grid.rows},
                        {"score", proposal.score},
                        {"reason", proposal.reason}});
  }
  return list;
}

Json cutJson(const CutArguments& arguments, const Grid& grid, const InkRule& ink,
             const SheetArt& art, const std::vector<Proposal>& proposals,
             const std::vector<Finding>& findings) {
  const bool whole = grid == wholeGrid(art.image.size());
  Json frames = Json::array();
  for (const PixelRect& rect : cellsOf(grid)) {
    const auto bounds = boundsOf(cropped(art.faint, rect));
    Json frame{{"rect", jsonOf(rect)}, {"ink", nullptr}};
    if (bounds) {
      frame["ink"] =
          jsonOf(PixelRect{rect.x + bounds->x, rect.y + bounds->y, bounds->w, bounds->h});
    }
    frames.push_back(std::move(frame));
  }
  Json cells = nullptr;
  if (!whole) {
    cells = Json{{"cell", jsonOf(grid.cell)},
                 {"margin", jsonOf(grid.margin)},
                 {"gutter", jsonOf(grid.gutter)},
                 {"columns", grid.columns},
                 {"rows", grid.rows}};
  }
  return Json{{"image", arguments.image},
              {"size", jsonOf(art.image.size())},
              {"background", backgroundJson(ink)},
              {"method", methodOf(grid, art.image.size())},
              {"cells", std::move(cells)},
              {"frames", std::move(frames)},
              {"proposals", proposalsJson(proposals, art.image.size())},
              {"findings", findingsJson(findings, projectOf(arguments.image, art.image.size()))}};
}

std::string exactText(const PixelRect& rect) {
  return std::to_string(rect.x) + "," + std::to_string(rect.y) + "," + std::to_string(rect.w) +
         "," + std::to_string(rect.h);
}

Result<std::vector<PixelRect>> framesToFit(const FitArguments& arguments, const Image& image) {
  for (const PixelRect& rect : arguments.rects) {
    if (rect.empty() || !within(rect, image.rect())) {
      return failure(ErrorCode::BadValue, "the rectangle " + exactText(rect) +
                                              " does not lie on the image, " +
                                              std::to_string(image.width()) + " x " +
                                              std::to_string(image.height()) + " px");
    }
  }
  if (!arguments.rects.empty()) return arguments.rects;
  auto grid = gridFor(arguments.cutting.cut, image.size());
  if (!grid) return tl::unexpected(grid.error());
  return cellsOf(*grid);
}

}  // namespace

Result<Outcome> runCut(const CutArguments& arguments, bool json) {
  auto file = readImage(arguments.image);
  if (!file) return tl::unexpected(file.error());
  const InkRule ink = arguments.cutting.ink.ruleFor(file->image);
  const SheetArt art = artOf(std::move(file->image), ink);
  const std::vector<Proposal> proposals = proposeCuts(art);
  auto grid = arguments.cutting.named ? gridFor(arguments.cutting.cut, art.image.size())
                                      : Result<Grid>(proposals.front().grid);
  if (!grid) return tl::unexpected(grid.error());
  std::vector<Finding> findings = checkGrid(*grid, {1}, art);
  const std::vector<PixelRect> cells = cellsOf(*grid);
  for (std::size_t i = 0; i < cells.size(); ++i) {
    if (countWithin(art.faint, cells[i]) == 0) findings.push_back(emptyCell(*grid, i));
  }
  if (json) std::cout << jsonText(cutJson(arguments, *grid, ink, art, proposals, findings));
  const Project named = projectOf(arguments.image, art.image.size());
  for (const Finding& finding : findings) std::cerr << findingLine(finding, named) << "\n";
  std::cerr << arguments.image << ": " << grid->columns << " x " << grid->rows << " cells of "
            << grid->cell.w << " x " << grid->cell.h << " px\n";
  return hasErrors(findings) ? Outcome::Findings : Outcome::Done;
}

Result<Outcome> runFit(const FitArguments& arguments, bool json) {
  auto file = readImage(arguments.image);
  if (!file) return tl::unexpected(file.error());
  auto rects = framesToFit(arguments, file->image);
  if (!rects) return tl::unexpected(rects.error());
  const SheetArt art = artOf(std::move(file->image), arguments.cutting.ink.ruleFor(file->image));
  Json frames = Json::array();
  int fitted = 0;
  for (const PixelRect& rect : *rects) {
    const PixelMask ink = cropped(art.firm, rect);
    Json candidates = Json::array();
    if (const auto box = snugBox(ink)) {
      ++fitted;
      candidates.push_back(Json{{"kind", "box"},
                                {"style", "snug"},
                                {"geometry", jsonOf(Shape(*box))},
                                {"measures", measuresJson(measured(*box, ink))}});
    }
    frames.push_back(Json{{"rect", jsonOf(rect)},
                          {"inkPixels", countOf(ink)},
                          {"candidates", std::move(candidates)}});
  }
  if (json) {
    std::cout << jsonText(Json{{"image", arguments.image}, {"frames", std::move(frames)}});
  }
  std::cerr << arguments.image << ": a snug box on " << fitted << " of " << rects->size()
            << " frames; the others hold no firm ink\n";
  return Outcome::Done;
}

}  // namespace amber
