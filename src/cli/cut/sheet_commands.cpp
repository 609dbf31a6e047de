// The commands that look at one image: cut and fit.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <array>
#include <cstdio>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/cut/cutting_options.h"
#include "cli/fit/recipe_options.h"
#include "core/checks/check_project.h"
#include "core/checks/cut_checks.h"
#include "core/cut/cut_rects.h"
#include "core/cut/islands/islands.h"
#include "core/cut/proposals.h"
#include "core/fit/measures/measures.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/fit/styles/together_fit.h"
#include "core/geometry/convex_parts.h"
#include "core/origin/landmarks.h"
#include "files/image/image_file.h"
#include "files/project/cut_json.h"
#include "files/project/geometry_json.h"
#include "work/report/report.h"

namespace amber {
namespace {

struct CutArguments {
  std::string image;
  CuttingArguments cutting;
};

struct FitArguments {
  std::string image;
  CuttingArguments cutting;
  std::vector<PixelRect> rects;
  std::vector<Recipe> recipes;  ///< A candidate of each.
  bool together = false;        ///< One geometry for all frames, at their origins.
  int partPoints = 0;  ///< Most points of a polygon's convex part; 0: parts are not asked for.
};

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

Finding emptyCells(const std::vector<PixelRect>& cells) {
  Finding finding = findingOf(rules::kFrameEmpty, {{1}, {}, {}, {}, {}});
  const PixelRect& first = cells.front();
  finding.text = (cells.size() == 1 ? "the cell" : std::to_string(cells.size()) + " cells") +
                 (cells.size() == 1 ? " at " : " hold no ink, the first of them at ") +
                 std::to_string(first.x) + ", " + std::to_string(first.y) +
                 (cells.size() == 1 ? " holds no ink" : "");
  finding.fix = cells.size() == 1 ? "Exclude the empty cell."
                                  : "Exclude " + std::to_string(cells.size()) + " empty cells.";
  return finding;
}

Finding likelyBackground(const KeyColour& key) {
  Finding finding = findingOf(rules::kSheetKey, {{1}, {}, {}, {}, {}});
  finding.text = "nothing is transparent, and " + hexOf(key) + " looks like the background";
  finding.fix = "Use it as the key colour: --key " + hexOf(key) + ".";
  return finding;
}

// What one way of cutting is, in the keys of a proposal; those that do not apply are null.
Json wayJson(const CutWay& way, PixelSize of) {
  Json json{{"method", wayName(way, of)}, {"cell", nullptr},    {"margin", nullptr},
            {"gutter", nullptr},          {"columns", nullptr}, {"rows", nullptr}};
  Json numbers = jsonOf(way);
  numbers.erase("way");
  numbers.erase("rects");  // They are the frames.
  json.update(numbers);
  return json;
}

Json proposalsJson(const std::vector<Proposal>& proposals, PixelSize sheet) {
  Json list = Json::array();
  for (const Proposal& proposal : proposals) {
    Json json = wayJson(proposal.way, sheet);
    json["score"] = proposal.score;
    json["reason"] = proposal.reason;
    list.push_back(std::move(json));
  }
  return list;
}

// Every frame that the cut gives, in its order, and every cell that holds no ink: in its place on a
// sheet of cells, after the frames on any other.
std::vector<PixelRect> allRects(const CutRects& found, const Cut& cut,
                                const Orientation& orientation) {
  std::vector<PixelRect> rects = found.frames;
  if (found.empty.empty()) return rects;
  rects.insert(rects.end(), found.empty.begin(), found.empty.end());
  const bool plain = cut.regions.empty() && !orientation.mirrorX && !orientation.mirrorY;
  if (plain && std::holds_alternative<Grid>(cut.way)) inReadingOrder(rects);
  return rects;
}

Json framesJson(const std::vector<PixelRect>& rects, const PixelMask& faint) {
  Json frames = Json::array();
  for (const PixelRect& rect : rects) {
    const auto bounds = boundsOf(cropped(faint, rect));
    Json frame{{"rect", jsonOf(rect)}, {"ink", nullptr}};
    if (bounds) {
      frame["ink"] =
          jsonOf(PixelRect{rect.x + bounds->x, rect.y + bounds->y, bounds->w, bounds->h});
    }
    frames.push_back(std::move(frame));
  }
  return frames;
}

// Everything the command reports about a sheet.
struct CutReport {
  Sheet sheet;
  Cut cut;
  CutRects found;
  std::vector<Proposal> proposals;
  std::vector<Finding> findings;
};

Json cutJson(const CutReport& report, const SheetArt& art) {
  const PixelSize size = art.image.size();
  Json cells = nullptr;
  if (std::holds_alternative<Grid>(report.cut.way) && wayName(report.cut.way, size) != "whole") {
    cells = wayJson(report.cut.way, size);
    cells.erase("method");
  }
  return Json{{"image", report.sheet.path},
              {"size", jsonOf(size)},
              {"background", backgroundJson(report.sheet.ink)},
              {"method", wayName(report.cut.way, size)},
              {"cells", std::move(cells)},
              {"frames",
               framesJson(allRects(report.found, report.cut, report.sheet.orientation), art.faint)},
              {"proposals", proposalsJson(report.proposals, size)},
              {"findings", findingsJson(report.findings, projectOf(report.sheet.path, size))}};
}

std::string exactText(const PixelRect& rect) {
  return std::to_string(rect.x) + "," + std::to_string(rect.y) + "," + std::to_string(rect.w) +
         "," + std::to_string(rect.h);
}

Result<std::vector<PixelRect>> framesToFit(const FitArguments& arguments, const SheetArt& art) {
  const Image& image = art.image;
  for (const PixelRect& rect : arguments.rects) {
    if (rect.empty() || !within(rect, image.rect())) {
      return failure(ErrorCode::BadValue, "the rectangle " + exactText(rect) +
                                              " does not lie on the image, " +
                                              std::to_string(image.width()) + " x " +
                                              std::to_string(image.height()) + " px");
    }
  }
  if (!arguments.rects.empty()) return arguments.rects;
  // With neither rectangles nor a way of cutting, the whole image is one frame.
  CutChoice choice = arguments.cutting.cut;
  if (choice.way == CutChoice::Way::Best) choice.way = CutChoice::Way::Whole;
  auto cut = cutFor(choice, art, {}, {bareName(arguments.image), {}});
  if (!cut) return tl::unexpected(cut.error());
  const Orientation& orientation = arguments.cutting.orientation;
  return allRects(rectsOf(*cut, art, orientation), *cut, orientation);
}

// A frame with what fits it.
struct FittedFrame {
  PixelRect rect;
  OriginInk at;
  Json candidates = Json::array();
};

struct FittedFrames {
  std::vector<FittedFrame> frames;
  Json together = Json::array();
};

Json candidateJson(const Recipe& recipe, const Shape& shape, int partPoints) {
  Json candidate{{"kind", kindName(recipe.kind)}, {"style", styleName(recipe.style)}};
  candidate["geometry"] = jsonOf(shape);
  const auto* polygon = std::get_if<Polygon>(&shape);
  if (polygon != nullptr && partPoints > 0) {
    Json parts = Json::array();
    for (const Polygon& part : convexParts(*polygon, partPoints)) {
      parts.push_back(jsonOf(part.points));
    }
    candidate["geometry"]["parts"] = std::move(parts);
  }
  return candidate;
}

// Where a frame stands: at its feet, or at the middle of its lower edge where it holds no ink.
FramePoint feetOrMiddle(const PixelMask& firm, const PixelRect& rect) {
  const auto landmarks = landmarksOf(firm, rect);
  return landmarks ? landmarks->feet : FramePoint{rect.w / 2.0, 1.0 * rect.h};
}

// One shape a recipe for all frames, with the measures on each, and on all of them.
void fitTogether(const FitArguments& arguments, FittedFrames& fitted) {
  std::vector<OriginInk> inks;
  for (const FittedFrame& frame : fitted.frames) inks.push_back(frame.at);
  if (inks.empty()) return;
  for (const Recipe& recipe : arguments.recipes) {
    const auto shape = fittedTogether(inks, recipe);
    if (!shape) continue;
    for (std::size_t i = 0; i < inks.size(); ++i) {
      const Shape here = laidOn(inks[i], *shape, inks.front());
      Json candidate = candidateJson(recipe, here, arguments.partPoints);
      candidate["measures"] = measuresJson(measured(here, inks[i].ink, recipe.region));
      fitted.frames[i].candidates.push_back(std::move(candidate));
    }
    const FramePoint origin = inks.front().origin;
    Json whole = candidateJson(recipe, moved(*shape, -origin.x, -origin.y), arguments.partPoints);
    whole["measures"] = measuresJson(measuredTogether(inks, *shape, recipe.region));
    fitted.together.push_back(std::move(whole));
  }
}

FittedFrames fittedFrames(const FitArguments& arguments, const std::vector<PixelRect>& rects,
                          const PixelMask& firm) {
  FittedFrames fitted;
  for (const PixelRect& rect : rects) {
    PixelMask ink = cropped(firm, rect);
    const FramePoint origin = feetOrMiddle(firm, rect);
    fitted.frames.push_back({rect, {std::move(ink), origin}});
  }
  if (arguments.together) {
    fitTogether(arguments, fitted);
    return fitted;
  }
  for (FittedFrame& frame : fitted.frames) {
    for (const Recipe& recipe : arguments.recipes) {
      const auto shape = amber::fitted(frame.at.ink, recipe);
      if (!shape) continue;
      Json candidate = candidateJson(recipe, *shape, arguments.partPoints);
      candidate["measures"] = measuresJson(measured(*shape, frame.at.ink, recipe.region));
      frame.candidates.push_back(std::move(candidate));
    }
  }
  return fitted;
}

Result<Exit> runCut(const CutArguments& arguments, bool json) {
  auto file = readImage(arguments.image);
  if (!file) return tl::unexpected(file.error());
  CutReport report;
  report.sheet.id = {1};
  report.sheet.path = arguments.image;
  report.sheet.orientation = arguments.cutting.orientation;
  Image image = oriented(std::move(file->image), report.sheet.orientation);
  report.sheet.size = image.size();
  report.sheet.ink = arguments.cutting.ink.ruleFor(image);
  const auto key = report.sheet.ink.key ? std::nullopt : likelyKey(image);
  const SheetArt art = artOf(std::move(image), report.sheet.ink);
  const CutHints hints{bareName(arguments.image), {}};
  report.proposals = proposeCuts(art, hints);
  const bool straight = report.sheet.orientation == Orientation{};
  auto cut = cutFor(arguments.cutting.cut, art, straight ? file->pictures : std::nullopt, hints);
  if (!cut) return tl::unexpected(cut.error());
  report.cut = std::move(*cut);
  report.found = rectsOf(report.cut, art, report.sheet.orientation);
  report.findings = checkCut(report.cut, report.sheet, art);
  if (!report.found.empty.empty()) report.findings.push_back(emptyCells(report.found.empty));
  if (key) report.findings.push_back(likelyBackground(*key));
  if (json) std::cout << jsonText(cutJson(report, art));
  const Project named = projectOf(arguments.image, art.image.size());
  for (const Finding& finding : report.findings)
    resultText() << findingLine(finding, named) << "\n";
  resultText() << arguments.image << ": " << report.found.frames.size() << " frames by "
               << wayName(report.cut.way, art.image.size()) << "\n";
  return hasErrors(report.findings) ? Exit::Findings : Exit::Done;
}

Result<Exit> runFit(const FitArguments& arguments, bool json) {
  auto file = readImage(arguments.image);
  if (!file) return tl::unexpected(file.error());
  Image image = oriented(std::move(file->image), arguments.cutting.orientation);
  const InkRule rule = arguments.cutting.ink.ruleFor(image);
  SheetArt art = artOf(std::move(image), rule);
  auto rects = framesToFit(arguments, art);
  if (!rects) return tl::unexpected(rects.error());
  art = withFrameEdges(std::move(art), rule, *rects);
  const FittedFrames fitted = fittedFrames(arguments, *rects, art.firm);
  if (json) {
    Json frames = Json::array();
    for (const FittedFrame& frame : fitted.frames) {
      frames.push_back(Json{{"rect", jsonOf(frame.rect)},
                            {"inkPixels", countOf(frame.at.ink)},
                            {"origin", jsonOf(frame.at.origin)},
                            {"candidates", frame.candidates}});
    }
    Json report{{"image", arguments.image}, {"frames", std::move(frames)}};
    if (arguments.together) report["together"] = fitted.together;
    std::cout << jsonText(report);
  }
  const auto with = std::count_if(fitted.frames.begin(), fitted.frames.end(),
                                  [](const FittedFrame& f) { return !f.candidates.empty(); });
  resultText() << arguments.image << ": fitted on " << with << " of " << rects->size()
               << " frames; the others contain no solid ink there\n";
  return Exit::Done;
}

class CutCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"cut",
            "Cut a sheet into frames and list the problems",
            {"cut sheets/keeper_walk.png --cells 48x48", "cut sheets/garden_tools.png --islands",
             "cut sheets/keeper_walk.png --count 8x1 --json"}};
  }
  void addOptions(CLI::App& app) override {
    app.add_option("IMAGE", image_, "The image file of the sheet")->required();
    addCutting(app, cutting_);
    addCutRegions(app, cutting_);
  }
  Result<Exit> run(bool json) override { return runCut({image_, cuttingFrom(cutting_)}, json); }

 private:
  std::string image_;
  CuttingText cutting_;
};

