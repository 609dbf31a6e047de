#include "work/new_project.h"

#include <algorithm>

#include "core/cut/grid.h"
#include "core/fit/fit_edits.h"
#include "core/origin/origin_edits.h"

namespace amber {
namespace {

std::vector<FrameRef> framesOf(const Project& project, SheetId sheet) {
  std::vector<FrameRef> frames;
  for (const auto& asset : project.assets) {
    for (const Frame& frame : asset->frames) {
      if (frame.sheet == sheet) frames.push_back({asset->id, frame.id});
    }
  }
  return frames;
}

Result<Project> applied(const Project& project, const std::vector<Edit>& edits) {
  auto result = withEdits(project, edits);
  if (!result) return tl::unexpected(result.error());
  return std::move(result->project);
}

}  // namespace

Result<Grid> gridFor(const CutChoice& choice, PixelSize sheet) {
  switch (choice.way) {
    case CutChoice::Way::Cells:
      return gridByCell(sheet, choice.amount, choice.margin, choice.gutter);
    case CutChoice::Way::Count:
      return gridByCount(sheet, choice.amount.w, choice.amount.h, choice.margin, choice.gutter);
    case CutChoice::Way::Whole:
      break;
  }
  return wholeGrid(sheet);
}

Result<Project> withSheet(const Project& project, ImportedSheet imported, const InkRule& ink,
                          const CutChoice& cut, const AssetChoice& asset) {
  Sheet sheet = imported.sheet;
  sheet.id = {project.nextId};
  sheet.ink = ink;
  auto grid = gridFor(cut, sheet.size);
  if (!grid) return tl::unexpected(grid.error());
  const auto art = std::make_shared<const SheetArt>(artOf(std::move(imported.image), ink));
  const ArtSource source = [&](SheetId id) { return id == sheet.id ? art : nullptr; };
  auto result = applied(project, {PutSheet{sheet}});
  if (!result) return result;

  const SheetTitle title = titleFrom(sheet.path);
  const CutRequest request{sheet.id,
                           *grid,
                           asset.name.empty() ? title.asset : asset.name,
                           asset.kind,
                           asset.animation.empty() ? title.animation : asset.animation,
                           asset.durationMs,
                           asset.loop};
  auto edits = cutEdits(*result, request, *art);
  if (!edits) return tl::unexpected(edits.error());
  result = applied(*result, *edits);
  const std::vector<FrameRef> frames = framesOf(*result, sheet.id);
  if (result && asset.origin) {
    result = applied(*result, originsByRule(*result, frames, *asset.origin, source));
  }
  if (result && asset.snugBoxes && !result->roles.empty()) {
    result = applied(*result, snugBoxes(*result, frames, result->roles.front().name, source));
  }
  return result;
}

}  // namespace amber
