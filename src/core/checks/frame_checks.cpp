#include "core/checks/frame_checks.h"

#include "core/fit/keys/held_shapes.h"

namespace amber {
namespace {

Finding emptyFrames(const Asset& asset, const std::vector<const Frame*>& empty) {
  Finding finding =
      findingOf(rules::kFrameEmpty, {empty.front()->sheet, asset.id, {}, empty.front()->id, {}});
  if (empty.size() == 1) {
    finding.text = empty.front()->name + " holds no ink";
    finding.fix = "Exclude the empty cell.";
  } else {
    finding.text = std::to_string(empty.size()) + " frames hold no ink, " + empty.front()->name +
                   " the first of them";
    finding.fix = "Exclude " + std::to_string(empty.size()) + " empty cells.";
  }
  RemoveFrames removal{asset.id, {}};
  for (const Frame* frame : empty) removal.frames.push_back(frame->id);
  finding.remedy = Remedy({std::move(removal)});
  return finding;
}

Finding framesWithoutShape(const Asset& asset, const std::vector<const Frame*>& bare,
                           const std::string& role) {
  Finding finding =
      findingOf(rules::kFrameNoShape, {bare.front()->sheet, asset.id, {}, bare.front()->id, role});
  const std::size_t count = bare.size();
  finding.text = count == 1 ? bare.front()->name + " has no shape"
                 : count == asset.frames.size()
                     ? "none of its " + std::to_string(count) + " frames has a shape"
                     : std::to_string(count) + " of its " + std::to_string(asset.frames.size()) +
                           " frames have no shape";
  finding.fix = count == 1 ? "Fit a snug box." : "Fit a snug box to each.";
  FitOrder order{{}, role, Recipe{}};
  for (const Frame* frame : bare) order.frames.push_back({asset.id, frame->id});
  finding.remedy = fittingRemedy({std::move(order)});
  return finding;
}

}  // namespace

std::vector<Finding> checkFrames(const Asset& asset, const Project& project, const ArtSource& art) {
  std::vector<Finding> findings;
  std::vector<const Frame*> bare;
  std::vector<const Frame*> empty;
  const HeldShapes held(asset);
  for (const Frame& frame : asset.frames) {
    const auto sheet = art(frame.sheet);
    if (sheet == nullptr || frame.lost) continue;
    if (countWithin(sheet->faint, frame.rect) == 0) {
      empty.push_back(&frame);
    } else if (held.on(frame.id).empty()) {
      bare.push_back(&frame);
    }
  }
  if (!empty.empty()) findings.push_back(emptyFrames(asset, empty));
  if (!bare.empty() && !project.roles.empty()) {
    findings.push_back(framesWithoutShape(asset, bare, project.roles.front().name));
  }
  return findings;
}

}  // namespace amber