class FitCommand : public Command {
 public:
  CommandTitle title() const override {
    return {
        "fit",
        "Fit shapes to the frames of a sheet",
        {"fit sheets/keeper_walk.png --cells 48x48 --shape box:trimmed",
         "fit sheets/keeper_walk.png --cells 48x48 --shape polygon:balanced --points 8 --json"}};
  }
  void addOptions(CLI::App& app) override {
    app.add_option("IMAGE", image_, "The image file of the sheet")->required();
    app.add_option("--rect", rects_, "The rectangle of a frame; may be repeated")
        ->check(numbersForm(4, ',', "x,y,w,h"));
    recipe_.addTo(app, RecipeOptions::Many::Yes);
    app.add_flag("--together", together_, "Fit one shape to all frames, aligned at their feet");
    CLI::Option* parts = app.add_flag("--parts", parts_, "Also list the convex parts of a polygon");
    app.add_option("--part-points", partPoints_, "The largest number of points of a convex part")
        ->needs(parts)
        ->check(CLI::Range(kLeastPartPoints, kMostPolygonPoints));
    addCutting(app, cutting_);
  }
  Result<Exit> run(bool json) override {
    FitArguments fit{image_,    cuttingFrom(cutting_),   {}, recipe_.all({}),
                     together_, parts_ ? partPoints_ : 0};
    for (const std::string& text : rects_) {
      const std::vector<int> n = numbersIn(text, 4, ',');
      fit.rects.push_back({n[0], n[1], n[2], n[3]});
    }
    return runFit(fit, json);
  }

 private:
  std::string image_;
  CuttingText cutting_;
  std::vector<std::string> rects_;
  RecipeOptions recipe_;
  bool together_ = false;
  bool parts_ = false;
  int partPoints_ = 8;
};

}  // namespace

std::unique_ptr<Command> makeCutCommand() {
  return std::make_unique<CutCommand>();
}

std::unique_ptr<Command> makeFitCommand() {
  return std::make_unique<FitCommand>();
}

}  // namespace amber
