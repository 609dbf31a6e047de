#include "work/project/new_project.h"

#include <algorithm>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/cut/island_guess.h"
#include "core/cut/numbered_files.h"
#include "core/cut/proposals.h"
#include "core/fit/keys/fit_edits.h"
#include "core/fit/keys/kind_shapes.h"
#include "core/image/ink/background_alpha.h"
#include "core/origin/origin_edits.h"

namespace amber {
namespace {

Result<Project> applied(const Project& project, const std::vector<Edit>& edits) {
  auto result = withEdits(project, edits);
  if (!result) return tl::unexpected(result.error());
  return std::move(result->project);
}

constexpr int kUsualTimeMs = 100;

// An image on its way into the project.
struct Incoming {
  Sheet sheet;
  std::shared_ptr<const SheetArt> art;
};

Incoming incoming(ImportedSheet imported, const SheetChoices& choices, SheetId id) {
  Incoming result;
  result.sheet = std::move(imported.sheet);
  result.sheet.id = id;
  result.sheet.orientation = choices.orientation;
  Image image = oriented(std::move(imported.image), choices.orientation);
  result.sheet.size = image.size();
  result.sheet.ink = choices.ink.ruleFor(image);
  result.art = std::make_shared<const SheetArt>(artOf(std::move(image), result.sheet.ink));
  return result;
}

CutRequest requestFor(const SheetChoices& choices, const SheetTitle& title) {
  const AssetChoice& asset = choices.asset;
  CutRequest request;
  request.asset = asset.name.empty() ? title.asset : asset.name;
  request.kind = asset.kind;
  request.animation = asset.animation.empty() ? title.animation : asset.animation;
  request.durationMs = asset.durationMs.value_or(kUsualTimeMs);
  request.loop = asset.loop;
  request.rows = asset.rows;
  return request;
}

// Origins and shapes for the frames of these sheets, as chosen.
Result<Project> dressed(Result<Project> project, const std::vector<Incoming>& sheets,
                        const AssetChoice& asset) {
  if (!project || (!asset.origin && !asset.shape)) return project;
  const auto of = [&](SheetId id) {
    return std::find_if(sheets.begin(), sheets.end(),
                        [&](const Incoming& one) { return one.sheet.id == id; });
  };
  const ArtSource source = [&](SheetId id) -> std::shared_ptr<const SheetArt> {
    return of(id) == sheets.end() ? nullptr : of(id)->art;
  };
  std::vector<FrameRef> frames;
  for (const auto& one : project->assets) {
    for (const Frame& frame : one->frames) {
      if (of(frame.sheet) != sheets.end()) frames.push_back({one->id, frame.id});
    }
  }
  if (asset.origin) {
    project = applied(*project, originsByRule(*project, frames, *asset.origin, source));
  }
  if (project && asset.shape && !project->roles.empty()) {
    const std::string& role = asset.role.empty() ? project->roles.front().name : asset.role;
    project = applied(*project, fittedShapes(*project, frames, role, *asset.shape, source));
  }
  return project;
}

Result<Project> withRun(const Project& project, const NumberedRun& run,
                        const std::vector<Incoming>& sheets, const SheetChoices& choices) {
  std::vector<Edit> additions;
  std::vector<SheetId> ids;
  std::vector<std::shared_ptr<const SheetArt>> arts;
  for (const Incoming& one : sheets) {
    additions.emplace_back(PutSheet{one.sheet});
    ids.push_back(one.sheet.id);
    arts.push_back(one.art);
  }
  auto next = applied(project, additions);
  if (!next) return next;
  auto edits = sequenceEdits(*next, requestFor(choices, titleFrom(run.title + ".png")), ids, arts);
  if (!edits) return tl::unexpected(edits.error());
  const auto artOf = [&](SheetId id) {
    const auto at = std::find(ids.begin(), ids.end(), id) - ids.begin();
    return arts[static_cast<std::size_t>(at)];
  };
  const auto all = withNewFramesFitted(*next, std::move(*edits), artOf);
  return dressed(applied(*next, all), sheets, choices.asset);
}

}  // namespace

InkRule InkChoice::ruleFor(const Image& image) const {
  InkRule rule{faint ? *faint : visibleInkThreshold(image), firm, {}};
  if (key == Key::Auto) rule.key = likelyKey(image);
  if (key == Key::Given) rule.key = colour;
  return rule;
}

Result<Cut> cutFor(const CutChoice& choice, const SheetArt& art,
                   const std::optional<SheetPictures>& pictures, const CutHints& hints) {
  const PixelSize size = art.image.size();
  Cut cut{wholeGrid(size), {}};
  Result<Grid> grid = wholeGrid(size);
  if (choice.way == CutChoice::Way::Cells) {
    grid = gridByCell(size, choice.amount, choice.margin, choice.gutter);
  } else if (choice.way == CutChoice::Way::Count) {
    grid = gridByCount(size, choice.amount.w, choice.amount.h, choice.margin, choice.gutter);
  }
  if (!grid) return tl::unexpected(grid.error());
  cut.way = *grid;
  if (choice.way == CutChoice::Way::Islands) {
    const auto guess = choice.likeliestIslands ? guessIslands(art) : std::nullopt;
    cut.way = guess ? guess->rule : choice.islands;
  }
  if (choice.way == CutChoice::Way::Hand) cut.way = choice.hand;
  if (choice.way == CutChoice::Way::Best) {
    cut = pictures ? pictureCut(*pictures, size) : Cut{proposeCuts(art, hints).front().way, {}};
  }
  for (CutRegion region : choice.regions) {
    if (auto* cells = std::get_if<Grid>(&region.way)) {
      auto fitted = gridByCell(region.area.size(), cells->cell, {}, {});
      if (!fitted) return tl::unexpected(fitted.error());
      *cells = *fitted;
    }
    cut.regions.push_back(std::move(region));
  }
  if (auto valid = checkedCut(cut, size); !valid) return tl::unexpected(valid.error());
  return cut;
}

Result<Project> withSheet(const Project& project, ImportedSheet imported,
                          const SheetChoices& choices) {
  std::vector<Incoming> sheets;
  sheets.push_back(incoming(std::move(imported), choices, {project.nextId}));
  const Incoming& one = sheets.front();
  // The layout of turned pictures differs from the image file.
  const bool straight = choices.orientation == Orientation{};
  auto cut = cutFor(choices.cut, *one.art, straight ? one.sheet.pictures : std::nullopt,
                    hintsFor(project, one.sheet));
  if (!cut) return tl::unexpected(cut.error());
  auto next = applied(project, {PutSheet{one.sheet}});
  if (!next) return next;
  CutRequest request = requestFor(choices, titleFrom(one.sheet.path));
  request.sheet = one.sheet.id;
  request.cut = std::move(*cut);
  if (one.sheet.pictures && !choices.asset.durationMs) {
    request.timesMs = one.sheet.pictures->timesMs;
  }
  auto edits = cutEdits(*next, request, *one.art);
  if (!edits) return tl::unexpected(edits.error());
  const auto all = withNewFramesFitted(*next, std::move(*edits), [&](SheetId) { return one.art; });
  return dressed(applied(*next, all), sheets, choices.asset);
}

Result<Project> withSheets(const Project& project, std::vector<ImportedSheet> imported,
                           const SheetChoices& choices) {
  std::vector<std::string> paths;
  paths.reserve(imported.size());
  for (const ImportedSheet& one : imported) paths.push_back(one.sheet.path);
  std::vector<bool> taken(imported.size(), false);
  Result<Project> result = project;
  for (const NumberedRun& run : numberedRuns(paths)) {
    std::vector<PixelSize> sizes;
    for (const std::string& path : run.paths) {
      const auto at = std::find(paths.begin(), paths.end(), path) - paths.begin();
      sizes.push_back(imported[static_cast<std::size_t>(at)].sheet.size);
    }
    if (!isOneAnimation(run, sizes)) continue;
    std::vector<Incoming> sheets;
    std::vector<std::shared_ptr<const SheetArt>> arts;
    std::vector<std::size_t> places;
    for (const std::string& path : run.paths) {
      places.push_back(
          static_cast<std::size_t>(std::find(paths.begin(), paths.end(), path) - paths.begin()));
      const SheetId id{result->nextId + static_cast<std::uint32_t>(sheets.size())};
      sheets.push_back(incoming(imported[places.back()], choices, id));
      arts.push_back(sheets.back().art);
    }
    if (areSheets(arts)) continue;
    for (const std::size_t place : places) {
      taken[place] = true;
      imported[place].image = {};
    }
    result = withRun(*result, run, sheets, choices);
    if (!result) return result;
  }
  for (std::size_t i = 0; i < imported.size(); ++i) {
    if (taken[i]) continue;
    result = withSheet(*result, std::move(imported[i]), choices);
    if (!result) return result;
  }
  return result;
}

}  // namespace amber
