#include "work/mend.h"

#include <algorithm>
#include <set>

#include "core/cut/sheet_edits.h"
#include "core/fit/keys/refit.h"
#include "work/pack_project.h"

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

Mended mendedProject(const Project& project, const std::shared_ptr<ArtStore>& store,
                     const std::vector<std::string>& wanted) {
  Mended result{project, {}, {}};
  std::set<std::string> tried;
  const auto key = [](const Finding& f) {
    return f.rule + "/" + std::to_string(f.where.sheet.value) + "/" +
           std::to_string(f.where.asset.value) + "/" + std::to_string(f.where.animation.value) +
           "/" + std::to_string(f.where.frame.value) + "/" + f.where.role;
  };
  while (true) {
    result.left = checkAll(result.project, store);
    const auto next = std::find_if(result.left.begin(), result.left.end(), [&](const Finding& f) {
      return f.canBeMended() && !tried.contains(key(f)) &&
             (wanted.empty() || std::find(wanted.begin(), wanted.end(), f.rule) != wanted.end());
    });
    if (next == result.left.end()) return result;
    // Once each: a remedy that brings its finding back would go on for ever.
    tried.insert(key(*next));
    const auto edits = next->remedy.edits(result.project, ArtStore::loading(store, result.project));
    auto applied = edits ? withEdits(result.project, *edits) : tl::unexpected(edits.error());
    if (!applied) continue;
    result.project = std::move(applied->project);
    result.mended.push_back(std::move(*next));
  }
}

std::string refreshText(const Refreshed& refreshed) {
  const auto count = [](int number) {
    return number == 0 ? std::string("none") : std::to_string(number);
  };
  return count(refreshed.kept) + (refreshed.kept == 1 ? " frame" : " frames") + " found again, " +
         count(refreshed.added) + " new, " + count(refreshed.lost) + " lost";
}

Result<Refresh> refreshOf(const Project& project, const Sheet& sheet, ArtStore& store) {
  const auto loaded = store.loadWithHash(sheet);
  if (!loaded) return tl::unexpected(loaded.error());
  Refresh refresh{{}, {sheet.path, 0, 0, 0}};
  if (loaded->hash == sheet.hash) return refresh;
  auto edits = repaintEdits(project, sheet.id, loaded->hash, *loaded->art);
  if (!edits) return tl::unexpected(edits.error());
  auto after = withEdits(project, *edits);
  if (!after) return tl::unexpected(after.error());
  refresh.edits =
      withNewFramesFitted(project, std::move(*edits), [&](SheetId) { return loaded->art; });
  refresh.what.lost = framesOf(after->project, sheet.id, true);
  for (const auto& asset : after->project.assets) {
    for (const Frame& frame : asset->frames) {
      if (frame.sheet != sheet.id || frame.lost) continue;
      ++(holdsFrame(project, frame) ? refresh.what.kept : refresh.what.added);
    }
  }
  return refresh;
}

Result<RefreshedProject> refreshed(const Project& project, ArtStore& store,
                                   const std::vector<SheetId>& sheets) {
  RefreshedProject result{project, {}, {}};
  for (const auto& sheet : project.sheets) {
    const bool wanted =
        sheets.empty() || std::find(sheets.begin(), sheets.end(), sheet->id) != sheets.end();
    if (!wanted) continue;
    auto refresh = refreshOf(result.project, *sheet, store);
    if (!refresh) return tl::unexpected(refresh.error());
    if (refresh->edits.empty()) continue;
    auto applied = withEdits(result.project, refresh->edits);
    if (!applied) return tl::unexpected(applied.error());
    result.project = std::move(applied->project);
    result.edits.insert(result.edits.end(), refresh->edits.begin(), refresh->edits.end());
    result.sheets.push_back(std::move(refresh->what));
  }
  return result;
}

}  // namespace amber
