#include "work/mend.h"

#include "core/cut/sheet_edits.h"
#include "core/fit/fit_edits.h"
#include "core/fit/refit.h"

namespace amber {
namespace {

int framesOf(const Project& project, SheetId sheet, bool lost) {
  int count = 0;
  for (const auto& asset : project.assets) {
    for (const Frame& frame : asset->frames) {
      if (frame.sheet == sheet && frame.lost == lost) ++count;
    }
  }
  return count;
}

bool holdsFrame(const Project& project, const Frame& frame) {
  for (const auto& asset : project.assets) {
    if (findFrame(*asset, frame.id) != nullptr) return true;
  }
  return false;
}

}  // namespace

Result<std::vector<Edit>> mendingEdits(const Project& project, const Finding& finding,
                                       const ArtSource& art) {
  if (!finding.fits.empty()) {
    std::vector<Edit> edits;
    for (const FitOrder& fit : finding.fits) {
      for (Edit& edit : fittedShapes(project, fit.frames, fit.role, fit.recipe, art)) {
        edits.push_back(std::move(edit));
      }
    }
    if (!edits.empty()) return edits;
    return failure(ErrorCode::BadValue, "the recipe makes no shape of this ink; choose another");
  }
  if (!finding.recut) return finding.remedy;
  const auto pixels = art(finding.where.sheet);
  if (pixels == nullptr) {
    return failure(ErrorCode::FileUnreadable, "the sheet cannot be read, so it cannot be cut");
  }
  auto edits = recutEdits(project, finding.where.sheet, *finding.recut, *pixels);
  if (!edits) return edits;
  return withNewFramesFitted(project, std::move(*edits), art);
}

std::string refreshText(const Refreshed& refreshed) {
  const auto count = [](int number) {
    return number == 0 ? std::string("none") : std::to_string(number);
  };
  return count(refreshed.kept) + (refreshed.kept == 1 ? " frame" : " frames") + " found again, " +
         count(refreshed.added) + " new, " + count(refreshed.lost) + " lost";
}

Result<Refresh> refreshOf(const Project& project, const Sheet& sheet, ArtStore& store) {
  const auto art = store.load(sheet);
  if (!art) return tl::unexpected(art.error());
  Refresh refresh{{}, {sheet.path, 0, 0, 0}};
  const std::string hash = store.hashOf(sheet.id);
  if (hash == sheet.hash) return refresh;
  auto edits = repaintEdits(project, sheet.id, hash, **art);
  if (!edits) return tl::unexpected(edits.error());
  auto after = withEdits(project, *edits);
  if (!after) return tl::unexpected(after.error());
  refresh.edits = withNewFramesFitted(project, std::move(*edits), [&](SheetId) { return *art; });
  refresh.what.lost = framesOf(after->project, sheet.id, true);
  for (const auto& asset : after->project.assets) {
    for (const Frame& frame : asset->frames) {
      if (frame.sheet != sheet.id || frame.lost) continue;
      ++(holdsFrame(project, frame) ? refresh.what.kept : refresh.what.added);
    }
  }
  return refresh;
}

Result<RefreshedProject> refreshed(const Project& project, const std::shared_ptr<ArtStore>& store) {
  RefreshedProject result{project, {}};
  for (const auto& sheet : project.sheets) {
    auto refresh = refreshOf(result.project, *sheet, *store);
    if (!refresh) return tl::unexpected(refresh.error());
    if (refresh->edits.empty()) continue;
    auto applied = withEdits(result.project, refresh->edits);
    if (!applied) return tl::unexpected(applied.error());
    result.project = std::move(applied->project);
    result.sheets.push_back(std::move(refresh->what));
  }
  return result;
}

}  // namespace amber
