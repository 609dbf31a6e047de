#include "work/project/mend.h"

#include <algorithm>
#include <set>

#include "core/cut/sheet_edits.h"
#include "core/fit/keys/kind_shapes.h"
#include "work/pack/pack_project.h"

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

namespace {

bool hears(const std::vector<std::string>& wanted, const Finding& finding) {
  return finding.canBeMended() &&
         (wanted.empty() || std::find(wanted.begin(), wanted.end(), finding.rule) != wanted.end());
}

// Applies the fixes of the findings of one check while they are still valid: of findings that
// depend on one asset or sheet only, one for each of these; of other findings, one in all.
class FixRound {
 public:
  FixRound(Mended& result, const std::shared_ptr<ArtStore>& store)
      : result_(result), store_(store) {}

  bool changed() const { return changed_; }

  // Whether the finding may be fixed in this round.
  bool isOpen(const Finding& finding) const {
    if (!changed_) return true;
    return finding.alone && !everything_ && touched_.count(finding.where.asset.value) == 0 &&
           touched_.count(finding.where.sheet.value) == 0;
  }

  void apply(const Finding& finding) {
    const auto edits =
        finding.remedy.edits(result_.project, ArtStore::loading(store_, result_.project));
    auto applied = edits ? withEdits(result_.project, *edits) : tl::unexpected(edits.error());
    if (!applied) return;
    changed_ = true;
    everything_ |= !finding.alone || applied->touched.settings;
    for (const AssetId id : applied->touched.assets) touched_.insert(id.value);
    for (const SheetId id : applied->touched.sheets) touched_.insert(id.value);
    result_.project = std::move(applied->project);
    result_.mended.push_back(finding);
  }

 private:
  Mended& result_;
  const std::shared_ptr<ArtStore>& store_;
  bool changed_ = false;
  bool everything_ = false;
  std::set<std::uint32_t> touched_;  // Ids of sheets and assets; no two things share one.
};

}  // namespace

Mended mendedProject(const Project& project, const std::shared_ptr<ArtStore>& store,
                     const std::vector<std::string>& wanted) {
  Mended result{project, {}, {}};
  std::vector<Finding> tried;
  while (true) {
    result.left = checkAll(result.project, store);
    FixRound round(result, store);
    for (const Finding& finding : result.left) {
      // Each is tried once: a fix that brings its finding back would go on for ever.
      const bool again = std::any_of(tried.begin(), tried.end(),
                                     [&](const Finding& one) { return one.sameAs(finding); });
      if (!hears(wanted, finding) || again || !round.isOpen(finding)) continue;
      tried.push_back(finding);
      round.apply(finding);
    }
    if (!round.changed()) return result;
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
