#include "core/checks/check_project.h"

#include <algorithm>
#include <iterator>

#include "core/base/parallel.h"
#include "core/checks/block_checks.h"
#include "core/checks/cut_checks.h"
#include "core/checks/fit/shape_checks.h"
#include "core/checks/fit/tile_checks.h"
#include "core/checks/frame_checks.h"
#include "core/checks/layers/layer_checks.h"
#include "core/checks/naming/name_checks.h"
#include "core/checks/origin/mount_checks.h"
#include "core/checks/origin/origin_checks.h"
#include "core/checks/origin/rider_checks.h"
#include "core/checks/trial/trial_checks.h"
#include "core/cut/cut_rects.h"

namespace amber {
namespace {

void append(std::vector<Finding>& all, std::vector<Finding> more) {
  all.insert(all.end(), std::make_move_iterator(more.begin()), std::make_move_iterator(more.end()));
}

// A finding about a frame refers to the first animation that shows the frame, so that the window
// can go there.
void placeInAnimation(Where& where, const Project& project) {
  if (where.animation || !where.frame) return;
  const Asset* asset = findAsset(project, where.asset);
  if (asset == nullptr) return;
  for (const Animation& animation : asset->animations) {
    const bool shows = std::any_of(animation.steps.begin(), animation.steps.end(),
                                   [&](const Step& step) { return step.frame == where.frame; });
    if (!shows) continue;
    where.animation = animation.id;
    return;
  }
}

}  // namespace

std::vector<Finding> checkProject(const Project& project, const ArtSource& art) {
  std::vector<Finding> findings;
  // Sheets, and then assets, know nothing of each other here, and are looked at side by side.
  std::vector<std::vector<Finding>> ofSheets(project.sheets.size());
  forEachIndex(project.sheets.size(), [&](std::size_t i) {
    const Sheet& sheet = *project.sheets[i];
    const auto pixels = art(sheet.id);
    if (pixels != nullptr && sheet.cut && checkedCut(*sheet.cut, pixels->image.size())) {
      ofSheets[i] = checkCut(*sheet.cut, sheet, *pixels);
    }
  });
  for (auto& some : ofSheets) append(findings, std::move(some));
  std::vector<std::vector<Finding>> ofAssets(project.assets.size());
  forEachIndex(project.assets.size(), [&](std::size_t i) {
    const Asset& asset = *project.assets[i];
    append(ofAssets[i], checkFound(asset, project));
    append(ofAssets[i], checkFrames(asset, project, art));
    append(ofAssets[i], checkOrigins(asset, project, art));
    append(ofAssets[i], checkMounts(asset, art));
    append(ofAssets[i], checkShapes(asset, project, art));
    append(ofAssets[i], checkVariant(asset, project));
  });
  for (auto& some : ofAssets) append(findings, std::move(some));
  for (Finding& finding : findings) finding.alone = true;
  append(findings, checkOriginsTogether(project, art));
  append(findings, checkShapesTogether(project, art));
  append(findings, checkNames(project));
  append(findings, checkLayers(project));
  append(findings, checkCourses(project));
  append(findings, checkConflicts(project));
  append(findings, checkBlocks(project));
  append(findings, checkRiders(project, art));
  append(findings, checkTileSeams(project, art));
  for (Finding& finding : findings) placeInAnimation(finding.where, project);
  sortFindings(findings);
  return findings;
}

void sortFindings(std::vector<Finding>& findings) {
  std::stable_sort(findings.begin(), findings.end(), [](const Finding& a, const Finding& b) {
    return std::pair(a.severity, a.bench) < std::pair(b.severity, b.bench);
  });
}

bool hasErrors(const std::vector<Finding>& findings) {
  return std::any_of(findings.begin(), findings.end(),
                     [](const Finding& finding) { return finding.severity == Severity::Error; });
}

}  // namespace amber
