// What a sheet's files and repaints have left behind: the second half of cut_checks.h.
#include "core/checks/cut_checks.h"
#include "core/cut/numbered_files.h"

namespace amber {
namespace {

void addLost(const Asset& asset, std::vector<Finding>& findings) {
  for (const Frame& frame : asset.frames) {
    if (!frame.lost) continue;
    Finding finding = findingOf(rules::kFrameLost, {frame.sheet, asset.id, {}, frame.id, {}});
    finding.text = frame.name + " was not found on the repainted sheet";
    finding.fix = "Remove the frame, or change the cut so that the frame is found.";
    finding.remedy = Remedy({RemoveFrames{asset.id, {frame.id}}});
    findings.push_back(std::move(finding));
  }
}

void addGaps(const Asset& asset, const Animation& animation, const Project& project,
             std::vector<Finding>& findings) {
  std::vector<std::string> paths;
  for (const Step& step : animation.steps) {
    const Frame* frame = findFrame(asset, step.frame);
    const Sheet* sheet = frame == nullptr ? nullptr : findSheet(project, frame->sheet);
    if (sheet == nullptr || frame->rect.size() != sheet->size) return;
    paths.push_back(sheet->path);
  }
  const auto runs = numberedRuns(paths);
  if (runs.size() != 1 || runs.front().missing.empty()) return;
  Finding finding = findingOf(rules::kNumberingGap, {{}, asset.id, animation.id, {}, {}});
  finding.text = "of the numbered images " + runs.front().title + ", " + missingText(runs.front()) +
                 " missing";
  finding.fix = "Add the missing images, or ignore this note.";
  findings.push_back(std::move(finding));
}

}  // namespace

std::vector<Finding> checkFound(const Asset& asset, const Project& project) {
  std::vector<Finding> findings;
  addLost(asset, findings);
  for (const Animation& animation : asset.animations) {
    if (animation.steps.size() > 1) addGaps(asset, animation, project, findings);
  }
  return findings;
}

}  // namespace amber
